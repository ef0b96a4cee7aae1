import { Fractions } from '../app/Fractions'
import {
  Fragment,
  useId,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
} from 'react'
import type {
  Accent,
  Board as BoardData,
  BoardBlock,
  ClosedGap,
  InPlace,
  Pin,
  Slot,
  Tie,
  Title,
} from '../api/client'
import { GUTTER, NARROW_GUTTER, layPage, type PageLayout } from '../geometry/layout'
import { Accents, type AccentHandlers } from './Accents'
import { BlockShape } from './BlockShape'
import { PaperPatterns } from './PaperPatterns'
import { isBare } from '../geometry/bare'
import { passing } from '../geometry/snap'
import { PieceMarks } from './PieceMarks'
import { PinHeads } from './PinHeads'
import { Seams } from './Seams'
import { Ribbons } from './Ribbons'
import { OpeningCells } from './OpeningCells'
import type { PartOf } from './partOf'
import { RowCells } from './RowCells'
import { Rulers } from './Rulers'
import { Stitches } from './Stitches'
import { StoryWords } from './StoryWords'
import { useFingers } from './useFingers'
import { useGlide } from './useGlide'
import { useRoving } from './useRoving'
import { useSpace } from './useSpace'

type NumberName = keyof BoardBlock['texts']

/** What the bench wants to know of a piece; all optional, all stable. */
export interface PieceHandlers {
  /** `cell` is the piece of a row that was touched, where they can be told apart. */
  onActivate?: (block: BoardBlock, part?: PartOf) => void
  onPieceKey?: (block: BoardBlock, event: KeyboardEvent) => void
  onPiecePointerDown?: (block: BoardBlock, event: PointerEvent<SVGGElement>, scale: number) => void
}

/** A piece in the hand: how far it is from where it lay. */
interface InHand {
  stack: string
  dx: number
  dy: number
  dw: number
  dh: number
}

interface BoardProps extends PieceHandlers {
  board: BoardData
  slots: Slot[]
  titles: Title[]
  stories?: InPlace[]
  accents?: Accent[]
  /** Lets embellishments be taken up. */
  accentHandlers?: AccentHandlers | undefined
  /** Pieces are only looked at: none is taken up by pointing at it. */
  still?: boolean
  /** How the page is looked at: blurred, grey, mirrored, from across the room. */
  mode?: string
  /** What else is laid over the pieces, in page units: words tried out, clusters, what was noticed. */
  over?: ReactNode
  /** Left, top, right and bottom of what is not kept clear, in page units. */
  clearBox: number[]
  /** Another way to fit, laid over the page as outlines. */
  ghost: BoardData | null
  showNumbers: boolean
  /** Pieces that accept what is being carried. */
  accepting: ReadonlySet<string>
  /** A paper is carried: each piece of a row can be touched by itself. */
  rowsApart?: boolean
  /** The piece taken up; it stays so while the pointer wanders. */
  heldId?: string | null
  pins?: Pin[]
  ties?: Tie[]
  inHand?: InHand | null
  /** Outlines of what matters in photos and does not show whole, in page units. */
  lost?: number[][][]
  /** Where photos touch that were drawn apart. */
  closed?: readonly ClosedGap[]
  /** Told which number of the piece taken up was touched. */
  onNumber?: ((block: BoardBlock, name: NumberName) => void) | undefined
  /** The piece that a finger moves; another one it scrolls over. */
  grabId?: string | null
  /** How many times as large the page is looked at. */
  closer?: number
  onCloser?: ((closer: number) => void) | undefined
  /** What is laid over the page, such as a title being typed. */
  children?: (layout: PageLayout, narrow: boolean) => ReactNode
}

