/** A piece under the hand, as one small state that pointer records move along. No React, no DOM. */
import { lines, snap, type Span } from './snap'

/** Which edges follow the hand; none of them: the whole piece does. */
export interface Grip {
  left: boolean
  right: boolean
  top: boolean
  bottom: boolean
}

export interface Piece {
  id: string
  stack: string
  x: number
  y: number
  width: number
  height: number
}

export interface Table {
  width: number
  height: number
  step: number
  /** How near a line draws a piece to it, in page units. */
  reach: number
  pieces: Piece[]
}

/** How far the piece and all that lies with it is from where it was, and how much larger. */
export interface Shift {
  block: string
  stack: string
  dx: number
  dy: number
  dw: number
  dh: number
}

export type Hold =
  | { kind: 'idle' }
  | { kind: 'pressing'; piece: Piece; grip: Grip; x: number; y: number }
  | { kind: 'moving'; piece: Piece; grip: Grip; x: number; y: number; shift: Shift }
  /** Let go, waiting for the page that comes back. */
  | { kind: 'settling'; shift: Shift }

export type HoldEvent =
  | { kind: 'press'; piece: Piece; grip: Grip; x: number; y: number }
  | { kind: 'move'; x: number; y: number; slack: number; table: Table }
  | { kind: 'release' }
  | { kind: 'cancel' }
  | { kind: 'settled' }

const IDLE: Hold = { kind: 'idle' }

export function hold(now: Hold, event: HoldEvent): Hold {
  switch (event.kind) {
    case 'press':
      return { ...event, kind: 'pressing' }
    case 'move': {
      if (now.kind !== 'pressing' && now.kind !== 'moving') return now
      const far = Math.hypot(event.x - now.x, event.y - now.y) > event.slack
      if (now.kind === 'pressing' && !far) return now
      const shift = shifted(now.piece, now.grip, event.x - now.x, event.y - now.y, event.table)
      return { kind: 'moving', piece: now.piece, grip: now.grip, x: now.x, y: now.y, shift }
    }
    case 'release':
      return now.kind === 'moving' ? { kind: 'settling', shift: now.shift } : IDLE
    case 'cancel':
      return now.kind === 'settling' ? now : IDLE
    case 'settled':
      return now.kind === 'settling' ? IDLE : now
  }
}

function shifted(piece: Piece, grip: Grip, byX: number, byY: number, table: Table): Shift {
  const others = table.pieces.filter((other) => other.stack !== piece.stack)
  const across = along(
    { start: piece.x, length: piece.width },
    others.map((other) => ({ start: other.x, length: other.width })),
    byX,
    table.width,
    table,
    grip.left,
    grip.right,
    grip.top || grip.bottom,
  )
  const down = along(
    { start: piece.y, length: piece.height },
    others.map((other) => ({ start: other.y, length: other.height })),
    byY,
    table.height,
    table,
    grip.top,
    grip.bottom,
    grip.left || grip.right,
  )
  return { block: piece.id, stack: piece.stack, dx: across.by, dy: down.by, dw: across.grown, dh: down.grown }
}

/** On one axis: move the span, or the one edge that is held. */
function along(
  span: Span,
  others: Span[],
  by: number,
  whole: number,
  table: Table,
  low: boolean,
  high: boolean,
  still: boolean,
): { by: number; grown: number } {
  const { start, length } = span
  if (low || high) {
    const edge = low ? start : start + length
    const marks = others.flatMap((other) => [other.start, other.start + other.length])
    const place = snap(edge + by, 0, whole, table.step, table.reach, [0, whole, ...marks])
    // Between the two edges stays a mark at least; rounding is no part of a mark.
    const { step } = table
    if (low) {
      const to = Math.min(place, Math.floor((start + length - step) / step + 1e-9) * step)
      return { by: to - start, grown: start - to }
    }
    const to = Math.max(place, Math.ceil((start + step) / step - 1e-9) * step)
    return { by: 0, grown: to - start - length }
  }
  if (still) return { by: 0, grown: 0 }
  const place = snap(start + by, length, whole, table.step, table.reach, lines(length, whole, others))
  return { by: place - start, grown: 0 }
}

/** Which edges a press near the border of a piece takes hold of; in its middle none. */
export function gripAt(x: number, y: number, piece: Piece, near: number): Grip {
  const inX = Math.min(near, piece.width / 4)
  const inY = Math.min(near, piece.height / 4)
  return {
    left: x - piece.x < inX,
    right: piece.x + piece.width - x < inX,
    top: y - piece.y < inY,
    bottom: piece.y + piece.height - y < inY,
  }
}
