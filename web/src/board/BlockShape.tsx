import { memo, useId, type ReactNode } from 'react'
import type { BoardBlock, Title, WornSlot } from '../api/client'
import { pathOf } from '../geometry/rings'
import { paperFill } from './PaperPatterns'
import { SetLetters } from './SetLetters'
import { titleSize } from './titleSize'

interface BlockShapeProps {
  block: BoardBlock
  /** Begins the ids of the paper prints and clips of this drawing. */
  prefix: string
  /** Pixels per unit, for lines that keep their width. */
  scale: number
  slot?: WornSlot | undefined
  title?: Title | undefined
  /** Small pages show the thumbnail, the bench the larger picture. */
  picture: 'thumb' | 'view'
  /** A place for words of which nothing is cut. */
  bare?: boolean
}

/** Draws one block as the thing it is, in page units; the board's scale does the rest. */
export const BlockShape = memo(function BlockShape(props: BlockShapeProps) {
  const { block } = props
  const centre = `${block.x + block.width / 2} ${block.y + block.height / 2}`
  return (
    <g
      className={`piece piece-${block.role}`}
      transform={block.turn ? `rotate(${block.turn} ${centre})` : undefined}
    >
      {drawing(props)}
    </g>
  )
})

function drawing(props: BlockShapeProps): ReactNode {
  switch (props.block.role) {
    case 'photo':
      return <PhotoSlot {...props} />
    case 'title':
      return props.bare && !props.title?.text ? null : <TitlePlace {...props} />
    case 'journaling':
      return props.bare ? null : <StoryCard {...props} />
    case 'cluster':
      return props.bare ? null : <ClusterPlace {...props} />
    case 'tag':
      return <TagShape {...props} />
    default:
      return props.block.cells.length > 0 ? <RowOfPieces {...props} /> : <Outline {...props} />
  }
}

/** A strip or border made of several pieces. */
function RowOfPieces({ block, prefix }: BlockShapeProps) {
  return block.cells.map((cell) => {
    const look = { className: 'paper-edge', fill: paperFill(prefix, cell) }
    const { x, y, width, height } = cell
    return (
      <g key={`${x} ${y}`} transform={`translate(${block.x} ${block.y})`}>
        {cell.points ? (
          <polygon points={cell.points.map((point) => point.join(',')).join(' ')} {...look} />
        ) : (
          <rect {...{ x, y, width, height }} {...look} />
        )}
      </g>
    )
  })
}

/** A piece with windows: the papers behind them show, or what lies beneath. */
function Windowed({ block, prefix, look }: BlockShapeProps & { look: { className: string; fill: string } }) {
  const open = block.windows.filter((window) => !window.backed)
  const rings = [{ x: 0, y: 0, width: block.width, height: block.height }, ...open]
  const path = rings.map(({ x, y, width, height }) => `M${x} ${y}h${width}v${height}h${-width}z`).join('')
  return (
    <g transform={`translate(${block.x} ${block.y})`}>
      <path d={path} fillRule="evenodd" {...look} />
      {block.windows.map((window) => {
        const { x, y, width, height } = window
        return (
          <rect
            key={`${x} ${y}`}
            className="window-edge"
            {...{ x, y, width, height }}
            fill={window.backed ? paperFill(prefix, window) : 'none'}
          />
        )
      })}
    </g>
  )
}

/** The block's outline, filled with its paper. */
function Outline(props: BlockShapeProps & { className?: string; fill?: string }) {
  const { block, prefix, className, fill } = props
  const look = { className: className ?? 'paper-edge', fill: fill ?? paperFill(prefix, block) }
  if (block.windows.length > 0) return <Windowed {...props} look={look} />
  if (block.shape === 'circle') {
    const radius = block.width / 2
    return <circle cx={block.x + radius} cy={block.y + radius} r={radius} {...look} />
  }
  if (block.points) {
    const rings = [block.points, ...block.openings.map((opening) => opening.points)]
    const backed = block.openings.filter((opening) => opening.backed)
    return (
      <>
        <path d={pathOf(rings)} fillRule="evenodd" {...look} />
        {backed.map((opening) => (
          <polygon
            key={opening.points[0]!.join()}
            className="window-edge"
            points={opening.points.join(' ')}
            fill={paperFill(prefix, opening)}
          />
        ))}
      </>
    )
  }
  // Sizes as style, so that a piece glides to its new place.
  const place = { x: block.x, y: block.y, width: block.width, height: block.height }
  return (
    <rect
      style={{ x: `${place.x}px`, y: `${place.y}px`, width: `${place.width}px`, height: `${place.height}px` }}
      {...place}
      {...look}
    />
  )
}

function PhotoSlot(props: BlockShapeProps) {
  const { block, scale, slot, picture } = props
  const clip = useId()
  const crop = slot?.crop
  if (!slot || slot.photo === null || !crop) return <EmptySlot {...props} />
  if (!slot.has_file) return <PrintByName {...props} />
  const width = block.width / crop.width
  const height = block.height / crop.height
  const round = block.shape === 'circle'
  const corners = block.points?.map((point) => point.join(',')).join(' ')
  return (
    <>
      <clipPath id={clip}>
        {corners ? (
          <polygon points={corners} />
        ) : round ? (
          <circle cx={block.x + block.width / 2} cy={block.y + block.height / 2} r={block.width / 2} />
        ) : (
          <rect x={block.x} y={block.y} width={block.width} height={block.height} />
        )}
      </clipPath>
      <g clipPath={`url(#${clip})`}>
        <image
          href={`/api/photos/${slot.photo}/${picture}/`}
          x={block.x - crop.left * width}
          y={block.y - crop.top * height}
          width={width}
          height={height}
          preserveAspectRatio="none"
          transform={
            crop.turn
              ? `rotate(${-crop.turn} ${block.x + block.width / 2} ${block.y + block.height / 2})`
              : undefined
          }
          style={{ strokeWidth: 1 / scale }}
        />
      </g>
    </>
  )
}