/** Her page, large, with rulers and ribbons outside it. */
export function Board(props: BoardProps) {
  const {
    ghost,
    clearBox,
    heldId = null,
    pins = [],
    ties = [],
    lost = [],
    closed = [],
    inHand = null,
  } = props
  const { stories = [], accents = [], accentHandlers, mode = '' } = props
  const board = useMemo(() => withHand(props.board, inHand), [props.board, inHand])
  const prefix = useId().replaceAll(':', '')
  const { ref, space: window } = useSpace<HTMLDivElement>({ width: 700, height: 690 })
  const { closer = 1, onCloser, grabId = null } = props
  useFingers(ref, closer, onCloser)
  const space = { width: window.width * closer, height: window.height * closer }
  const [liftedId, lift] = useState<string | null>(null)
  const narrow = window.width < 480
  const layout = layPage(board, space, narrow ? NARROW_GUTTER : GUTTER)
  const lifted =
    board.blocks.find(
      (block) => block.id === (heldId ?? (props.still ? null : liftedId)) && block.role !== 'base',
    ) ?? null
  const { onNumber } = props
  const pieces = board.blocks.filter((block) => block.role !== 'base')
  const roving = useRoving(pieces[0]?.id ?? accents[0]?.key ?? null)
  const loose = accents.filter((one) => !board.blocks.some((block) => block.id === one.under))
  const page = `translate(${layout.left} ${layout.top}) scale(${layout.scale})`
  const hasMargin =
    clearBox[0]! + clearBox[1]! > 0 || clearBox[2]! < board.width || clearBox[3]! < board.height
  return (
    <div className={closer > 1 ? 'board is-close' : 'board'} ref={ref}>
      <div className="board-room" style={closer > 1 ? space : undefined}>
        <svg
          width={space.width}
          height={space.height}
          role="group"
          aria-label="Your page: arrow keys go from piece to piece, Enter takes one up"
          onFocus={roving.onFocus}
          onKeyDownCapture={roving.onKeyDownCapture}
        >
          <PaperPatterns prefix={prefix} scale={layout.scale} blocks={board.blocks} />
          <clipPath id={`${prefix}-page`}>
            <rect width={board.width} height={board.height} />
          </clipPath>
          <Rulers layout={layout} width={board.width} height={board.height} unit={board.unit} />
          {!narrow && (
            <Ribbons
              layout={layout}
              board={board}
              lifted={lifted}
              onNumber={onNumber && lifted ? (name) => onNumber(lifted, name) : undefined}
            />
          )}
          <g transform={page}>
            <g className={mode ? `looked-at is-${mode}` : undefined}>
              <rect className="bare-page" width={board.width} height={board.height} />
              {board.blocks.map((block) => (
                <Fragment key={block.id}>
                  <Accents
                    accents={accents.filter((one) => one.under === block.id)}
                    stop={roving.stop}
                    scale={layout.scale}
                    handlers={accentHandlers}
                  />
                  <Piece
                    {...props}
                    block={block}
                    prefix={prefix}
                    scale={layout.scale}
                    lift={lift}
                    lifted={lifted?.id === block.id}
                    grabbed={grabId === block.id}
                    isStop={roving.stop === block.id}
                    moves={inHand?.stack === block.stack}
                  />
                  {props.rowsApart && <RowCells block={block} onActivate={props.onActivate} />}
                  {props.rowsApart && <OpeningCells block={block} onActivate={props.onActivate} />}
                </Fragment>
              ))}
              {stories.map((story) => (
                <StoryWords key={story.name} story={story} />
              ))}
              <g clipPath={`url(#${prefix}-page)`}>
                <Accents accents={loose} stop={roving.stop} scale={layout.scale} handlers={accentHandlers} />
              </g>
            </g>
            {props.over}
            {lost.map((corners) => (
              <polygon key={corners.join()} className="lost-part" points={corners.join(' ')} />
            ))}
            {board.fold && <FoldLine fold={board.fold} height={board.height} />}
            {hasMargin && <MarginLine box={clearBox} />}
            {ghost && <Ghost board={ghost} />}
            {lifted && <Stitches board={board} lifted={lifted} ties={ties} />}
            {lifted && <LiftedEdge block={lifted} board={board} />}
            <rect className="page-edge" width={board.width} height={board.height} />
          </g>
          {closed.length > 0 && <Seams closed={closed} layout={layout} />}
          {pins.length > 0 && <PinHeads board={board} pins={pins} layout={layout} />}
          {props.showNumbers && <PieceMarks board={board} layout={layout} />}
        </svg>
        {props.children?.(layout, narrow)}
      </div>
      {narrow && lifted && (
        <LiftedWords block={lifted} onNumber={onNumber && ((name) => onNumber(lifted, name))} />
      )}
      <p className="visually-hidden" aria-live="polite">
        {lifted ? spoken(lifted, board.unit) : ''}
      </p>
    </div>
  )
}

