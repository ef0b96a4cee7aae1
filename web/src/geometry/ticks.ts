/** The marks of a ruler along one page edge. */

export interface Tick {
  /** Distance from the start, in the page's unit. */
  at: number
  /** 1 for the longest marks, less for the finer ones. */
  weight: number
  /** The number beside the mark, if it has one. */
  text: string | null
}

/** Below so many pixels to the inch there is room for halves only, and beside the numbers for nothing. */
export const SMALL = 30

/** Inches are divided into eighths (quarters or halves when small), millimetres into fives with every centimetre numbered. */
export function rulerTicks(length: number, unit: 'in' | 'mm', pixelsPerUnit: number): Tick[] {
  const ticks: Tick[] = []
  const parts = unit === 'in' ? (pixelsPerUnit < SMALL ? 2 : pixelsPerUnit < 40 ? 4 : 8) : 1
  const step = unit === 'in' ? 1 / parts : pixelsPerUnit < 1.6 ? 10 : 5
  const count = Math.floor(length / step + 1e-9)
  for (let index = 0; index <= count; index++) {
    ticks.push(unit === 'in' ? inchTick(index, parts) : millimetreTick(index * step))
  }
  return ticks
}

function inchTick(index: number, parts: number): Tick {
  const at = index / parts
  if (index % parts === 0) return { at, weight: 1, text: String(at) }
  if (index % (parts / 2) === 0) return { at, weight: 0.65, text: null }
  return { at, weight: index % (parts / 4) === 0 ? 0.45 : 0.28, text: null }
}

function millimetreTick(at: number): Tick {
  const ten = at % 10 === 0
  const numbered = at % 50 === 0
  return { at, weight: numbered ? 1 : ten ? 0.6 : 0.3, text: numbered ? String(at) : null }
}
