import { useId } from 'react'
import type { Page, StickStep } from '../api/client'
import { Accents } from '../board/Accents'
import { BlockShape } from '../board/BlockShape'
import { PaperPatterns } from '../board/PaperPatterns'
import { StoryWords } from '../board/StoryWords'
import { isBare } from '../geometry/bare'
import { StepOverlay } from './StepOverlay'

interface StickPictureProps {
  page: Page
  step: StickStep | undefined
  /** Layers that lie on the page already, by their keys. */
  there: ReadonlySet<string>
}

/** The page as far as it lies there, and where the next piece goes: as large as there is room. */
export function StickPicture({ page, step, there }: StickPictureProps) {
  const { board } = page.fit
  const prefix = useId().replaceAll(':', '')
  const mark = Math.max(board.width, board.height) / 100
  const coming = new Set(step?.puts ?? [])
  const shows = (key: string) => there.has(key) || coming.has(key)
  const side = (key: string) => (there.has(key) ? undefined : 'is-coming')
  const pieces = page.accents.filter((one) => shows(one.key))
  const onPieces = pieces.filter((one) => !board.blocks.some((block) => block.id === one.under))
  return (
    <svg
      className="stick-picture"
      viewBox={`${-mark} ${-mark} ${board.width + 2 * mark} ${board.height + 2 * mark}`}
      role="img"
      aria-label={step ? `The page so far, and where it goes: ${step.title}` : 'The page so far'}
    >
      <PaperPatterns prefix={prefix} scale={60 / mark / 10} blocks={board.blocks} />
      <rect className="bare-page" width={board.width} height={board.height} />
      {board.blocks.map((block) => (
        <g key={block.id} className={side(block.id)}>
          <Accents accents={pieces.filter((one) => one.under === block.id)} scale={60} />
          {(block.role === 'base' || shows(block.id)) && (
            <BlockShape
              block={block}
              prefix={prefix}
              scale={60}
              picture="view"
              slot={page.slots.find((slot) => slot.block === block.id)}
              title={page.titles.find((title) => title.block === block.id)}
              bare={isBare(block, page.stories, page.accents)}
            />
          )}
        </g>
      ))}
      {page.stories
        .filter((story) => shows(story.name))
        .map((story) => (
          <StoryWords key={story.name} story={story} />
        ))}
      <Accents accents={onPieces} scale={60} />
      <rect className="page-edge" width={board.width} height={board.height} />
      {step && <StepOverlay step={step} mark={mark} width={board.width} height={board.height} />}
    </svg>
  )
}
