/** Places for the pieces' numbers: on their own piece, never on a title, a photo's middle or each other. */

export interface Rect {
  left: number
  top: number
  right: number
  bottom: number
}

export interface Marked {
  id: string
  box: Rect
  /** Drawn above the earlier ones. */
  photo: boolean
  title: boolean
}

export interface Mark {
  id: string
  x: number
  y: number
}

/** The part of a photo that is kept free of numbers: all but a border. */
const KEPT_FREE = 0.6

export function overlap(a: Rect, b: Rect): boolean {
  return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom
}

function middle(box: Rect): Rect {
  const x = ((box.right - box.left) * (1 - KEPT_FREE)) / 2
  const y = ((box.bottom - box.top) * (1 - KEPT_FREE)) / 2
  return { left: box.left + x, top: box.top + y, right: box.right - x, bottom: box.bottom - y }
}

function around(x: number, y: number, radius: number): Rect {
  return { left: x - radius, top: y - radius, right: x + radius, bottom: y + radius }
}

/** Candidate centres on a piece: its corners first, then along its edges, then everywhere. */
function* spots(box: Rect, radius: number): Generator<[number, number]> {
  const inset = radius + 2
  const left = Math.min(box.left + inset, (box.left + box.right) / 2)
  const right = Math.max(box.right - inset, (box.left + box.right) / 2)
  const top = Math.min(box.top + inset, (box.top + box.bottom) / 2)
  const bottom = Math.max(box.bottom - inset, (box.top + box.bottom) / 2)
  yield* [
    [left, bottom],
    [right, bottom],
    [left, top],
    [right, top],
  ]
  const steps = 12
  for (let row = 0; row <= steps; row++) {
    for (let column = 0; column <= steps; column++) {
      yield [left + ((right - left) * column) / steps, bottom - ((bottom - top) * row) / steps]
    }
  }
}

/**
 * Places one mark per piece, in pixels. A mark lies where its piece shows; a piece
 * without such a place gets none (its number still stands in the list).
 */
export function placeMarks(blocks: Marked[], wanted: ReadonlySet<string>, radius: number): Mark[] {
  const taken: Rect[] = [
    ...blocks.filter((block) => block.title).map((block) => block.box),
    ...blocks.filter((block) => block.photo).map((block) => middle(block.box)),
  ]
  const marks: Mark[] = []
  blocks.forEach((block, index) => {
    if (!wanted.has(block.id)) return
    const above = blocks.slice(index + 1).map((other) => other.box)
    for (const [x, y] of spots(block.box, radius)) {
      const place = around(x, y, radius)
      if ([...taken, ...above].some((box) => overlap(place, box))) continue
      taken.push(place)
      marks.push({ id: block.id, x, y })
      return
    }
  })
  return marks
}
