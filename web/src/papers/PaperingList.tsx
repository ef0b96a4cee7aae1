import { useState } from 'react'
import type { Change, Page, PaperPlace, Papering, PapersAsked } from '../api/client'
import { usePapers as useStashPapers } from '../api/cuttingQueries'
import { usePaperings } from '../api/paperQueries'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { useGlance } from '../app/useGlance'
import { Waiting } from '../app/Waiting'
import { PageThumb } from '../board/PageThumb'
import type { Papers } from './usePapers'

interface PaperingListProps {
  page: Page
  places: PaperPlace[]
  papers: Papers
  onChange: (change: Change) => void
}

const keyOf = (one: Papering) => JSON.stringify(one.change)

const TEMPERS: { key: NonNullable<PapersAsked['temper']>; words: string }[] = [
  { key: 'calm', words: 'calmer' },
  { key: 'contrast', words: 'more contrast' },
  { key: 'bright', words: 'brighter' },
]

/** Whole papered pages, small; looking at one lays it on the page, one more wish deals them again. */
export function PaperingList({ page, places, papers, onChange }: PaperingListProps) {
  const dealt = usePaperings(page, papers.asked, places.length > 0)
  const found = dealt.data?.paperings ?? []
  const glance = useGlance(found, keyOf, (one) => papers.onPreview(one?.board ?? null))
  if (places.length === 0) return null
  return (
    <section aria-label="Whole papered pages" className="paperings-box">
      <h2>Whole pages</h2>
      <Wishes places={places} papers={papers} />
      {dealt.error && <Trouble error={dealt.error} />}
      {dealt.isPending && <Waiting words="Trying your papers on the page" />}
      <ul
        className={dealt.isPlaceholderData ? 'paperings is-late' : 'paperings'}
        onPointerLeave={glance.leave}
      >
        {found.map((one, number) => (
          <PaperedPage
            key={keyOf(one)}
            page={page}
            one={one}
            number={number}
            papers={papers}
            onChange={onChange}
            glance={glance.at(one)}
          />
        ))}
      </ul>
    </section>
  )
}

interface PaperedPageProps {
  page: Page
  one: Papering
  number: number
  papers: Papers
  onChange: (change: Change) => void
  glance: ReturnType<ReturnType<typeof useGlance<Papering>>['at']>
}

function PaperedPage({ page, one, number, papers, onChange, glance }: PaperedPageProps) {
  const key = keyOf(one)
  const held = papers.auditioned.some((other) => other.key === key)
  return (
    <li className="papering">
      <button type="button" className="story-way" onClick={() => onChange(one.change)} {...glance}>
        <PageThumb
          board={one.board}
          slots={page.slots}
          titles={page.titles}
          stories={page.stories}
          accents={page.accents}
          size={128}
        />
        <strong>{one.leads}</strong>
      </button>
      <span className="hint">
        {one.gains}; <Fractions text={one.paper_words} />
      </span>
      <button
        type="button"
        className="stitched"
        aria-pressed={held}
        aria-label={`${held ? 'held' : 'hold'} side by side: page ${number + 1}`}
        onClick={() => papers.onAudition({ key, label: one.leads, board: one.board, change: one.change })}
      >
        {held ? 'held side by side' : 'hold side by side'}
      </button>
    </li>
  )
}

/** One more wish: each chip deals the papers again. */
function Wishes({ places, papers }: { places: PaperPlace[]; papers: Papers }) {
  const { asked, ask } = papers
  const [open, setOpen] = useState(false)
  const colours = [
    ...new Map(
      places.flatMap((place) =>
        place.laid ? [[place.laid.colours[0] ?? '', place.laid.look.colour] as const] : [],
      ),
    ),
  ].filter(([name]) => name)
  const stash = useStashPapers()
  const using = asked.using ?? []
  const without = asked.without ?? []
  const keep = asked.keep ?? []
  return (
    <>
      <div className="chips" role="group" aria-label="How the page shall look">
        {TEMPERS.map((one) => (
          <button
            key={one.key}
            type="button"
            className="chip"
            aria-pressed={asked.temper === one.key}
            onClick={() => ask({ temper: asked.temper === one.key ? 'even' : one.key })}
          >
            {one.words}
          </button>
        ))}
        <button
          type="button"
          className="chip"
          aria-pressed={asked.scraps_only ?? false}
          onClick={() => ask({ scraps_only: !asked.scraps_only })}
        >
          only from scraps
        </button>
        {using.map((number) => (
          <button
            key={number}
            type="button"
            className="chip"
            aria-pressed
            onClick={() => ask({ using: using.filter((one) => one !== number) })}
          >
            with {stash.data?.find((one) => one.id === number)?.name ?? 'a paper'}
          </button>
        ))}
        <button type="button" className="chip" aria-expanded={open} onClick={() => setOpen(!open)}>
          more wishes {open ? '▴' : '▾'}
        </button>
      </div>
      {open && (
        <div className="more-wishes">
          <div className="chips" role="group" aria-label="More wishes">
            <button
              type="button"
              className="chip"
              aria-pressed={asked.triangle ?? true}
              onClick={() => ask({ triangle: !(asked.triangle ?? true) })}
            >
              colours come again
            </button>
            <button
              type="button"
              className="chip"
              aria-pressed={asked.favourites ?? false}
              onClick={() => ask({ favourites: !asked.favourites })}
            >
              favourites in slivers
            </button>
            {colours.map(([name, colour]) => (
              <button
                key={name}
                type="button"
                className="chip"
                aria-pressed={without.includes(colour)}
                onClick={() => ask({ without: toggled(without, colour) })}
              >
                without {name}
              </button>
            ))}
          </div>
          <p className="hint">What stays as it is when papers are dealt:</p>
          <div className="chips" role="group" aria-label="What stays as it is">
            {places
              .filter((place) => place.laid)
              .map((place) => (
                <button
                  key={place.letter}
                  type="button"
                  className="chip"
                  aria-pressed={place.is_cut || keep.includes(place.letter)}
                  disabled={place.is_cut}
                  onClick={() => ask({ keep: toggled(keep, place.letter) })}
                >
                  {place.laid!.name} on {place.name}
                </button>
              ))}
          </div>
        </div>
      )}
    </>
  )
}

function toggled<Thing>(all: readonly Thing[], one: Thing): Thing[] {
  return all.includes(one) ? all.filter((other) => other !== one) : [...all, one]
}
