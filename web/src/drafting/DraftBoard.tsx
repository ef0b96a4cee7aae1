import { pathOf } from '../geometry/rings'
import { useReducer, useRef, type KeyboardEvent, type PointerEvent } from 'react'
import { arrowOf } from '../app/arrows'
import type { BoardBlock, Draft, Redraw } from '../api/client'
import { gripAt, hold, type Hold, type HoldEvent, type Table } from '../geometry/hold'
import { usePencil } from './usePencil'

interface DraftBoardProps {
  draft: Draft
  picture: string | null
  heldId: string | null
  /** A new piece is being drawn: the next drag is its box. */
  drawing: boolean
  onHold: (id: string | null) => void
  onChange: (change: Redraw) => void
  onDrawn: (place: { left: string; top: string; width: string; height: string }) => void
}

const NONE = { left: false, right: false, top: false, bottom: false }

/** The draft drawn over the picture it was read from: pieces are moved, resized and drawn by hand. */
export function DraftBoard(props: DraftBoardProps) {
  const { draft, picture, heldId, drawing, onHold, onChange, onDrawn } = props
  const { board, mark } = draft
  const svg = useRef<SVGSVGElement>(null)
  const [held, tell] = useReducer(hold, { kind: 'idle' } as Hold)
  const toMark = (length: number) => String(Math.round(length / mark) * mark)
  const at = (event: { clientX: number; clientY: number }) => {
    const matrix = svg.current!.getScreenCTM()!
    return {
      x: (event.clientX - matrix.e) / matrix.a,
      y: (event.clientY - matrix.f) / matrix.d,
      scale: matrix.a,
    }
  }

  const press = (block: BoardBlock, event: PointerEvent<SVGElement>) => {
    if (drawing || event.button !== 0) return
    onHold(block.id)
    if (block.role === 'base') return
    const target = event.currentTarget
    const { x, y, scale } = at(event)
    const near = (event.pointerType === 'touch' ? 16 : 8) / scale
    const grip = heldId === block.id && !block.turn ? gripAt(x, y, block, near) : NONE
    const table: Table = {
      width: board.width,
      height: board.height,
      step: mark,
      reach: 6 / scale,
      pieces: board.blocks.filter((other) => other.role !== 'base' && other.turn === 0),
    }
    let now: Hold = { kind: 'idle' }
    const record = (told: HoldEvent) => {
      now = hold(now, told)
      tell(told)
    }
    record({ kind: 'press', piece: { ...block, stack: block.id }, grip, x, y })
    target.setPointerCapture(event.pointerId)
    const move = (moved: globalThis.PointerEvent) =>
      record({ kind: 'move', ...at(moved), slack: 4 / scale, table })
    const end = (ended: globalThis.PointerEvent) => {
      target.removeEventListener('pointermove', move)
      target.removeEventListener('pointerup', end)
      target.removeEventListener('pointercancel', end)
      if (ended.type === 'pointerup' && now.kind === 'moving') {
        const { dx, dy, dw, dh } = now.shift
        onChange({
          kind: 'place',
          block: block.id,
          left: toMark(block.x + dx),
          top: toMark(block.y + dy),
          ...(dw ? { width: toMark(block.width + dw) } : {}),
          ...(dh ? { height: toMark(block.height + dh) } : {}),
        })
      }
      tell({ kind: 'cancel' })
    }
    target.addEventListener('pointermove', move)
    target.addEventListener('pointerup', end)
    target.addEventListener('pointercancel', end)
  }

  const stroke = usePencil({ svg, on: drawing, page: board, mark, at, onDrawn })

  const keys = (block: BoardBlock, event: KeyboardEvent) => {
    const way = arrowOf(event.key)
    if (event.key === 'Enter' || event.key === ' ') onHold(block.id)
    else if (event.key === 'Escape') onHold(null)
    else if (event.key === 'Delete') onChange({ kind: 'remove', block: block.id })
    else if (way && block.role !== 'base') {
      const [across, down] = way
      const steps = event.shiftKey ? { wider: across, higher: down } : { across, down }
      onChange({ kind: 'step', block: block.id, ...steps })
    } else return
    event.preventDefault()
  }

  const shift = held.kind === 'moving' ? held.shift : null
  const shown = (block: BoardBlock) =>
    shift?.block === block.id
      ? {
          ...block,
          x: block.x + shift.dx,
          y: block.y + shift.dy,
          width: block.width + shift.dw,
          height: block.height + shift.dh,
        }
      : block
  return (
    <>
      <svg
        ref={svg}
        className={`draft-board${drawing ? ' is-drawing' : ''}${picture ? ' over-picture' : ''}`}
        viewBox={`0 0 ${board.width} ${board.height}`}
        role={drawing ? 'application' : 'group'}
        tabIndex={drawing ? 0 : undefined}
        aria-label={
          drawing
            ? 'The sketch being drawn: arrow keys lead the pencil, Enter begins the stroke and ends it'
            : 'The sketch being drawn'
        }
        {...stroke.handlers}
      >
        <rect className="draft-page" width={board.width} height={board.height} />
        {picture && (
          <image href={picture} width={board.width} height={board.height} preserveAspectRatio="none" />
        )}
        {board.blocks.map((block) => (
          <DraftPiece
            key={block.id}
            block={shown(block)}
            moved={shift?.block === block.id}
            letters={0.023 * Math.max(board.width, board.height)}
            held={block.id === heldId}
            guessed={draft.guessed.includes(block.id)}
            onPress={(event) => press(block, event)}
            onKey={(event) => keys(block, event)}
          />
        ))}
        {stroke.tip && <PencilAt tip={stroke.tip} from={stroke.from} board={board} />}
      </svg>
      <p className="visually-hidden" aria-live="polite">
        {stroke.words}
      </p>
    </>
  )
}