interface PieceProps extends BoardProps {
  block: BoardBlock
  prefix: string
  scale: number
  lifted: boolean
  grabbed: boolean
  isStop: boolean
  moves: boolean
  lift: (id: string | null) => void
}

/** One piece with its name, its keys and its focus; the base is not a thing to take up. */
function Piece({
  block,
  prefix,
  scale,
  lift,
  lifted,
  grabbed,
  isStop,
  moves,
  slots,
  titles,
  stories = [],
  accents = [],
  accepting,
  ...handlers
}: PieceProps) {
  const shapeRef = useRef<SVGGElement>(null)
  useGlide(shapeRef, block, moves)
  const slot = slots.find((candidate) => candidate.block === block.id)
  const title = titles.find((candidate) => candidate.block === block.id)
  const shape = (
    <BlockShape
      block={block}
      prefix={prefix}
      scale={scale}
      slot={slot}
      title={title}
      picture="view"
      bare={isBare(block, stories, accents)}
    />
  )
  if (block.role === 'base')
    return (
      <g data-block={block.id} onPointerEnter={() => lift(null)} onClick={() => handlers.onActivate?.(block)}>
        {shape}
      </g>
    )
  const takes = accepting.has(block.id)
  return (
    <g
      className={`board-piece${lifted ? ' is-lifted' : ''}${takes ? ' is-accepting' : ''}`}
      role="button"
      tabIndex={isStop ? 0 : -1}
      aria-label={label(block, slot, title?.text)}
      data-block={block.id}
      data-held={grabbed || undefined}
      data-slot={block.role === 'photo' ? block.id : undefined}
      onFocus={() => lift(block.id)}
      onPointerEnter={() => lift(block.id)}
      onClick={() => handlers.onActivate?.(block)}
      onPointerDown={(event) => handlers.onPiecePointerDown?.(block, event, scale)}
      onKeyDown={(event) => {
        if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault()
          handlers.onActivate?.(block)
        } else handlers.onPieceKey?.(block, event)
      }}
    >
      <g ref={shapeRef}>{shape}</g>
      <Outlined block={block} className="touch-area" />
      {takes && <Outlined block={block} className="accepting-edge" />}
    </g>
  )
}

function label(block: BoardBlock, slot: Slot | undefined, title: string | undefined): string {
  const what = slot
    ? slot.photo_name
      ? `, ${slot.photo_name}${slot.missing ? ' was removed' : ''}`
      : ', empty'
    : title
      ? `, “${title}”`
      : ''
  return `${block.name}${what}, ${block.texts.width} by ${block.texts.height}`
}

function spoken(block: BoardBlock, unit: string): string {
  const { width, height, left, top } = block.texts
  return `${block.name}: ${width} by ${height} ${unit}, ${left} from the left, ${top} from the top`
}

/** The block's outline again, for what is laid over it. */
function Outlined({ block, className }: { block: BoardBlock; className: string }) {
  const turn = `rotate(${block.turn} ${block.x + block.width / 2} ${block.y + block.height / 2})`
  return (
    <rect
      className={className}
      x={block.x}
      y={block.y}
      width={block.width}
      height={block.height}
      transform={turn}
    />
  )
}

