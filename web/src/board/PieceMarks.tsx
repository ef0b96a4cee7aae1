import type { Board } from '../api/client'
import { placeMarks } from '../geometry/labels'
import type { PageLayout } from '../geometry/layout'

const RADIUS = 10

/** An arrow beside the number: which way up the pattern of a directional paper lies on the piece. */
function Direction({ across, before }: { across: boolean; before: boolean }) {
  const beside = (before ? -2.3 : 2.3) * RADIUS
  return (
    <g className="direction" transform={`translate(${beside} 0) rotate(${across ? 90 : 0})`}>
      <circle r={RADIUS} />
      <path d="M0 5.5V-5.5M-3.6 -1.9L0 -5.5L3.6 -1.9" />
    </g>
  )
}

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
  const lies = new Map(board.blocks.map((block) => [block.id, block.look?.lie]))
  const wanted = new Set(
    board.blocks.filter((block) => block.number !== null && block.role !== 'mat').map((block) => block.id),
  )
  return (
    <g className="piece-marks" aria-hidden>
      {placeMarks(marked, wanted, RADIUS).map((mark) => (
        <g key={mark.id} transform={`translate(${left + mark.x} ${top + mark.y})`} data-mark={mark.id}>
          {lies.get(mark.id) && (
            <Direction
              across={lies.get(mark.id) === 'across'}
              before={mark.x + 3.3 * RADIUS > board.width * scale}
            />
          )}
          <circle r={RADIUS} />
          <text textAnchor="middle" dominantBaseline="central">
            {numbers.get(mark.id)}
          </text>
        </g>
      ))}
    </g>
  )
}
