import type { ClosedGap } from '../api/client'
import type { PageLayout } from '../geometry/layout'

/** Where two photos touch that were drawn apart: a line along the seam, and the word beside it. */
export function Seams({ closed, layout }: { closed: readonly ClosedGap[]; layout: PageLayout }) {
  const { left, top, scale } = layout
  return (
    <g className="seams" aria-hidden>
      {closed.map(({ blocks, seam }) => {
        const [low, high, right, foot] = seam as [number, number, number, number]
        const [x1, y1, x2, y2] = [
          left + low * scale,
          top + high * scale,
          left + right * scale,
          top + foot * scale,
        ]
        return (
          <g key={blocks.join(' ')} data-seam={blocks.join(' ')}>
            <rect x={x1 - 1.5} y={y1 - 1.5} width={x2 - x1 + 3} height={y2 - y1 + 3} />
            <text x={(x1 + x2) / 2} y={(y1 + y2) / 2}>
              they touch
            </text>
          </g>
        )
      })}
    </g>
  )
}
