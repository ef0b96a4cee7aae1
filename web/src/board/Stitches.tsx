import type { Board, BoardBlock, Tie } from '../api/client'

interface StitchesProps {
  board: Board
  lifted: BoardBlock
  ties: Tie[]
}

/** What a piece taken up is tied to, as running stitches: along shared lines, else from middle to middle. */
export function Stitches({ board, lifted, ties }: StitchesProps) {
  const blocks = new Map(board.blocks.map((block) => [block.id, block]))
  const held = ties.filter((tie) => tie.held && tie.blocks.includes(lifted.id))
  return (
    <g className="stitches" pointerEvents="none" aria-hidden>
      {held.map((tie) => {
        const others = tie.blocks.map((id) => blocks.get(id)).filter((block) => block !== undefined)
        if (tie.kind === 'line' && tie.blocks[0] === lifted.id && tie.side)
          return <path key={tie.key} d={alongLine(lifted, others, tie.side)} />
        if (
          tie.kind === 'equal-gaps' ||
          tie.kind === 'equal-size' ||
          tie.kind === 'anchor' ||
          tie.kind === 'tuck'
        )
          return <path key={tie.key} className="is-loose" d={throughMiddles(others)} />
        return null
      })}
    </g>
  )
}

function alongLine(block: BoardBlock, all: BoardBlock[], side: NonNullable<Tie['side']>): string {
  const boxes = all.map((other) => other.box as [number, number, number, number])
  const [left, top, right, bottom] = block.box as [number, number, number, number]
  const low = (index: 0 | 1) => Math.min(...boxes.map((box) => box[index]))
  const high = (index: 2 | 3) => Math.max(...boxes.map((box) => box[index]))
  if (side === 'left' || side === 'right') return `M${side === 'left' ? left : right} ${low(1)}V${high(3)}`
  return `M${low(0)} ${side === 'top' ? top : bottom}H${high(2)}`
}

function throughMiddles(blocks: BoardBlock[]): string {
  return `M${blocks.map((block) => `${block.x + block.width / 2} ${block.y + block.height / 2}`).join('L')}`
}
