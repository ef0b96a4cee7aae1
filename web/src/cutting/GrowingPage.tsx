import type { Page } from '../api/client'
import { PageThumb } from '../board/PageThumb'

interface GrowingPageProps {
  page: Page
  /** Numbers of the page's pieces with nothing left to cut. */
  finished: ReadonlySet<number>
}

/** The page as far as it is cut: every finished piece lies where it belongs, the others wait as bare places. */
export function GrowingPage({ page, finished }: GrowingPageProps) {
  const blocks = page.fit.board.blocks.filter((block) => block.number !== null)
  const board = { ...page.fit.board, blocks }
  const pieces = blocks.filter((block) => block.role !== 'photo')
  const there = new Set(pieces.filter((block) => finished.has(block.number!)).map((block) => block.id))
  const bare = new Set(blocks.filter((block) => !there.has(block.id)).map((block) => block.id))
  const words = `${there.size} of ${pieces.length} pieces cut`
  return (
    <figure className="growing-page">
      <PageThumb board={board} bare={bare} size={176} label={`The page so far: ${words}`} />
      <figcaption>{words}</figcaption>
    </figure>
  )
}
