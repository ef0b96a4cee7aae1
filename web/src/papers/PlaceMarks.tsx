import type { Board } from '../api/client'

/** Outlines of pieces, so that she sees which ones are meant. */
export function PlaceMarks({ board, blocks }: { board: Board; blocks: string[] }) {
  return (
    <g className="place-marks" pointerEvents="none">
      {board.blocks
        .filter((block) => blocks.includes(block.id))
        .map(({ id, x, y, width, height, turn }) => (
          <rect
            key={id}
            {...{ x, y, width, height }}
            transform={`rotate(${turn} ${x + width / 2} ${y + height / 2})`}
          />
        ))}
    </g>
  )
}
