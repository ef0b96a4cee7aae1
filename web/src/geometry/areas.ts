/** Parts of a photo, from 0 to 1 each way: moved and resized so that they stay on it. */
import type { Area } from '../api/client'

export type Place = Pick<Area, 'left' | 'top' | 'width' | 'height'>

/** Smaller than this is a slip of the hand. */
export const LEAST_SIDE = 0.02

const within = (value: number, most: number) => Math.min(Math.max(value, 0), Math.max(most, 0))

/** More than a slip of the hand, unless there is less than that left of the photo. */
const sized = (value: number, most: number) => Math.min(most, Math.max(LEAST_SIDE, within(value, most)))

export const movedBy = (place: Place, across: number, down: number): Place => ({
  ...place,
  left: within(place.left + across, 1 - place.width),
  top: within(place.top + down, 1 - place.height),
})

export const resizedBy = (place: Place, across: number, down: number): Place => ({
  ...place,
  width: sized(place.width + across, 1 - place.left),
  height: sized(place.height + down, 1 - place.top),
})

/** The box between two points; nothing when it is a slip of the hand. */
export function between(x0: number, y0: number, x1: number, y1: number): Place | null {
  const [left, right] = [within(Math.min(x0, x1), 1), within(Math.max(x0, x1), 1)]
  const [top, bottom] = [within(Math.min(y0, y1), 1), within(Math.max(y0, y1), 1)]
  const place = { left, top, width: right - left, height: bottom - top }
  return Math.min(place.width, place.height) < LEAST_SIDE ? null : place
}
