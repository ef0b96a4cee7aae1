import type { LookAgain, Observation, Page } from '../api/client'
import type { Mode } from './Modes'

const path = (ring: number[][]) => `M${ring.map((point) => point.join(' ')).join('L')}Z`

interface LookOverlayProps {
  look: LookAgain
  mode: Mode
  /** The page changed since; what it is now is not known yet. */
  late?: boolean
}

/** What a way to look lays over the page, dimmed until the page as it is now was looked at. */
export function LookOverlay({ look, mode, late = false }: LookOverlayProps) {
  return <g className={late ? 'is-late' : undefined}>{overlay(look, mode)}</g>
}

function overlay(look: LookAgain, mode: Mode) {
  if (mode === 'weight') return <Weight look={look} />
  if (mode === 'triangles') return <Triangles look={look} />
  if (mode === 'calm') return <Calm look={look} />
  return null
}

/** The weight of each piece as a disc, and the centre of it all. */
function Weight({ look }: { look: LookAgain }) {
  const most = Math.max(...look.weights.map((one) => one.weight), 1)
  const [x, y] = look.centre as [number, number]
  return (
    <g className="weight-overlay" pointerEvents="none">
      {look.weights.map((one, number) => (
        <circle key={number} cx={one.x} cy={one.y} r={0.08 + 1.1 * Math.sqrt(one.weight / most)} />
      ))}
      <path className="weight-centre" d={`M${x - 0.5} ${y}h1M${x} ${y - 0.5}v1`} />
      <circle className="weight-centre" cx={x} cy={y} r={0.26} />
    </g>
  )
}

/** So many colours are shown at once. */
const MOST_TRIANGLES = 3

/** Colours that come again, the largest triangle of each joined by stitches. */
function Triangles({ look }: { look: LookAgain }) {
  const colours = look.triangles.filter((one) => one.colour !== null).slice(0, MOST_TRIANGLES)
  return (
    <g className="triangle-overlay" pointerEvents="none">
      {colours.map((one) => (
        <g key={one.name} stroke={one.colour ?? undefined} fill={one.colour ?? undefined}>
          <path className="triangle-edge" d={path(one.corners)} />
          <path d={path(one.corners)} />
          {one.places.map(([x, y]) => (
            <circle key={`${x} ${y}`} cx={x} cy={y} r={0.13} />
          ))}
        </g>
      ))}
    </g>
  )
}

/** What is empty, with its largest box and circle. */
function Calm({ look }: { look: LookAgain }) {
  const { regions, box, circle } = look.calm
  return (
    <g className="calm-overlay" pointerEvents="none">
      {regions.map((ring, number) => (
        <path key={number} className="calm-region" d={path(ring)} />
      ))}
      {box && <rect x={box[0]} y={box[1]} width={box[2]! - box[0]!} height={box[3]! - box[1]!} />}
      {circle && <circle cx={circle[0]} cy={circle[1]} r={circle[2]} />}
    </g>
  )
}

/** Where to look for one observation: its marks, or else its pieces. */
export function Marks({ observation, page }: { observation: Observation; page: Page }) {
  const pieces = page.accents.filter((one) => observation.keys.includes(one.key)).map((one) => one.points)
  const rings = observation.marks.length > 0 ? observation.marks : pieces
  return (
    <g className="look-marks" pointerEvents="none">
      {rings.map((ring, number) => (
        <path key={number} d={path(ring)} />
      ))}
    </g>
  )
}
