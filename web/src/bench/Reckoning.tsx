import { useState } from 'react'
import { Fractions } from '../app/Fractions'
import type { BoardBlock, Page } from '../api/client'
import { useReckoning } from '../api/measureQueries'

/** How the numbers of a piece were reckoned: sums to be checked with a pencil. */
export function Reckoning({ page, block }: { page: Page; block: BoardBlock }) {
  const [open, setOpen] = useState(false)
  return (
    <details className="reckoning" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>How this size was worked out</summary>
      {open && <Sums page={page} block={block} />}
    </details>
  )
}

function Sums({ page, block }: { page: Page; block: BoardBlock }) {
  const sums = useReckoning(page, block.id)
  return (
    <dl>
      {sums.data?.map((one) => (
        <div key={one.what}>
          <dt>{one.what}</dt>
          <dd>
            <Fractions text={one.sum} />
          </dd>
        </div>
      ))}
    </dl>
  )
}
