import type { StickStep } from '../api/client'
import { Fractions } from '../app/Fractions'
import { pathOf } from '../geometry/rings'

interface StepOverlayProps {
  step: StickStep
  /** Page units to a hundredth of the picture: marks and numbers keep their size whatever the page's. */
  mark: number
  /** The page's width and height, so that no number lies off it. */
  width: number
  height: number
}

/** A step laid over the page: where its piece goes, and the two distances that a ruler finds. */
export function StepOverlay({ step, mark, width, height }: StepOverlayProps) {
  return (
    <g className="step-over" pointerEvents="none">
      {step.outlines.length > 0 && (
        <path className="place-edge" fillRule="evenodd" d={pathOf(step.outlines)} />
      )}
      {step.distances
        .filter((one) => one.number !== '' && one.end > one.begin)
        .map((one) => (
          <DistanceLine key={one.axis} distance={one} mark={mark} width={width} height={height} />
        ))}
    </g>
  )
}

type Distance = StickStep['distances'][number]

/** One distance as a line with its ends ticked, and the number beside it. */
function DistanceLine({
  distance,
  mark,
  width,
  height,
}: { distance: Distance } & Omit<StepOverlayProps, 'step'>) {
  const { axis, begin, end, across } = distance
  const along = axis === 'x'
  const tick = mark * 1.4
  const size = mark * 5
  const middle = (begin + end) / 2
  const d = along
    ? `M${begin} ${across}H${end}M${begin} ${across - tick}v${2 * tick}M${end} ${across - tick}v${2 * tick}`
    : `M${across} ${begin}V${end}M${across - tick} ${begin}h${2 * tick}M${across - tick} ${end}h${2 * tick}`
  const room = size * 0.32 * distance.number.length + mark
  const held = (at: number, whole: number, least: number) => Math.min(Math.max(at, least), whole - least)
  const x = along ? held(middle, width, room) : held(across + mark * 1.5 + room, width, room)
  const y = along ? held(across - mark * 3.4, height, size * 0.6) : held(middle, height, size * 0.6)
  return (
    <g className="distance">
      <path className="distance-under" d={d} />
      <path className="distance-line" d={d} />
      <text x={x} y={y} fontSize={size} strokeWidth={size * 0.18} className="distance-number frac">
        <Fractions text={distance.number} svg />
      </text>
    </g>
  )
}
