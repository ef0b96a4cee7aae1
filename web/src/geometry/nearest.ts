/** Which thing lies next in a direction, for arrow keys that go from piece to piece. No DOM. */

export interface Place {
  x: number
  y: number
}

/** Pixels: middles nearer than this are one. */
const SAME = 3
/** Off the straight way counts so much more than along it. */
const ASIDE = 2

const isOneMiddle = (one: Place, other: Place) =>
  Math.abs(one.x - other.x) <= SAME && Math.abs(one.y - other.y) <= SAME

/**
 * The index of the place that lies nearest in the direction, or -1 where there is none. Places round the
 * same middle, such as a photo and its mat, follow each other in their order: right and down go on in it.
 * `before` tells how many of the places come before the one that is left.
 */
export function nearestTowards(
  from: Place,
  [across, down]: readonly [number, number],
  places: Place[],
  before: number,
): number {
  const goesOn = across + down > 0
  let best = -1
  let least = Infinity
  places.forEach((place, index) => {
    const dx = place.x - from.x
    const dy = place.y - from.y
    const along = dx * across + dy * down
    let cost = places.length + along + ASIDE * Math.abs(dx * down - dy * across)
    if (isOneMiddle(place, from)) {
      cost = goesOn ? index - before : before - 1 - index
      if (cost < 0) return
    } else if (along <= SAME) return
    // Of two that lie round one middle, off the way, the upper one is met: a photo, not its mat.
    const above = best >= 0 && isOneMiddle(place, places[best]!) && !isOneMiddle(place, from)
    if (above ? cost > least + 2 * SAME * ASIDE : cost >= least) return
    least = Math.min(least, cost)
    best = index
  })
  return best
}