/** The lifted piece's edge in running stitches, and the lines from it to the ribbons. */
function LiftedEdge({ block, board }: { block: BoardBlock; board: BoardData }) {
  const right = Math.min(block.x + block.width, board.width)
  const bottom = Math.min(block.y + block.height, board.height)
  return (
    <g className="lifted" pointerEvents="none">
      <path
        className="lifted-line"
        d={`M${block.x} 0V${block.y}M${right} 0V${block.y}M0 ${block.y}H${block.x}M0 ${bottom}H${block.x}`}
      />
      <Outlined block={block} className="lifted-edge" />
    </g>
  )
}

function MarginLine({ box }: { box: number[] }) {
  const [left, top, right, bottom] = box as [number, number, number, number]
  return <rect className="margin-line" x={left} y={top} width={right - left} height={bottom - top} />
}

function Ghost({ board }: { board: BoardData }) {
  return (
    <g className="ghost" pointerEvents="none">
      {board.blocks
        .filter((block) => block.role !== 'base')
        .map((block) => (
          <Outlined key={block.id} block={block} className="ghost-edge" />
        ))}
    </g>
  )
}

interface LiftedWordsProps {
  block: BoardBlock
  onNumber?: ((name: NumberName) => void) | undefined
}

/** On a narrow window the measures stand above the page instead of in ribbons; each can be touched and typed. */
function LiftedWords({ block, onNumber }: LiftedWordsProps) {
  const number = (name: NumberName) =>
    onNumber ? (
      <button type="button" className="stitched" onClick={() => onNumber(name)}>
        <Fractions text={block.texts[name]} />
      </button>
    ) : (
      <b>
        <Fractions text={block.texts[name]} />
      </b>
    )
  return (
    <p className="lifted-words">
      <strong>{block.name}</strong> {number('width')} × {number('height')}, {number('left')} from the left,{' '}
      {number('top')} from the top
    </p>
  )
}

function FoldLine({ fold, height }: { fold: number[]; height: number }) {
  const [from, to] = fold as [number, number]
  return (
    <g className="facing-fold" pointerEvents="none">
      <rect x={from} y={0} width={to - from} height={height} />
      <line x1={from} y1={0} x2={from} y2={height} vectorEffect="non-scaling-stroke" />
      {to > from && <line x1={to} y1={0} x2={to} y2={height} vectorEffect="non-scaling-stroke" />}
    </g>
  )
}

/** The page as it looks while a piece is in the hand; what the numbers will be is said when it is let go. */
function withHand(board: BoardData, hand: InHand | null): BoardData {
  if (!hand) return board
  const moved = (block: BoardBlock): BoardBlock => {
    if (block.stack !== hand.stack) return block
    const x = block.x + hand.dx
    const y = block.y + hand.dy
    const width = block.width + hand.dw
    const height = block.height + hand.dh
    const texts = {
      left: passing(x, board.unit),
      top: passing(y, board.unit),
      width: hand.dw ? passing(width, board.unit) : block.texts.width,
      height: hand.dh ? passing(height, board.unit) : block.texts.height,
      right: passing(board.width - x - width, board.unit),
      bottom: passing(board.height - y - height, board.unit),
    }
    const [left, top, right, bottom] = block.box as [number, number, number, number]
    const box = [left + hand.dx, top + hand.dy, right + hand.dx + hand.dw, bottom + hand.dy + hand.dh]
    const along = (points: number[][] | null) =>
      points?.map(([px, py]) => [px! + hand.dx, py! + hand.dy]) ?? null
    const openings = block.openings.map((one) => ({ ...one, points: along(one.points)! }))
    return { ...block, x, y, width, height, texts, box, points: along(block.points), openings }
  }
  return { ...board, blocks: board.blocks.map(moved) }
}
