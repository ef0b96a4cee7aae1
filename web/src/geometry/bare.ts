import type { BoardBlock, Story } from '../api/client'

/** Whether words lie straight on the page where the sketch has a card. */
export const isBare = (block: BoardBlock, stories: Story[]) =>
  stories.some((story) => story.block === block.id && story.bare)
