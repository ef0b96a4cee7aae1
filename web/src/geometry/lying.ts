/** How a part of a sheet lies on the trimmer: turned so that the edge named lies at the fence, on the left. */

export type Edge = 'left' | 'top' | 'right' | 'bottom'

export interface PartBox {
  x: number
  y: number
  width: number
  height: number
}

export interface Lying {
  /** Size of the part as it lies. */
  width: number
  height: number
  /** From places on the sheet to places on the trimmer, as an SVG transform. */
  transform: string
  /** The same for one place. */
  place: (x: number, y: number) => { x: number; y: number }
  /** From the fence to the cut. */
  setting: number
  /** Where along the cut something is that lies `at` from the part's left or top edge. */
  along: (at: number) => number
}

/** Lays a part on the trimmer; `at` is the cut from the part's own left or top edge. */
export function lie(part: PartBox, fence: Edge, at: number): Lying {
  const { x, y, width, height } = part
  const turns: Record<Edge, [number, number, number, number, number, number]> = {
    left: [1, 0, 0, 1, -x, -y],
    right: [-1, 0, 0, -1, x + width, y + height],
    top: [0, -1, 1, 0, -y, x + width],
    bottom: [0, 1, -1, 0, y + height, -x],
  }
  const [a, b, c, d, e, f] = turns[fence]
  const level = fence === 'top' || fence === 'bottom'
  const across = level ? height : width
  const long = level ? width : height
  const fromFence = fence === 'left' || fence === 'top'
  return {
    width: across,
    height: long,
    transform: `matrix(${a} ${b} ${c} ${d} ${e} ${f})`,
    place: (px, py) => ({ x: a * px + c * py + e, y: b * px + d * py + f }),
    setting: fromFence ? at : across - at,
    along: (where) => (fence === 'left' || fence === 'bottom' ? where : long - where),
  }
}
