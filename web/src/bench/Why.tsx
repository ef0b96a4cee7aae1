import { Fractions } from '../app/Fractions'
import type { Change, Fit, Page } from '../api/client'
import { useReasons } from '../api/queries'
import { AllTies } from './AllTies'

/** What the chosen way kept and what gave way, one sentence each. */
export function Why({ page, onChange }: { page: Page; onChange: (change: Change) => void }) {
  const { fit } = page
  const names = new Map(fit.board.blocks.map((block) => [block.id, block.name]))
  const photos = photoChanges(fit)
  const turned = fit.changes.filter((change) => change.kind === 'turn')
  const aside = fit.changes.filter((change) => change.kind === 'aside')
  // what was moved by hand has its own reasons
  const reasons = useReasons(page, page.pins.length === 0 && fit.relations.broken.length > 0)
  const broken = (page.pins.length === 0 && reasons.data?.relations.broken) || fit.relations.broken
  return (
    <section className="why" aria-label="Why">
      <h2>What gave way</h2>
      {fit.relations.broken.length === 0 ? (
        <p className="kept">✓ Every line, gap and place of the sketch is kept.</p>
      ) : (
        <p>
          Of {fit.relations.kept + fit.relations.broken.length} lines, gaps and places of the sketch{' '}
          {fit.relations.broken.length} changed.
        </p>
      )}
      <AllTies page={page} onChange={onChange} />
      {fit.status === 'best-found' && (
        <p className="hint">The best found in the time, not proven to be the best.</p>
      )}
      <ul>
        {photos.map((change) => (
          <li key={change.block}>
            <b>{names.get(change.block)}</b>:{' '}
            <Fractions text={`${change.from} → ${change.to}; ${change.why}.`} />
          </li>
        ))}
        {aside.map((change) => (
          <li key={`aside ${change.block}`}>{capital(change.why)}, so it is laid aside.</li>
        ))}
        {turned.map((change) => (
          <li key={`turn ${change.block}`}>
            <b>{names.get(change.block)}</b>: {change.from} → {change.to}; {change.why}.
          </li>
        ))}
        {broken.map((lost) => (
          <li key={`${lost.kind}${lost.blocks.join()}${lost.axis}${lost.why}`}>
            <Fractions text={`${capital(lost.why)}.`} />
          </li>
        ))}
        {photos.length + aside.length + fit.relations.broken.length === 0 && (
          <li>Nothing: every photo as drawn, every line kept.</li>
        )}
      </ul>
    </section>
  )
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

function photoChanges(fit: Fit) {
  const photos = new Set(fit.board.blocks.filter((block) => block.role === 'photo').map((block) => block.id))
  return fit.changes.filter((change) => change.kind === 'size' && photos.has(change.block))
}
