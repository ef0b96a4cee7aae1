import { useId } from 'react'
import type { CutStep, TablePaper, TableSheet } from '../api/client'
import { LookPattern } from '../board/LookPattern'
import { lie, type Lying, type PartBox } from '../geometry/lying'
import { rulerTicks } from '../geometry/ticks'
import { Fractions } from '../app/Fractions'
import { paperLook, slantPath } from './SheetPicture'

interface TrimmerPictureProps {
  paper: TablePaper
  sheet: TableSheet
  step: CutStep
  unit: 'in' | 'mm'
}

/** About so large is the paper on the screen: for the pattern's scale and the ruler's fineness. */
const PIXELS = 500

/** Room round the paper, in parts of its longer side: for the ruler, the fence and what falls off. */
const ROOM = { left: 0.1, top: 0.16, right: 0.1, bottom: 0.07 }

/** The trimmer with the part lying on it as it is cut: fence on the left, blade where it is set. */
export function TrimmerPicture({ paper, sheet, step, unit }: TrimmerPictureProps) {
  const id = useId().replaceAll(':', '')
  const lying = lie(step.part_box, step.fence, step.at)
  const longest = Math.max(lying.width, lying.height)
  const text = longest / 15
  const left = -ROOM.left * longest
  const top = -ROOM.top * longest
  const width = lying.width + (ROOM.left + ROOM.right) * longest
  const height = lying.height + (ROOM.top + ROOM.bottom) * longest
  const words = step.slant ? 'corner to corner' : `${step.fence} edge at the fence, set to ${step.setting}`
  return (
    <svg
      className="trimmer-picture"
      viewBox={`${left} ${top} ${width} ${height}`}
      role="img"
      aria-label={words}
    >
      <defs>
        <LookPattern id={id} look={paperLook(paper, sheet.side_up)} scale={PIXELS / longest} />
      </defs>
      <rect className="trimmer-bed" x={left} y={top} width={width} height={height} rx={longest * 0.02} />
      {!step.slant && <FenceRuler lying={lying} unit={unit} longest={longest} text={text} />}
      <rect className="part-ground" width={lying.width} height={lying.height} fill={`url(#${id})`} />
      <Pieces sheet={sheet} step={step} lying={lying} text={text} />
      {!step.inside && !step.slant && (
        <rect
          className="falls-off"
          x={lying.setting}
          width={lying.width - lying.setting}
          height={lying.height}
        />
      )}
      {!step.slant && <Blade step={step} lying={lying} text={text} longest={longest} />}
    </svg>
  )
}

function FenceRuler(props: { lying: Lying; unit: 'in' | 'mm'; longest: number; text: number }) {
  const { lying, unit, longest, text } = props
  const reach = text * 0.55
  return (
    <g className="fence-ruler">
      <rect
        className="fence"
        x={-text * 0.5}
        y={-text * 0.4}
        width={text * 0.5}
        height={lying.height + text * 0.8}
      />
      {rulerTicks(lying.width, unit, PIXELS / longest).map((tick) => (
        <g key={tick.at} transform={`translate(${tick.at} ${-text * 0.12})`}>
          <path d={`M0 0V${-reach * tick.weight}`} />
          {tick.text && (
            <text y={-reach * 1.15} fontSize={text * 0.5} textAnchor="middle">
              {tick.text}
            </text>
          )}
        </g>
      ))}
    </g>
  )
}

/** What is in the part: pieces by their numbers, thin lines where it will be cut later. */
function Pieces(props: { sheet: TableSheet; step: CutStep; lying: Lying; text: number }) {
  const { sheet, step, lying, text } = props
  const inside = sheet.placed.filter((place) => holds(step.part_box, place))
  return (
    <>
      <g transform={lying.transform}>
        {inside.map((place) => (
          <g key={place.key}>
            <rect className="lying-piece" x={place.x} y={place.y} width={place.width} height={place.height} />
            {place.openings.map(({ x, y, width, height }) => (
              <rect key={`${x} ${y}`} className="lying-opening" {...{ x, y, width, height }} />
            ))}
            {place.slant && (
              <path className={step.slant ? 'lying-slant' : 'lying-opening'} d={slantPath(place)} />
            )}
          </g>
        ))}
      </g>
      {inside.map((place) => {
        const at = lying.place(place.x + place.width / 2, place.y + place.height / 2)
        const small = Math.min(place.width, place.height)
        return (
          <text key={place.key} className="lying-number" {...at} fontSize={Math.min(text, small * 0.8)}>
            {place.key}
          </text>
        )
      })}
    </>
  )
}

/** Lengths come as decimals of a unit: a hair's breadth does not put a piece outside. */
const HAIR = 1e-6

function holds(part: PartBox, piece: PartBox): boolean {
  return (
    piece.x >= part.x - HAIR &&
    piece.y >= part.y - HAIR &&
    piece.x + piece.width <= part.x + part.width + HAIR &&
    piece.y + piece.height <= part.y + part.height + HAIR
  )
}

function Blade(props: { step: CutStep; lying: Lying; text: number; longest: number }) {
  const { step, lying, text, longest } = props
  const from = step.inside ? lying.along(step.start_at ?? 0) : -text * 0.3
  const to = step.inside ? lying.along(step.stop_at ?? 0) : lying.height + text * 0.3
  return (
    <g className="blade">
      <path d={`M${lying.setting} ${from}V${to}`} />
      {step.inside &&
        [from, to].map((at) => (
          <path key={at} className="stop" d={`M${lying.setting - text * 0.5} ${at}h${text}`} />
        ))}
      <text
        className="setting"
        x={Math.min(Math.max(lying.setting, text * 1.4), longest)}
        y={-text * 1.35}
        fontSize={text * 0.95}
      >
        <Fractions text={step.setting} svg />
      </text>
    </g>
  )
}
