import { useCallback, useReducer, type PointerEvent as ReactPointerEvent } from 'react'
import type { Board, BoardBlock, Change } from '../api/client'
import { onEscape } from '../app/escape'
import { gripAt, hold, type Hold, type Shift, type Table } from '../geometry/hold'

/** Pixels: before a press becomes a drag; how near an edge it takes hold of the edge; how near a line draws. */
const SLACK = 5
const EDGE = { mouse: 7, touch: 16 }
const REACH = 7

/**
 * Moving a piece, or one of its edges, by hand. While it moves only the picture
 * follows; when it is let go the server is asked, and answers with the whole page.
 */
export function usePieceHold(board: Board, step: number, send: (change: Change) => Promise<unknown>) {
  const [held, tell] = useReducer(hold, { kind: 'idle' } as Hold)

  const press = useCallback(
    (block: BoardBlock, event: ReactPointerEvent<SVGGElement>, scale: number, resizable: boolean) => {
      if (event.button !== 0 || block.role === 'base') return
      // A finger scrolls over the page until a piece is taken up; that one it moves.
      if (event.pointerType === 'touch' && !resizable) return
      const target = event.currentTarget
      const svg = target.ownerSVGElement!
      const group = target.parentElement as unknown as SVGGElement
      const matrix = group.getScreenCTM()!.inverse()
      const inPage = (moved: { clientX: number; clientY: number }) => {
        const point = svg.createSVGPoint()
        point.x = moved.clientX
        point.y = moved.clientY
        return point.matrixTransform(matrix)
      }
      const near = (event.pointerType === 'touch' ? EDGE.touch : EDGE.mouse) / scale
      const from = inPage(event)
      const grip = resizable
        ? gripAt(from.x, from.y, block, near)
        : { left: false, right: false, top: false, bottom: false }
      const table: Table = {
        width: board.width,
        height: board.height,
        step,
        reach: REACH / scale,
        pieces: board.blocks.filter((other) => other.role !== 'base' && other.turn === 0),
      }
      let now: Hold = { kind: 'pressing', piece: block, grip, x: from.x, y: from.y }
      tell({ ...now, kind: 'press' })
      target.setPointerCapture(event.pointerId)
      const move = (moved: PointerEvent) => {
        const { x, y } = inPage(moved)
        const record = { kind: 'move', x, y, slack: SLACK / scale, table } as const
        now = hold(now, record)
        tell(record)
      }
      const end = (ended: Pick<PointerEvent, 'type'>) => {
        callOff()
        target.removeEventListener('pointermove', move)
        target.removeEventListener('pointerup', end)
        target.removeEventListener('pointercancel', end)
        target.removeEventListener('lostpointercapture', end)
        const done = ended.type === 'pointerup' && now.kind === 'moving'
        tell({ kind: done ? 'release' : 'cancel' })
        if (!done || now.kind !== 'moving') return
        void send(changeOf(block, now.shift)).finally(() => tell({ kind: 'settled' }))
      }
      const callOff = onEscape(() => end({ type: 'pointercancel' }))
      target.addEventListener('pointermove', move)
      target.addEventListener('pointerup', end)
      target.addEventListener('pointercancel', end)
      target.addEventListener('lostpointercapture', end)
    },
    [board, step, send],
  )

  const shift: Shift | null = held.kind === 'moving' || held.kind === 'settling' ? held.shift : null
  return { press, shift, moving: held.kind === 'moving' }
}

function changeOf(block: BoardBlock, shift: Shift): Change {
  const change: Change = { kind: 'pin', block: block.id }
  if (shift.dw || shift.dh) {
    if (shift.dw) change.wide = block.width + shift.dw
    if (shift.dh) change.high = block.height + shift.dh
    if (shift.dw && shift.dx) change.at_x = block.x + shift.dx
    if (shift.dh && shift.dy) change.at_y = block.y + shift.dy
    return change
  }
  return { ...change, at_x: block.x + shift.dx, at_y: block.y + shift.dy }
}
