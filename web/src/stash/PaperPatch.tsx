import type { StashPaper } from '../api/client'
import { Fractions } from '../app/Fractions'
import { lookOf, Swatch } from './Swatch'
import { inHand } from './words'

interface PaperPatchProps {
  paper: StashPaper
  open: boolean
  onOpen: () => void
}

/** One paper of the stash: both sides, its name, and what there is. */
export function PaperPatch({ paper, open, onOpen }: PaperPatchProps) {
  return (
    <li className={`paper-patch${open ? ' is-open' : ''}${paper.stocks.length === 0 ? ' is-used-up' : ''}`}>
      <button type="button" aria-expanded={open} onClick={onOpen}>
        <Swatch look={lookOf(paper.front)} back={lookOf(paper.back)} width={132} height={104} />
        <strong>{paper.name}</strong>
        <span className="patch-words">
          <Fractions text={inHand(paper)} />
        </span>
      </button>
    </li>
  )
}
