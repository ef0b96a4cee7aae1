import { Fractions } from '../app/Fractions'
import type { Board, BoardBlock } from '../api/client'
import type { PageLayout } from '../geometry/layout'
import { ribbonParts, spreadLabels, type RibbonPart } from '../geometry/ribbons'

interface RibbonsProps {
  layout: PageLayout
  board: Board
  /** The piece taken up, or null: then the ribbons give the page itself. */
  lifted: BoardBlock | null
  /** Told which number of the piece was touched. */
  onNumber?: ((name: NumberName) => void) | undefined
}

const ACROSS = ['left', 'width', 'right'] as const
const DOWN = ['top', 'height', 'bottom'] as const
type NumberName = (typeof ACROSS)[number] | (typeof DOWN)[number]

/** Measure ribbons outside the page: its whole width and height, divided at the lifted piece. */
export function Ribbons({ layout, board, lifted, onNumber }: RibbonsProps) {
  const across = ribbonParts(
    board.width,
    board.width_text,
    lifted && {
      start: lifted.x,
      length: lifted.width,
      before: lifted.texts.left,
      size: lifted.texts.width,
      after: lifted.texts.right,
    },
  )
  const down = ribbonParts(
    board.height,
    board.height_text,
    lifted && {
      start: lifted.y,
      length: lifted.height,
      before: lifted.texts.top,
      size: lifted.texts.height,
      after: lifted.texts.bottom,
    },
  )
  return (
    <g className="ribbons" aria-hidden>
      <LevelRibbon
        parts={across}
        x={layout.left}
        y={layout.top - 28}
        scale={layout.scale}
        onTouch={onNumber && ((which) => onNumber(ACROSS[which]))}
      />
      <UprightRibbon
        parts={down}
        x={layout.left - 34}
        y={layout.top}
        scale={layout.scale}
        onTouch={onNumber && ((which) => onNumber(DOWN[which]))}
      />
    </g>
  )
}

interface RibbonProps {
  parts: RibbonPart[]
  x: number
  y: number
  scale: number
  onTouch?: ((which: 0 | 1 | 2) => void) | undefined
}

const look = (part: RibbonPart) => (part.lifted ? 'ribbon is-lifted' : 'ribbon')
const touch = (part: RibbonPart, onTouch: RibbonProps['onTouch']) =>
  onTouch && part.which !== undefined
    ? { className: 'is-touchable', onClick: () => onTouch(part.which!), 'data-number': part.which }
    : {}
const middleOf = (part: RibbonPart, scale: number) => ((part.from + part.to) / 2) * scale
const fixedPart = (parts: RibbonPart[]) =>
  Math.max(
    0,
    parts.findIndex((part) => part.lifted),
  )

function LevelRibbon({ parts, x, y, scale, onTouch }: RibbonProps) {
  const sizes = parts.map((part) => part.text.length * (part.lifted ? 11 : 8) + 4)
  const places = spreadLabels(
    parts.map((part) => middleOf(part, scale)),
    sizes,
    fixedPart(parts),
    4,
  )
  return parts.map((part, index) => (
    <g key={part.from} className={look(part)}>
      <path
        d={`M${x + part.from * scale} ${y - 4}v8M${x + part.from * scale} ${y}H${x + part.to * scale}M${x + part.to * scale} ${y - 4}v8`}
      />
      <text x={x + places[index]!} y={y - 7} textAnchor="middle" {...touch(part, onTouch)}>
        <Fractions svg text={part.text} />
      </text>
    </g>
  ))
}

function UprightRibbon({ parts, x, y, scale, onTouch }: RibbonProps) {
  const sizes = parts.map((part) => (part.lifted ? 24 : 18))
  const places = spreadLabels(
    parts.map((part) => middleOf(part, scale)),
    sizes,
    fixedPart(parts),
    2,
  )
  return parts.map((part, index) => (
    <g key={part.from} className={look(part)}>
      <path
        d={`M${x - 4} ${y + part.from * scale}h8M${x} ${y + part.from * scale}V${y + part.to * scale}M${x - 4} ${y + part.to * scale}h8`}
      />
      <text
        x={x - 6}
        y={y + places[index]!}
        textAnchor="end"
        dominantBaseline="central"
        {...touch(part, onTouch)}
      >
        <Fractions svg text={part.text} />
      </text>
    </g>
  ))
}
