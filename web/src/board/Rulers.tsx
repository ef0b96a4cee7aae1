import type { PageLayout } from '../geometry/layout'
import { rulerTicks, SMALL } from '../geometry/ticks'

interface RulersProps {
  layout: PageLayout
  width: number
  height: number
  unit: 'in' | 'mm'
}

/** Rulers along the page's top and left edges, in pixels. */
export function Rulers({ layout, width, height, unit }: RulersProps) {
  const { left, top, scale } = layout
  const small = unit === 'in' && scale < SMALL
  return (
    <g className="rulers" aria-hidden>
      {rulerTicks(width, unit, scale).map((tick) => (
        <g key={`x${tick.at}`} transform={`translate(${left + tick.at * scale} ${top - 2})`}>
          <line y2={-12 * tick.weight} />
          {/* One at the very edge would be cut off; the ribbon above says how wide the page is. */}
          {tick.text && (width - tick.at) * scale > 6 && (
            <text x={3} y={-6}>
              {tick.text}
            </text>
          )}
        </g>
      ))}
      {rulerTicks(height, unit, scale).map((tick) => (
        <g key={`y${tick.at}`} transform={`translate(${left - 2} ${top + tick.at * scale})`}>
          <line x2={-12 * tick.weight} />
          {tick.text && tick.at > 0 && (
            <text x={small ? -9 : -5} y={-3} textAnchor="end">
              {tick.text}
            </text>
          )}
        </g>
      ))}
    </g>
  )
}
