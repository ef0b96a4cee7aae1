import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { useGlance } from '../app/useGlance'
import type { Fit, Page, Way } from '../api/client'
import { sameWay } from '../api/queries'
import { PageThumb } from '../board/PageThumb'
import type { useWays } from '../api/queries'

interface WaysProps {
  page: Page
  ways: ReturnType<typeof useWays>
  onChoose: (way: Way) => void
  onLook: (fit: Fit | null) => void
}

const keyOf = (way: Way) => `${way.school}/${way.variant}/${way.turn}/${way.mirrored}/${way.plan}`

/** The ways to fit as small pages wearing her photos, the nearest to the drawing first; the one that lies there first of all until they are known. */
export function Ways({ page, ways, onChoose, onLook }: WaysProps) {
  const lies = page.pins.length === 0 && page.fit.board.blocks.length > 0 ? [page.fit] : []
  const found = ways.data ?? lies
  const shown = found.some((fit) => sameWay(fit.way, page.way)) ? found : [...lies, ...found]
  const waiting = ways.isPending
  const glance = useGlance(
    shown,
    (fit) => keyOf(fit.way),
    (fit) => onLook(fit && sameWay(fit.way, page.way) ? null : fit),
  )
  return (
    <section className="ways" aria-label="Ways to fit" aria-busy={waiting}>
      <h2>{!waiting && shown.length > 1 ? `${shown.length} ways to fit` : 'Ways to fit'}</h2>
      <ul onPointerLeave={glance.leave}>
        {shown.map((fit) => (
          <li key={keyOf(fit.way)}>
            <WayPage page={page} fit={fit} onChoose={onChoose} glance={glance.at(fit)} />
          </li>
        ))}
        {waiting && (
          <li className="way is-waiting">
            <span className="way-picture" aria-hidden />
            <span className="way-words" role="status">
              laying out other ways…
            </span>
          </li>
        )}
      </ul>
      {ways.error && <Trouble error={ways.error} />}
    </section>
  )
}

interface WayPageProps {
  page: Page
  fit: Fit
  onChoose: (way: Way) => void
  glance: ReturnType<ReturnType<typeof useGlance<Fit>>['at']>
}

/** One way: a small page, what it is called, what it gains and gives up. */
function WayPage({ page, fit, onChoose, glance }: WayPageProps) {
  const chosen = sameWay(fit.way, page.way)
  return (
    <button type="button" className="way" aria-pressed={chosen} onClick={() => onChoose(fit.way)} {...glance}>
      <span className="way-picture">
        <PageThumb board={fit.board} slots={page.slots} titles={page.titles} size={104} />
      </span>
      <span className="way-words">
        <strong>{fit.title}</strong>
        <span>{fit.gist}</span>
        {fit.aside.length > 0 && <span className="way-note">Left out: {fit.aside.join(', ')}.</span>}
        {fit.note && (
          <span className="way-note">
            <Fractions text={fit.note} />
          </span>
        )}
      </span>
    </button>
  )
}
