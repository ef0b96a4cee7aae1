import type { StickStep } from '../api/client'
import { pathOf } from '../geometry/rings'
import { useId } from 'react'

interface GluePictureProps {
  step: StickStep
}

const points = (rings: number[][][]) => rings.flat() as [number, number][]

/** The piece turned over, with where the glue goes hatched, and where foam evens it out. */
export function GluePicture({ step }: GluePictureProps) {
  const hatch = useId().replaceAll(':', '')
  const glued = step.glue.filter((one) => one.where.length > 0)
  if (glued.length === 0) return null
  const all = points([...step.outlines, ...glued.flatMap((one) => one.where)])
  const xs = all.map(([x]) => x)
  const ys = all.map(([, y]) => y)
  const [left, right] = [Math.min(...xs), Math.max(...xs)]
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)]
  const room = Math.max(right - left, bottom - top) * 0.04
  const mark = Math.max(right - left, bottom - top) / 40
  return (
    <figure className="glue-picture">
      <svg
        viewBox={`${left - room} ${top - room} ${right - left + 2 * room} ${bottom - top + 2 * room}`}
        role="img"
        aria-label={`The back of the piece, with where the glue goes: ${glued.map((one) => one.words[0]).join(' ')}`}
      >
        <pattern
          id={hatch}
          width={mark}
          height={mark}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect className="glue-ground" width={mark} height={mark} />
          <line className="glue-line" x1="0" y1="0" x2="0" y2={mark} strokeWidth={mark * 0.45} />
        </pattern>
        {/* Turned over, what was left lies right. */}
        <g transform={`translate(${left + right} 0) scale(-1 1)`}>
          <path className="glue-back" fillRule="evenodd" d={pathOf(step.outlines)} />
          {glued.map((one) => (
            <path key={one.name} fillRule="evenodd" d={pathOf(one.where)} fill={`url(#${hatch})`} />
          ))}
          {glued.map((one) => (
            <path key={one.name} className="glue-foam" fillRule="evenodd" d={pathOf(one.fillers)} />
          ))}
        </g>
      </svg>
      <figcaption>
        the back, hatched where it is glued
        {glued.some((one) => one.fillers.length > 0) && '; dotted where foam evens it out'}
      </figcaption>
    </figure>
  )
}
