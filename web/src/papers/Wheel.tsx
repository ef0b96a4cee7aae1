import type { KeyboardEvent } from 'react'
import type { PapersAsked } from '../api/client'
import { useWheel } from '../api/paperQueries'
import { Trouble } from '../app/Trouble'
import type { Papers } from './usePapers'

const SCHEMES: { key: NonNullable<PapersAsked['scheme']>; words: string }[] = [
  { key: 'opposite', words: 'two opposite' },
  { key: 'three', words: 'three apart' },
  { key: 'neighbours', words: 'neighbours' },
  { key: 'split', words: 'split' },
  { key: 'tones', words: 'one in many tones' },
]

const RADIUS = 84
const INNER = 46

/** A place on the wheel: red at the top, round clockwise. */
const at = (angle: number, radius: number) => {
  const turn = ((angle - 90) * Math.PI) / 180
  return [radius * Math.cos(turn), radius * Math.sin(turn)] as const
}

/** A slice of the wheel round an angle. */
function slice(angle: number, half = 15) {
  const [[a, b], [c, d]] = [at(angle - half, RADIUS), at(angle + half, RADIUS)]
  const [[e, f], [g, h]] = [at(angle + half, INNER), at(angle - half, INNER)]
  return `M${a} ${b}A${RADIUS} ${RADIUS} 0 0 1 ${c} ${d}L${e} ${f}A${INNER} ${INNER} 0 0 0 ${g} ${h}Z`
}

/** A painter's wheel of twelve hues: one is touched, a scheme adds the others. */
export function Wheel({ papers }: { papers: Papers }) {
  const colour = papers.asked.colour ?? '#2a5f99'
  const scheme = papers.asked.scheme ?? 'opposite'
  const wheel = useWheel(colour, scheme)
  if (wheel.error) return <Trouble error={wheel.error} />
  if (!wheel.data) return null
  const { spokes } = wheel.data
  const own = wheel.data.scheme
  const chosen = spokes.reduce((best, one) =>
    gap(one.angle, wheel.data.angle) < gap(best.angle, wheel.data.angle) ? one : best,
  )
  const start = (next: string) => papers.ask({ start: 'wheel', colour: next })
  const onKey = (event: KeyboardEvent) => {
    const step = ['ArrowRight', 'ArrowDown'].includes(event.key)
      ? 1
      : ['ArrowLeft', 'ArrowUp'].includes(event.key)
        ? -1
        : 0
    if (step === 0) return
    event.preventDefault()
    const next = spokes[(spokes.indexOf(chosen) + step + spokes.length) % spokes.length]!
    start(next.colour)
    event.currentTarget.querySelector<SVGElement>(`[data-hue="${next.name}"]`)?.focus()
  }
  return (
    <div className="wheel-box">
      <svg
        className="wheel"
        viewBox="-90 -90 180 180"
        role="radiogroup"
        aria-label="Colour wheel"
        onKeyDown={onKey}
      >
        {spokes.map((one) => (
          <path
            key={one.name}
            d={slice(one.angle)}
            fill={one.colour}
            role="radio"
            tabIndex={one === chosen ? 0 : -1}
            aria-checked={one === chosen}
            aria-label={one.name}
            data-hue={one.name}
            onClick={() => start(one.colour)}
          />
        ))}
        <g pointerEvents="none">
          {own.map((one, number) => {
            const [x, y] = at(one.angle, INNER - 8)
            return (
              <g key={`${one.colour} ${number}`}>
                <line x1={0} y1={0} x2={x} y2={y} className="wheel-hand" />
                <circle cx={x} cy={y} r={number === 0 ? 9 : 7} fill={one.colour} className="wheel-mark" />
              </g>
            )
          })}
        </g>
      </svg>
      <div className="chips" role="group" aria-label="Scheme">
        {SCHEMES.map((one) => (
          <button
            key={one.key}
            type="button"
            className="chip"
            aria-pressed={scheme === one.key}
            onClick={() => papers.ask({ start: 'wheel', scheme: one.key })}
          >
            {one.words}
          </button>
        ))}
      </div>
      <p className="hint">{wheel.data.after}</p>
    </div>
  )
}

const gap = (one: number, other: number) => Math.abs(((one - other + 540) % 360) - 180)
