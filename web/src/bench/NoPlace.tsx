import { Fractions } from '../app/Fractions'
import { Refused, type BoardBlock } from '../api/client'
import type { PageLayout } from '../geometry/layout'

interface NoPlaceProps {
  error: Error
  block: BoardBlock
  layout: PageLayout
  onClose: () => void
}

/** Why a piece cannot go where it was put: the sum, right beside it. */
export function NoPlace({ error, block, layout, onClose }: NoPlaceProps) {
  const faults = error instanceof Refused ? error.faults : []
  const words = faults[0]?.message ?? error.message
  const middle = layout.left + (block.x + block.width / 2) * layout.scale
  const foot = layout.top + (block.y + block.height) * layout.scale
  const left = Math.min(Math.max(middle, layout.left + 150), layout.left + layout.width - 150)
  const top = Math.min(foot + 8, layout.top + layout.height - 70)
  return (
    <div className="no-place" role="alert" style={{ left, top }}>
      <p>
        <Fractions text={words} />
      </p>
      <button type="button" className="stitched" onClick={onClose}>
        leave it
      </button>
    </div>
  )
}
