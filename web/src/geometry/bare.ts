import type { Accent, BoardBlock, InPlace } from '../api/client'

/** Whether only the place of a block is there: words straight on the page, a cluster or printed words laid there. */
export const isBare = (
  block: BoardBlock,
  stories: Pick<InPlace, 'block' | 'bare'>[],
  accents: Accent[] = [],
) =>
  stories.some((story) => story.block === block.id && story.bare) ||
  accents.some((accent) => accent.fills === block.id)
