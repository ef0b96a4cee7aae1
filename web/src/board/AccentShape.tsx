import { pathOf } from '../geometry/rings'
import { memo, useId } from 'react'
import type { Accent } from '../api/client'

const path = (points: number[][]) => pathOf([points])

/** Points drawn in toward a centre. */
const drawnIn = (points: number[][], x: number, y: number, part: number) =>
  points.map(([px, py]) => [x + (px! - x) * part, y + (py! - y) * part])

/** What is needed to draw one. */
export type DrawnAccent = Pick<
  Accent,
  | 'x'
  | 'y'
  | 'points'
  | 'colours'
  | 'ink'
  | 'picture'
  | 'shown'
  | 'form'
  | 'kind'
  | 'width'
  | 'height'
  | 'turn'
  | 'foam'
  | 'text'
>

/** One embellishment as it lies: its outline, a second colour inside, a word if it says one, a shadow on foam. */
export const AccentShape = memo(function AccentShape({ accent }: { accent: DrawnAccent }) {
  const { x, y, points, colours, form, kind } = accent
  const second = colours[1] ?? colours[0]!
  const small = Math.min(accent.width, accent.height)
  const turn = `rotate(${accent.turn} ${x} ${y})`
  if (accent.picture) return <Pictured accent={accent} picture={accent.picture} turn={turn} />
  return (
    <g className={accent.foam ? 'accent is-raised' : 'accent'}>
      {accent.foam && <path className="accent-shadow" d={path(points)} transform="translate(0.04 0.06)" />}
      <path className="accent-edge" d={path(points)} fill={colours[0]} />
      {form === 'doily' && <Lace accent={accent} />}
      {kind === 'base' && form !== 'doily' && (
        <path className="accent-stitch" d={path(drawnIn(points, x, y, 0.88))} stroke={second} />
      )}
      {(form === 'flower' || form === 'star' || form === 'heart') && (
        <>
          <path d={path(drawnIn(points, x, y, 0.6))} fill={second} opacity={0.85} />
          <circle cx={x} cy={y} r={small * 0.1} fill={colours[2] ?? '#fffdf8'} />
        </>
      )}
      {form === 'round' && kind !== 'base' && (
        <circle cx={x} cy={y} r={small * 0.34} fill="none" stroke={second} strokeWidth={small * 0.06} />
      )}
      {form === 'round' && kind === 'dot' && (
        <>
          <circle cx={x - small * 0.08} cy={y} r={small * 0.05} fill={second} />
          <circle cx={x + small * 0.08} cy={y} r={small * 0.05} fill={second} />
        </>
      )}
      {form === 'butterfly' && (
        <g transform={turn}>
          <path
            d={path(drawnIn(points, x, y, 0.62))}
            fill={second}
            opacity={0.7}
            transform={`rotate(${-accent.turn} ${x} ${y})`}
          />
          <ellipse
            className="accent-body"
            cx={x}
            cy={y + accent.height * 0.04}
            rx={small * 0.035}
            ry={accent.height * 0.33}
          />
        </g>
      )}
      {form === 'leaf' && (
        <path
          className="accent-vein"
          stroke={second}
          d={`M${x - accent.width * 0.42} ${y}h${accent.width * 0.84}`}
          transform={turn}
        />
      )}
      {form === 'bird' && (
        <g transform={turn} fill={second}>
          <ellipse
            cx={x - accent.width * 0.06}
            cy={y + accent.height * 0.06}
            rx={accent.width * 0.2}
            ry={accent.height * 0.13}
            opacity={0.8}
          />
          <circle cx={x + accent.width * 0.33} cy={y - accent.height * 0.2} r={small * 0.05} />
        </g>
      )}
      {accent.text && (
        <text
          className="accent-word"
          x={x}
          y={y}
          fill={accent.ink}
          fontSize={Math.min(accent.height * 0.62, (accent.width * 1.5) / Math.max(3, accent.text.length))}
          transform={turn}
        >
          {accent.text}
        </text>
      )}
    </g>
  )
})

/** Rings of small holes, as lace has them; what lies beneath is guessed at. */
function Lace({ accent }: { accent: DrawnAccent }) {
  const { x, y, width, height } = accent
  return (
    <g className="accent-lace">
      {[0.4, 0.3].flatMap((part, ring) =>
        Array.from({ length: 20 - 6 * ring }, (_, hole) => {
          const angle = (2 * Math.PI * hole) / (20 - 6 * ring)
          return (
            <circle
              key={`${part} ${hole}`}
              cx={x + Math.cos(angle) * width * part}
              cy={y + Math.sin(angle) * height * part}
              r={Math.min(width, height) * 0.026}
            />
          )
        }),
      )}
    </g>
  )
}

/** One that was photographed looks like itself; of one that was cut in two only this half of its picture shows. */
function Pictured({ accent, picture, turn }: { accent: DrawnAccent; picture: string; turn: string }) {
  const { x, y, width, height, points, shown } = accent
  const id = useId()
  const [[left, top], [right, bottom]] = (shown ?? [
    [0, 0],
    [1, 1],
  ]) as [[number, number], [number, number]]
  const whole = { width: width / (right - left), height: height / (bottom - top) }
  return (
    <g className={accent.foam ? 'accent is-raised' : 'accent'}>
      {accent.foam && <path className="accent-shadow" d={path(points)} transform="translate(0.04 0.06)" />}
      <path d={path(points)} fill={accent.colours[0]} />
      {shown && (
        <clipPath id={id}>
          <path d={path(points)} />
        </clipPath>
      )}
      <g clipPath={shown ? `url(#${id})` : undefined}>
        <image
          href={picture}
          x={x - width / 2 - left * whole.width}
          y={y - height / 2 - top * whole.height}
          {...whole}
          preserveAspectRatio="none"
          transform={turn}
        />
      </g>
    </g>
  )
}
