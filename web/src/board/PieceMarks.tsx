import type { Board } from '../api/client'
import { placeMarks } from '../geometry/labels'
import type { PageLayout } from '../geometry/layout'

const RADIUS = 10

/** The pieces' numbers on the page, each on its own piece where it shows. */
export function PieceMarks({ board, layout }: { board: Board; layout: PageLayout }) {
  const { scale, left, top } = layout
  const marked = board.blocks.map((block) => ({
    id: block.id,
    box: {
      left: block.box[0]! * scale,
      top: block.box[1]! * scale,
      right: block.box[2]! * scale,
      bottom: block.box[3]! * scale,
    },
    photo: block.role === 'photo',
    title: block.role === 'title',
  }))
  const numbers = new Map(board.blocks.map((block) => [block.id, block.number]))
  const wanted = new Set(
    board.blocks.filter((block) => block.number !== null && block.role !== 'mat').map((block) => block.id),
  )
  return (
    <g className="piece-marks" aria-hidden>
      {placeMarks(marked, wanted, RADIUS).map((mark) => (
        <g key={mark.id} transform={`translate(${left + mark.x} ${top + mark.y})`} data-mark={mark.id}>
          <circle r={RADIUS} />
          <text textAnchor="middle" dominantBaseline="central">
            {numbers.get(mark.id)}
          </text>
        </g>
      ))}
    </g>
  )
}
