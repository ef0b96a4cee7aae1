import type { Change, Page } from '../api/client'

interface LeftOutProps {
  page: Page
  onChange: (change: Change) => void
}

/** What was left out, each to be brought back with one touch. */
export function LeftOut({ page, onChange }: LeftOutProps) {
  if (page.left_out.length === 0) return null
  return (
    <section className="left-out" aria-label="Left out">
      <h2>Left out</h2>
      <ul>
        {page.left_out.map((row) => (
          <li key={row.block}>
            {row.name}{' '}
            <button
              type="button"
              className="stitched"
              onClick={() => onChange({ kind: 'bring-back', block: row.block })}
            >
              Bring back
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
