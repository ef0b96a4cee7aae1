/** Where the numbers of a measure ribbon stand, so that none covers another. */

export interface RibbonPart {
  from: number
  to: number
  text: string
  lifted: boolean
  /** Which of the piece's numbers it is: before it, its size, after it. */
  which?: 0 | 1 | 2
}

/** Divides a page's length at a piece; without one the whole length is one part. */
export function ribbonParts(
  whole: number,
  text: string,
  piece: { start: number; length: number; before: string; size: string; after: string } | null,
): RibbonPart[] {
  if (!piece) return [{ from: 0, to: whole, text, lifted: false }]
  const from = Math.max(0, piece.start)
  const to = Math.min(whole, piece.start + piece.length)
  return [
    { from: 0, to: from, text: piece.before, lifted: false, which: 0 as const },
    { from, to, text: piece.size, lifted: true, which: 1 as const },
    { from: to, to: whole, text: piece.after, lifted: false, which: 2 as const },
  ].filter((part) => part.to - part.from > 1e-6)
}

/**
 * Centres of labels in order along a line. The lifted one stays at its part's
 * middle; its neighbours step outward as far as they must.
 */
export function spreadLabels(middles: number[], sizes: number[], fixed: number, gap: number): number[] {
  const placed = [...middles]
  for (let index = fixed + 1; index < placed.length; index++) {
    const least = placed[index - 1]! + (sizes[index - 1]! + sizes[index]!) / 2 + gap
    placed[index] = Math.max(placed[index]!, least)
  }
  for (let index = fixed - 1; index >= 0; index--) {
    const most = placed[index + 1]! - (sizes[index + 1]! + sizes[index]!) / 2 - gap
    placed[index] = Math.min(placed[index]!, most)
  }
  return placed
}
