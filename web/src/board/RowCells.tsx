import type { BoardBlock } from '../api/client'
import type { PieceHandlers } from './Board'

interface RowCellsProps extends Pick<PieceHandlers, 'onActivate'> {
  block: BoardBlock
}

/** The pieces of a row, each to be touched by itself while a paper is carried. */
export function RowCells({ block, onActivate }: RowCellsProps) {
  if (block.cells.length === 0) return null
  const middle = `${block.x + block.width / 2} ${block.y + block.height / 2}`
  return (
    <g transform={block.turn ? `rotate(${block.turn} ${middle})` : undefined}>
      {block.cells.map(({ x, y, width, height }, cell) => (
        <rect
          key={`${x} ${y}`}
          className="row-cell"
          {...{ x: block.x + x, y: block.y + y, width, height }}
          role="button"
          tabIndex={-1}
          aria-label={`piece ${cell + 1} of ${block.name}`}
          data-block={block.id}
          data-cell={cell}
          onClick={() => onActivate?.(block, { cell })}
          onKeyDown={(event) => {
            if (event.key !== 'Enter' && event.key !== ' ') return
            event.preventDefault()
            onActivate?.(block, { cell })
          }}
        />
      ))}
    </g>
  )
}
