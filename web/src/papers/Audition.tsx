import { useState } from 'react'
import type { Change, Page } from '../api/client'
import { PageThumb } from '../board/PageThumb'
import { useSpace } from '../board/useSpace'
import type { Papers } from './usePapers'

const LIGHTS = [
  { key: 'day', words: 'as it is' },
  { key: 'grey', words: 'in grey' },
  { key: 'far', words: 'from across the room' },
  { key: 'evening', words: 'by warm evening light' },
] as const

interface AuditionProps {
  page: Page
  papers: Papers
  onChange: (change: Change) => void
}

/** Up to four papered pages side by side at one size, in several lights. */
export function Audition({ page, papers, onChange }: AuditionProps) {
  const [light, setLight] = useState<(typeof LIGHTS)[number]['key']>('day')
  const { ref, space } = useSpace<HTMLDivElement>({ width: 620, height: 640 })
  const count = papers.auditioned.length
  const { board } = page.fit
  const columns = count < 3 && board.height >= board.width ? count : Math.min(2, count)
  const rows = Math.ceil(count / columns)
  const scale = Math.min(
    (space.width / columns - 20) / board.width,
    ((space.height - 48) / rows - 108) / board.height,
  )
  const size = Math.max(60, scale * Math.max(board.width, board.height) * (light === 'far' ? 0.45 : 1))
  return (
    <section className="audition" ref={ref} aria-label="Side by side">
      <div className="chips" role="group" aria-label="In which light">
        {LIGHTS.map((one) => (
          <button
            key={one.key}
            type="button"
            className="chip"
            aria-pressed={light === one.key}
            onClick={() => setLight(one.key)}
          >
            {one.words}
          </button>
        ))}
        <button type="button" className="stitched" onClick={() => papers.onBeside(false)}>
          Back to the page
        </button>
      </div>
      <ul className={`auditioned light-${light}`} style={{ gridTemplateColumns: `repeat(${columns}, 1fr)` }}>
        {papers.auditioned.map((one) => (
          <li key={one.key}>
            <PageThumb
              board={one.board}
              slots={page.slots}
              titles={page.titles}
              stories={page.stories}
              accents={page.accents}
              size={size}
              label={one.label}
            />
            <p>
              <strong>{one.label}</strong>
            </p>
            <p className="deeds">
              <button
                type="button"
                className="btn btn-primary btn-sm"
                aria-label={`Take it: ${one.label}`}
                onClick={() => {
                  papers.clear()
                  onChange(one.change)
                }}
              >
                Take it
              </button>
              <button
                type="button"
                className="stitched"
                aria-label={`Remove: ${one.label}`}
                onClick={() => papers.onAudition(one)}
              >
                Remove
              </button>
            </p>
          </li>
        ))}
      </ul>
    </section>
  )
}
