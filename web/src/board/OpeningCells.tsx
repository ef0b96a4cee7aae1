import type { BoardBlock } from '../api/client'
import type { PieceHandlers } from './Board'

interface OpeningCellsProps extends Pick<PieceHandlers, 'onActivate'> {
  block: BoardBlock
}

/** The openings of a piece, each to be touched by itself while a paper is carried: it goes behind that one. */
export function OpeningCells({ block, onActivate }: OpeningCellsProps) {
  if (block.openings.length === 0 || !block.of_paper) return null
  const middle = `${block.x + block.width / 2} ${block.y + block.height / 2}`
  return (
    <g transform={block.turn ? `rotate(${block.turn} ${middle})` : undefined}>
      {block.openings.map(({ points }, opening) => (
        <polygon
          key={points[0]!.join()}
          className="row-cell"
          points={points.join(' ')}
          role="button"
          tabIndex={-1}
          aria-label={`behind opening ${opening + 1} of ${block.name}`}
          data-block={block.id}
          data-opening={opening}
          onClick={() => onActivate?.(block, { opening })}
          onKeyDown={(event) => {
            if (event.key !== 'Enter' && event.key !== ' ') return
            event.preventDefault()
            onActivate?.(block, { opening })
          }}
        />
      ))}
    </g>
  )
}
