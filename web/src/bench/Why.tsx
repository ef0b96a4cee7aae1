import { Fractions } from '../app/Fractions'
import { Fold } from '../app/Fold'
import type { Change, Fit, Page } from '../api/client'
import { useReasons } from '../api/queries'
import { AllTies } from './AllTies'

interface WhyProps {
  page: Page
  onChange: (change: Change) => void
}

/** What the chosen way kept and what gave way, one sentence each; what went back to the tray is told at once. */
export function Why({ page, onChange }: WhyProps) {
  const changed = page.fit.relations.broken.length
  return (
    <>
      {page.put_back.length > 0 && (
        <p className="put-back" role="status">
          Back in the tray, for this page has no room for {page.put_back.length === 1 ? 'it' : 'them'}:{' '}
          {counted(page.put_back)}. On a larger page {page.put_back.length === 1 ? 'it comes' : 'they come'}{' '}
          back.
        </p>
      )}
      {page.fit.touching.length > 0 && (
        <ul className="closed-gaps" aria-label="Photos that touch">
          {page.fit.touching.map((one) => (
            <li key={one.blocks.join()}>
              <Fractions text={`${capital(one.words)}.`} />
            </li>
          ))}
        </ul>
      )}
      <Fold
        place="changed"
        className="why"
        label="What changed from the sketch"
        heading="What changed from the sketch"
        note={changed > 0 && changed}
      >
        <Changed page={page} onChange={onChange} />
      </Fold>
    </>
  )
}

function Changed({ page, onChange }: WhyProps) {
  const { fit } = page
  const names = new Map(fit.board.blocks.map((block) => [block.id, block.name]))
  const photos = photoChanges(fit)
  const turned = fit.changes.filter((change) => change.kind === 'turn')
  const aside = fit.changes.filter((change) => change.kind === 'aside')
  // what was moved by hand has its own reasons
  const reasons = useReasons(page, page.pins.length === 0 && fit.relations.broken.length > 0)
  const broken = (page.pins.length === 0 && reasons.data?.relations.broken) || fit.relations.broken
  return (
    <>
      {fit.relations.broken.length === 0 ? (
        <p className="kept">✓ Every line, gap and place of the sketch is kept.</p>
      ) : (
        <p>
          Of {fit.relations.kept + fit.relations.broken.length} lines, gaps and places of the sketch{' '}
          {fit.relations.broken.length} changed.
        </p>
      )}
      <GivenUp page={page} onChange={onChange} />
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
        {page.slots
          .filter((slot) => slot.cut_off)
          .map((slot) => (
            <li key={`cut ${slot.block}`}>
              <b>{slot.name}</b>: {slot.cut_off}.
            </li>
          ))}
        {aside.map((change) => (
          <li key={`aside ${change.block}`}>{capital(change.why)}, so it is left out.</li>
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
    </>
  )
}

/** What a small page gave up, each to be asked back by one touch, and what stays because she said so. */
function GivenUp({ page, onChange }: { page: Page; onChange: (change: Change) => void }) {
  const rows = [
    ...page.fit.given_up.map((one) => ({ ...one, kept: false })),
    ...page.insist.map((one) => ({ ...one, kept: true })),
  ]
  if (rows.length === 0) return null
  return (
    <ul className="given-up" aria-label="What changed from the sketch">
      {rows.map(({ rung, goes, stays, kept }) => (
        <li key={`${rung} ${kept}`}>
          <span>{kept ? `You said: ${stays}.` : `${goes}.`}</span>
          <button
            type="button"
            className="stitched"
            onClick={() => onChange({ kind: 'insist', rung, on: !kept })}
          >
            {kept ? 'let it go' : stays}
          </button>
        </li>
      ))}
    </ul>
  )
}

/** Names with how many of each: "2 × button, leaf". */
function counted(names: string[]): string {
  const counts = new Map<string, number>()
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1)
  return [...counts].map(([name, count]) => (count > 1 ? `${count} × ${name}` : name)).join(', ')
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

function photoChanges(fit: Fit) {
  const photos = new Set(fit.board.blocks.filter((block) => block.role === 'photo').map((block) => block.id))
  return fit.changes.filter((change) => change.kind === 'size' && photos.has(change.block))
}