/** A print that exists on paper only: its place, with its name written on it. */
function PrintByName(props: BlockShapeProps) {
  const { block, slot } = props
  const size = Math.min(block.width / 7, block.height / 4, 0.4 * block.width)
  return (
    <>
      <Outline {...props} className="print-edge" fill="#e9e1cf" />
      <text
        className="print-name"
        x={block.x + block.width / 2}
        y={block.y + block.height / 2 + size / 3}
        fontSize={size}
        textLength={
          (slot?.photo_name?.length ?? 0) * size * 0.55 > block.width * 0.9 ? block.width * 0.9 : undefined
        }
        lengthAdjust="spacingAndGlyphs"
      >
        {slot?.photo_name}
      </text>
    </>
  )
}

/** An empty slot awaits a photo between four photo corners. */
function EmptySlot(props: BlockShapeProps) {
  const { block, slot } = props
  const { x, y, width, height } = block
  const arm = Math.min(width, height) * 0.2
  const corners = [
    [x, y, 1, 1],
    [x + width, y, -1, 1],
    [x + width, y + height, -1, -1],
    [x, y + height, 1, -1],
  ] as const
  return (
    <>
      <Outline {...props} className="slot-edge" fill="#fffdf8" />
      {block.shape !== 'circle' &&
        corners.map(([cx, cy, right, down]) => (
          <path
            key={`${cx} ${cy}`}
            className="photo-corner"
            d={`M${cx} ${cy}h${arm * right}l${-arm * right} ${arm * down}z`}
          />
        ))}
      {slot?.missing && (
        <text
          className="slot-missing"
          x={x + width / 2}
          y={y + height / 2}
          fontSize={Math.min(width, height) * 0.11}
        >
          photo removed
        </text>
      )}
    </>
  )
}

/** A title in its letters, or a row of blank letter tiles. */
function TitlePlace({ block, title, scale }: BlockShapeProps) {
  const { x, y, width, height } = block
  if (title?.lettering) {
    return <SetLetters lettering={title.lettering} x={x + width / 2} y={y + height / 2} />
  }
  if (title?.text) {
    const size = titleSize(title.text, width, height)
    return (
      <text className="title-words" x={x} y={y + height / 2} fontSize={size} dominantBaseline="central">
        {title.text}
      </text>
    )
  }
  const upright = height > width * 1.6
  const side = upright ? width : height
  const count = Math.max(1, Math.floor((upright ? height : width) / (side * 0.86)))
  const gap = ((upright ? height : width) - count * side * 0.78) / Math.max(1, count - 1)
  return (
    <>
      {Array.from({ length: count }, (_, index) => {
        const at = index * (side * 0.78 + gap)
        return (
          <rect
            key={index}
            className="letter-tile"
            x={x + (upright ? side * 0.11 : at)}
            y={y + (upright ? at : side * 0.11)}
            width={side * 0.78}
            height={side * 0.78}
            rx={3 / scale}
          />
        )
      })}
    </>
  )
}

/** A card with ruled lines. */
function StoryCard(props: BlockShapeProps) {
  const { block } = props
  const pitch = Math.max(block.height / 7, block.width / 60)
  const lines = Math.max(1, Math.floor((block.height - pitch) / (pitch * 1.3)))
  const inset = Math.min(block.width, block.height) * 0.08
  return (
    <>
      <Outline {...props} className="card-edge" fill="#fffdf8" />
      {Array.from({ length: lines }, (_, index) => {
        const at = block.y + pitch * 1.2 + index * pitch * 1.3
        return at < block.y + block.height - inset ? (
          <line
            key={index}
            className="ruled-line"
            x1={block.x + inset}
            x2={block.x + block.width - inset}
            y1={at}
            y2={at}
          />
        ) : null
      })}
    </>
  )
}

/** Room for embellishments: a doily with two buttons on it. */
function ClusterPlace({ block }: BlockShapeProps) {
  const radius = Math.min(block.width, block.height) / 2
  const x = block.x + block.width / 2
  const y = block.y + block.height / 2
  return (
    <>
      <circle className="doily" cx={x} cy={y} r={radius} />
      <circle className="doily-stitch" cx={x} cy={y} r={radius * 0.84} />
      <circle className="button-large" cx={x - radius * 0.12} cy={y - radius * 0.08} r={radius * 0.46} />
      <circle className="button-holes" cx={x - radius * 0.12} cy={y - radius * 0.08} r={radius * 0.2} />
      <circle className="button-small" cx={x + radius * 0.42} cy={y + radius * 0.4} r={radius * 0.26} />
    </>
  )
}

/** A tag with its cut corners and hole at the short end. */
function TagShape({ block, prefix }: BlockShapeProps) {
  const { x, y, width, height } = block
  const upright = height > width
  const cut = Math.min(width, height) * 0.28
  const path = upright
    ? `M${x + cut} ${y}H${x + width - cut}L${x + width} ${y + cut}V${y + height}H${x}V${y + cut}z`
    : `M${x + cut} ${y}H${x + width}V${y + height}H${x + cut}L${x} ${y + height - cut}V${y + cut}z`
  const hole = upright ? [x + width / 2, y + cut] : [x + cut, y + height / 2]
  return (
    <>
      <path className="paper-edge" d={path} fill={paperFill(prefix, block)} />
      <circle className="tag-hole" cx={hole[0]} cy={hole[1]} r={cut * 0.3} />
    </>
  )
}
