import type { Embellishment } from '../api/client'
import { AccentShape } from '../board/AccentShape'

/** An embellishment in its colours, as large as there is room. */
export function PiecePicture({ one, size }: { one: Embellishment; size: number }) {
  const long = Math.max(one.width, one.height) * 1.1
  const lying = { ...one, x: one.width / 2, y: one.height / 2, turn: 0, foam: false, shown: null }
  return (
    <svg
      className="piece-picture"
      width={size}
      height={size}
      viewBox={`${(one.width - long) / 2} ${(one.height - long) / 2} ${long} ${long}`}
      aria-hidden
    >
      <AccentShape accent={lying} />
    </svg>
  )
}
