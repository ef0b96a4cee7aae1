/** What a paper is called and counted as; only words, no sums. */
import type { StashPaper } from '../api/client'

type Side = StashPaper['front']

/** One side in a few words. */
export function sideWords(side: Side): string {
  return side.directional ? `${side.kind}, one way up` : side.kind
}

/** What there is of a paper, size by size. */
export function inHand(paper: StashPaper): string {
  if (paper.stocks.length === 0) return 'used up'
  return paper.stocks
    .map((stock) => `${stock.count} ${stock.kind}${stock.count === 1 ? '' : 's'} ${stock.size}`)
    .join(', ')
}
