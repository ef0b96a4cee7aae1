/** A part of a piece that takes a paper of its own: a piece of a row, or the place behind an opening. */
export type PartOf = { cell: number } | { opening: number }

/** Which part of a piece lies under the hand, by its element's data. */
export function partOf(cell: string | undefined, opening: string | undefined): PartOf | undefined {
  if (cell !== undefined) return { cell: Number(cell) }
  return opening === undefined ? undefined : { opening: Number(opening) }
}
