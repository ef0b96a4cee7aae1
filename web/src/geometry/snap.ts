/** Where a dragged piece comes to lie while it is under the finger. The server has the last word when it is let go. */

export interface Span {
  start: number
  length: number
}

/** The starts at which a piece of some length has an edge, or its middle, on a line of the page or of another piece. */
export function lines(length: number, whole: number, others: Span[]): number[] {
  const starts = [0, whole - length, (whole - length) / 2]
  for (const other of others) {
    for (const edge of [other.start, other.start + other.length]) starts.push(edge, edge - length)
  }
  return starts.filter((start) => start >= -1e-9 && start <= whole - length + 1e-9)
}

/**
 * The nearest line within `reach`, else the nearest step of the grid; always on the page. A step that near to a line
 * gives way to it, so that what lies where it was drawn to lies there again.
 */
export function snap(
  start: number,
  length: number,
  whole: number,
  step: number,
  reach: number,
  at: number[],
): number {
  const most = Math.max(0, whole - length)
  const held = Math.min(Math.max(start, 0), most)
  const mark = Math.min(Math.round(held / step) * step, most)
  return nearest(held, reach, at) ?? nearest(mark, reach, at) ?? mark
}

function nearest(to: number, reach: number, at: number[]): number | null {
  let best: number | null = null
  let miss = reach
  for (const line of at) {
    const off = Math.abs(line - to)
    if (off <= miss) {
      best = line
      miss = off
    }
  }
  return best
}

/** A length as it reads while something moves: to the nearest sixteenth or half millimetre. */
export function passing(value: number, unit: 'in' | 'mm'): string {
  if (unit === 'mm') return String(Math.round(value * 2) / 2)
  let top = Math.round(Math.abs(value) * 16)
  const whole = Math.floor(top / 16)
  top %= 16
  let bottom = 16
  while (top && top % 2 === 0) {
    top /= 2
    bottom /= 2
  }
  const sign = value < 0 && (top || whole) ? '-' : ''
  if (!top) return `${sign}${whole}`
  return whole ? `${sign}${whole} ${top}/${bottom}` : `${sign}${top}/${bottom}`
}