interface PencilAtProps {
  tip: { x: number; y: number }
  from: { x: number; y: number } | null
  board: Draft['board']
}

/** The stroke as far as it is drawn, and where the pencil is. */
function PencilAt({ tip, from, board }: PencilAtProps) {
  return (
    <g className="draft-pencil" pointerEvents="none">
      <path d={`M${tip.x} 0V${board.height}M0 ${tip.y}H${board.width}`} />
      {from && (
        <rect
          x={Math.min(from.x, tip.x)}
          y={Math.min(from.y, tip.y)}
          width={Math.abs(tip.x - from.x)}
          height={Math.abs(tip.y - from.y)}
        />
      )}
    </g>
  )
}

interface DraftPieceProps {
  block: BoardBlock
  moved: boolean
  /** Height of the word on a piece, in page units. */
  letters: number
  held: boolean
  guessed: boolean
  onPress: (event: PointerEvent<SVGElement>) => void
  onKey: (event: KeyboardEvent) => void
}

function DraftPiece({ block, moved, letters, held, guessed, onPress, onKey }: DraftPieceProps) {
  const { x, y, width, height, turn } = block
  const look = `draft-piece draft-${block.role}${held ? ' is-held' : ''}${guessed ? ' is-guess' : ''}`
  const words = `${block.name}, ${block.role}${guessed ? ', a guess' : ''}, ${block.texts.width} by ${block.texts.height}`
  return (
    <g
      className={look}
      transform={turn ? `rotate(${turn} ${x + width / 2} ${y + height / 2})` : undefined}
      role="button"
      tabIndex={0}
      aria-label={words}
      aria-pressed={held}
      data-block={block.id}
      onPointerDown={onPress}
      onKeyDown={onKey}
    >
      {block.shape === 'circle' ? (
        <ellipse cx={x + width / 2} cy={y + height / 2} rx={width / 2} ry={height / 2} />
      ) : block.points && !moved ? (
        <path d={pathOf([block.points, ...block.openings.map((one) => one.points)])} fillRule="evenodd" />
      ) : (
        <rect x={x} y={y} width={width} height={height} />
      )}
      {block.role !== 'base' && block.role !== 'mat' && height > letters * 1.6 && width > letters * 3 && (
        <text x={x + letters * 0.5} y={y + letters} fontSize={letters} aria-hidden>
          {guessed ? `${block.role}?` : block.role}
        </text>
      )}
    </g>
  )
}
