import { useState } from 'react'
import { Fractions } from '../app/Fractions'
import type { Change, Page, Tie } from '../api/client'
import { useTies } from '../api/queries'

interface AllTiesProps {
  page: Page
  onChange: (change: Change) => void
}

const KINDS: readonly { kinds: readonly Tie['kind'][]; words: string }[] = [
  { kinds: ['line'], words: 'Lines' },
  { kinds: ['equal-gaps', 'equal-size', 'centred'], words: 'Rows, sizes and middles' },
]

/** Everything that holds the page together, kind by kind; each can be untie and tied again. */
export function AllTies({ page, onChange }: AllTiesProps) {
  const [open, setOpen] = useState(false)
  return (
    <details className="all-ties" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>See them all</summary>
      {open && <Listed page={page} onChange={onChange} />}
    </details>
  )
}

function Listed({ page, onChange }: AllTiesProps) {
  const ties = useTies(page, true).data ?? []
  const named = new Set(KINDS.flatMap(({ kinds }) => kinds))
  const groups = [
    ...KINDS.map(({ kinds, words }) => ({ words, rows: ties.filter((tie) => kinds.includes(tie.kind)) })),
    { words: 'Order, layers and overlaps', rows: ties.filter((tie) => !named.has(tie.kind)) },
  ]
  return groups
    .filter(({ rows }) => rows.length > 0)
    .map(({ words, rows }) => (
      <div key={words}>
        <h3>
          {words}, {rows.length}
        </h3>
        <ul className="ties">
          {rows.map((tie) => (
            <li key={tie.key} className={tie.held ? '' : 'is-loose'}>
              <span>
                <Fractions text={tie.words} />
              </span>
              <button
                type="button"
                className="stitched"
                onClick={() => onChange({ kind: 'untie', tie: tie.key, again: !tie.held })}
              >
                {tie.held ? 'untie' : 'tie again'}
              </button>
            </li>
          ))}
        </ul>
      </div>
    ))
}
