import type { Board, Pin } from '../api/client'
import type { PageLayout } from '../geometry/layout'

/** The heads of the pins that hold pieces where a hand put them, or at the size it gave them. */
export function PinHeads({ board, pins, layout }: { board: Board; pins: Pin[]; layout: PageLayout }) {
  return (
    <g className="pin-heads" aria-hidden>
      {pins.map((pin) => {
        const block = board.blocks.find((candidate) => candidate.id === pin.block)
        if (!block) return null
        const x = layout.left + (block.x + block.width / 2) * layout.scale
        const y = layout.top + block.y * layout.scale + 9
        return (
          <g key={pin.block} data-pin={pin.block} transform={`translate(${x} ${y})`}>
            <line x1={0} y1={0} x2={4} y2={11} />
            <circle r={6} />
            <circle className="glint" cx={-1.8} cy={-1.8} r={1.6} />
          </g>
        )
      })}
    </g>
  )
}
