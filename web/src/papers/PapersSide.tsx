import { MadeFrom } from '../stash/MadeFrom'
import { useEffect, type PointerEvent } from 'react'
import type { Change, Page, PaperPlace, PapersOnPage } from '../api/client'
import { usePapersOnPage } from '../api/paperQueries'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { LayOver } from '../bench/layOver'
import type { CarriedPaper } from '../cutting/PaperTray'
import { Fan } from './Fan'
import { PaperingList } from './PaperingList'
import { PlaceMarks } from './PlaceMarks'
import { Regrets } from './Regrets'
import type { Papers } from './usePapers'

interface PapersSideProps {
  page: Page
  papers: Papers
  onChange: (change: Change) => void
  onLayOver: LayOver
  onPress: (paper: CarriedPaper, event: PointerEvent) => void
}

/** Beside the page while papers are chosen: what suits a place, whole paperings, what would be regretted. */
export function PapersSide({ page, papers, onChange, onLayOver, onPress }: PapersSideProps) {
  const seen = usePapersOnPage(page, papers.asked, true)
  const { onPreview, place: letter } = papers
  const places = seen.data?.places
  // The largest place is looked at first.
  const largest = places?.reduce<PaperPlace | null>(
    (best, one) => (best === null || one.share > best.share ? one : best),
    null,
  )
  const place = places?.find((one) => one.letter === letter) ?? largest ?? null
  useEffect(() => () => onPreview(null), [onPreview, page.version])
  useEffect(() => () => onLayOver(null), [onLayOver])
  if (seen.error) return <Trouble error={seen.error} />
  if (!seen.data || !places) return <Waiting words="Looking at your papers" />
  const mark = (blocks: string[] | null) =>
    onLayOver(blocks && <PlaceMarks board={page.fit.board} blocks={blocks} />)
  return (
    <section className="papers-side" aria-label="Papers for this page">
      <MadeFrom page={page} />
      {places.length === 0 && <p className="hint">Nothing on this page is cut from paper.</p>}
      {place && (
        <>
          <h2>What suits {place.name}</h2>
          <PlaceChips places={places} chosen={place} papers={papers} onMark={mark} />
          <Fan page={page} place={place} papers={papers} onChange={onChange} onPress={onPress} />
        </>
      )}
      <Regrets page={page} regrets={seen.data.regrets} papers={papers} onMark={mark} onChange={onChange} />
      <PaperingList page={page} places={places} papers={papers} onChange={onChange} />
      <GoesWith seen={seen.data} />
      <ToBuy page={page} seen={seen.data} papers={papers} />
    </section>
  )
}

interface PlaceChipsProps {
  places: PaperPlace[]
  chosen: PaperPlace
  papers: Papers
  onMark: (blocks: string[] | null) => void
}

/** The places of the page, one of them chosen; touching a piece of the page chooses its place too. */
function PlaceChips({ places, chosen, papers, onMark }: PlaceChipsProps) {
  return (
    <div className="chips" role="group" aria-label="Which place">
      {places.map((one) => (
        <button
          key={one.letter}
          type="button"
          className="chip"
          aria-pressed={one.letter === chosen.letter}
          onClick={() => papers.onPlace(one.letter)}
          onPointerEnter={() => onMark(one.blocks)}
          onPointerLeave={() => onMark(null)}
          onFocus={() => onMark(one.blocks)}
          onBlur={() => onMark(null)}
        >
          {one.name.replace(/^the /, '')}
        </button>
      ))}
    </div>
  )
}

/** Inks, pens and paints that suit the papers. */
function GoesWith({ seen }: { seen: PapersOnPage }) {
  if (seen.goes.length === 0) return null
  return (
    <details className="papers-more">
      <summary>Ink, pen and paint to go with them</summary>
      <ul className="goes">
        {seen.goes.map((one) => (
          <li key={`${one.name} ${one.what}`}>
            <span className="colour-dot" style={{ background: one.colour }} aria-hidden />
            <span>
              <strong>{one.name}</strong> for {one.what}: {one.why}{' '}
              <span className="hint">({one.contrast})</span>
            </span>
          </li>
        ))}
      </ul>
      <p className="hint caution">
        Sprays and solvents want fresh air and no flame. Follow the maker’s label.
      </p>
    </details>
  )
}

/** What the stash lacks, and a card to take to the shop. */
function ToBuy({ page, seen, papers }: { page: Page; seen: PapersOnPage; papers: Papers }) {
  const query = new URLSearchParams()
  for (const [name, value] of Object.entries(papers.asked)) {
    for (const one of Array.isArray(value) ? value : [value])
      if (one !== null && one !== undefined && one !== '') query.append(name, String(one))
  }
  return (
    <details className="papers-more">
      <summary>{seen.to_buy.length > 0 ? `To buy (${seen.to_buy.length})` : 'Nothing to buy'}</summary>
      <ul className="goes">
        {seen.to_buy.map((one) => (
          <li key={one.words}>
            <span className="colour-dot" style={{ background: one.colour }} aria-hidden />
            <span>
              <strong>{one.name}</strong>, {one.kind}, <Fractions text={one.sheets} />: {one.words}
            </span>
          </li>
        ))}
      </ul>
      <a className="stitched" href={`/api/pages/${page.id}/papers/files/swatches.pdf?${query}`} download>
        Swatch card to take along (PDF)
      </a>
    </details>
  )
}
