import type { Accent, BoardBlock, Story } from '../api/client'

/** Whether only the place of a block is there: words straight on the page, or a cluster laid where one was drawn. */
export const isBare = (block: BoardBlock, stories: Story[], accents: Accent[] = []) =>
  stories.some((story) => story.block === block.id && story.bare) ||
  (block.role === 'cluster' &&
    accents.some(
      (one) =>
        Math.hypot(one.x - block.x - block.width / 2, one.y - block.y - block.height / 2) < block.width,
    ))
