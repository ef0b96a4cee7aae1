import { useId } from 'react'
import type { Accent, Board, InPlace, Title, WornSlot } from '../api/client'
import { Accents } from './Accents'
import { BlockShape } from './BlockShape'
import { PaperPatterns } from './PaperPatterns'
import { StoryWords } from './StoryWords'
import { isBare } from '../geometry/bare'

interface PageThumbProps {
  board: Board
  slots?: WornSlot[]
  titles?: Title[]
  stories?: InPlace[]
  accents?: Accent[]
  /** Longest side in pixels. */
  size: number
  /** Ids of pieces of which only the place is drawn. */
  bare?: ReadonlySet<string>
  /** The name of the piece that is being worked on. */
  marked?: string
  /** What to call it aloud; without a name it is decoration. */
  label?: string
}

/** A small page in true proportion, wearing its photos. */
export function PageThumb({
  board,
  slots = [],
  titles = [],
  stories = [],
  accents = [],
  size,
  bare,
  marked,
  label,
}: PageThumbProps) {
  const prefix = useId().replaceAll(':', '')
  const scale = size / Math.max(board.width, board.height)
  const named = label ? { role: 'img', 'aria-label': label } : { 'aria-hidden': true }
  return (
    <svg
      className="page-thumb"
      width={board.width * scale}
      height={board.height * scale}
      viewBox={`0 0 ${board.width} ${board.height}`}
      {...named}
    >
      <PaperPatterns prefix={prefix} scale={scale * 1.6} blocks={board.blocks} />
      <rect className="bare-page" width={board.width} height={board.height} />
      {board.blocks.map((block) => (
        <g key={block.id} className={bare?.has(block.id) ? 'bare-place' : undefined}>
          <Accents accents={accents.filter((one) => one.under === block.id)} scale={scale} />
          <BlockShape
            block={block}
            prefix={prefix}
            scale={scale}
            picture="thumb"
            slot={slots.find((slot) => slot.block === block.id)}
            title={titles.find((title) => title.block === block.id)}
            bare={isBare(block, stories, accents)}
          />
        </g>
      ))}
      {stories.map((story) => (
        <StoryWords key={story.name} story={story} />
      ))}
      <Accents
        accents={accents.filter((one) => !board.blocks.some((block) => block.id === one.under))}
        scale={scale}
      />
      {board.blocks
        .filter((block) => block.name === marked)
        .map((block) => (
          <rect
            key={block.id}
            className="lifted-edge"
            {...{ x: block.x, y: block.y, width: block.width, height: block.height }}
            transform={`rotate(${block.turn} ${block.x + block.width / 2} ${block.y + block.height / 2})`}
          />
        ))}
      {board.fold && (
        <path className="fold-line" d={board.fold.map((x) => `M${x} 0V${board.height}`).join('')} />
      )}
      <rect className="page-edge" width={board.width} height={board.height} />
    </svg>
  )
}
