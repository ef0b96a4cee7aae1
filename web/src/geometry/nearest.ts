/** Which thing lies next in a direction, for arrow keys that go from piece to piece. No DOM. */

export interface Place {
  x: number
  y: number
}

/** Off the straight way counts so much more than along it. */
const ASIDE = 2

/** The index of the place that lies nearest in the direction, or -1 where there is none. */
export function nearestTowards(
  from: Place,
  [across, down]: readonly [number, number],
  places: Place[],
): number {
  let best = -1
  let least = Infinity
  places.forEach((place, index) => {
    const dx = place.x - from.x
    const dy = place.y - from.y
    const along = dx * across + dy * down
    if (along <= 1) return
    const cost = along + ASIDE * Math.abs(dx * down - dy * across)
    if (cost < least) {
      least = cost
      best = index
    }
  })
  return best
}
