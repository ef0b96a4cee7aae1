import type { Change, Page, Trial } from '../api/client'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { PageThumb } from '../board/PageThumb'

interface TrialShownProps {
  page: Page
  trial: Trial | null
  pending: boolean
  error: Error | null
  onTake: (change: Change) => void
  onLeave: () => void
}

/** A change before and after; it is made only when she says so, and undone by one step. */
export function TrialShown({ page, trial, pending, error, onTake, onLeave }: TrialShownProps) {
  if (pending) return <Waiting words="Trying" />
  if (error) return <Trouble error={error} onClose={onLeave} />
  if (!trial)
    return (
      <p className="refusal" role="status">
        No change was found that takes it away without spoiling something else.
      </p>
    )
  const { board } = page.fit
  const after = {
    ...board,
    blocks: board.blocks.map((block) => {
      const place = trial.moved.find((one) => one.block === block.id)
      const [one, other] = trial.swapped
      const swapped = block.paper === one ? other : block.paper === other ? one : null
      const look = swapped ? board.blocks.find((with_) => with_.paper === swapped)?.look : block.look
      return { ...block, ...(place ?? {}), look: look ?? block.look }
    }),
  }
  const shown = { slots: page.slots, titles: page.titles, stories: page.stories, size: 138 }
  return (
    <section className="trial" aria-label="Tried out">
      <div className="before-after">
        <figure>
          <PageThumb board={board} {...shown} accents={page.accents} label="before" />
          <figcaption>now</figcaption>
        </figure>
        <figure>
          <PageThumb board={after} {...shown} accents={trial.accents} label="after" />
          <figcaption>then</figcaption>
        </figure>
      </div>
      <p className="observation-words">
        <Fractions text={trial.words} />
      </p>
      <p className="hint">
        {trial.left.length === 0 ? 'Then there is nothing to add.' : `Left then: ${trial.left.join('; ')}`}
      </p>
      <p className="deeds">
        <button type="button" className="btn btn-primary btn-sm" onClick={() => onTake(trial.change)}>
          Do it
        </button>
        <button type="button" className="stitched" onClick={onLeave}>
          Close
        </button>
      </p>
    </section>
  )
}
