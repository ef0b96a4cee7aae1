import { useState, type PointerEvent } from 'react'
import type { Change, Page, PaperPlace, StashPaper, Suited } from '../api/client'
import { useSuited } from '../api/paperQueries'
import { Trouble } from '../app/Trouble'
import { useGlance } from '../app/useGlance'
import type { CarriedPaper } from '../cutting/PaperTray'
import { Waiting } from '../app/Waiting'
import { usePapers as useStashPapers } from '../api/cuttingQueries'
import { lookOf, Swatch } from '../stash/Swatch'
import type { Papers } from './usePapers'
import { WhyNot } from './WhyNot'

interface FanProps {
  page: Page
  place: PaperPlace
  papers: Papers
  onChange: (change: Change) => void
  /** A sheet is pressed: it may be dragged onto any piece. */
  onPress: (paper: CarriedPaper, event: PointerEvent) => void
}

/** The other side of a paper shows at its turned corner. */
function backOf(stash: StashPaper[] | undefined, { paper }: Suited) {
  const found = stash?.find((one) => one.id === paper.stash_paper)
  return found ? { back: lookOf(paper.side === 'A' ? found.back : found.front) } : {}
}

const keyOf = (one: Suited) => `${one.paper.stash_paper} ${one.paper.side}`

/** The papers that suit a place, as a fan of sheets; looking at one lays it on the page. */
export function Fan({ page, place, papers, onChange, onPress }: FanProps) {
  const [moreFor, askMore] = useState<string | null>(null)
  const more = moreFor === place.letter
  const suited = useSuited(page, papers.asked, place.letter, more)
  const [looked, look] = useState<string | null>(null)
  // What is told below stays that of the last one looked at, also on the way there.
  const [told, tell] = useState<string | null>(null)
  const stash = useStashPapers()
  const found = suited.data ?? []
  const glance = useGlance(found, keyOf, (one) => {
    look(one && keyOf(one))
    if (one) tell(keyOf(one))
    papers.onPreview(one?.board ?? null)
  })
  if (suited.error) return <Trouble error={suited.error} />
  const shown = found.find((one) => keyOf(one) === told) ?? found[0]
  return (
    <div className="fan-box">
      {place.is_cut && <p className="hint">Some of it is cut already: it stays unless you change it here.</p>}
      {suited.isPending && <Waiting words="Fanning out your papers" />}
      {suited.data && found.length === 0 && (
        <p className="hint">Your stash is empty. Photograph a sheet, or write what you have.</p>
      )}
      <ul className={more ? 'fan is-spread' : 'fan'} onPointerLeave={glance.leave}>
        {found.map((one) => {
          const laid = place.laid?.stash_paper === one.paper.stash_paper && place.laid.side === one.paper.side
          return (
            <li key={keyOf(one)} className={looked && looked !== keyOf(one) ? 'is-dimmed' : undefined}>
              <button
                type="button"
                className="fan-sheet"
                aria-pressed={laid}
                aria-label={`Lay ${one.paper.name}, ${one.paper.side} side, on ${place.name}${laid ? ': lies there' : ''}`}
                onClick={() => onChange(one.change)}
                onPointerDown={(event) => {
                  event.currentTarget.releasePointerCapture(event.pointerId)
                  onPress(carriedOf(one), event)
                }}
                {...glance.at(one)}
              >
                <Swatch
                  look={one.paper.look}
                  width={more ? 66 : 78}
                  height={more ? 66 : 94}
                  {...backOf(stash.data, one)}
                />
                {laid && <span className="fan-laid">lies there</span>}
              </button>
            </li>
          )
        })}
      </ul>
      {shown && <Reasons one={shown} />}
      {found.length > 0 && (
        <p className="papers-links">
          {shown && <HoldBeside one={shown} place={place} papers={papers} />}
          {shown && <UseIt one={shown} papers={papers} />}
          <button type="button" className="stitched" onClick={() => askMore(more ? null : place.letter)}>
            {more ? 'Only the best six' : 'Show more'}
          </button>
          <WhyNot page={page} place={place} papers={papers} onChange={onChange} />
        </p>
      )}
    </div>
  )
}

const carriedOf = ({ paper }: Suited): CarriedPaper => ({
  id: paper.stash_paper,
  name: paper.name,
  side: paper.side,
  look: paper.look,
})

/** Wishes that a paper lies somewhere on every whole page that is dealt. */
function UseIt({ one, papers }: { one: Suited; papers: Papers }) {
  const using = papers.asked.using ?? []
  const { stash_paper: number } = one.paper
  const wished = using.includes(number)
  return (
    <button
      type="button"
      className="stitched"
      aria-pressed={wished}
      onClick={() =>
        papers.ask({
          using: wished ? using.filter((other) => other !== number) : [...using.slice(-5), number],
        })
      }
    >
      {wished ? 'Used on every page' : 'Use this one'}
    </button>
  )
}

/** Holds the page with a paper on it beside others. */
function HoldBeside({ one, place, papers }: { one: Suited; place: PaperPlace; papers: Papers }) {
  const key = `${place.letter} ${keyOf(one)}`
  const held = papers.auditioned.some((other) => other.key === key)
  const label = `${one.paper.name} on ${place.name}`
  return (
    <button
      type="button"
      className="stitched"
      aria-pressed={held}
      onClick={() => papers.onAudition({ key, label, board: one.board, change: one.change })}
    >
      {held ? 'Held side by side' : 'Hold it side by side'}
    </button>
  )
}

/** What speaks for a paper and what against. */
function Reasons({ one }: { one: Suited }) {
  return (
    <div className="fan-reasons" aria-live="polite">
      <strong>{one.paper.name}</strong> <span className="hint">{one.paper.colours.join(', ')}</span>
      <ul>
        {one.reasons.map((words) => (
          <li key={words} className="speaks-for">
            {words}
          </li>
        ))}
        {one.against.map((words) => (
          <li key={words} className="speaks-against">
            {words}
          </li>
        ))}
      </ul>
    </div>
  )
}
