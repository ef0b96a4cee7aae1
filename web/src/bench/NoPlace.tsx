import { Fractions } from '../app/Fractions'
import { Refused, type BoardBlock, type Change, type Demand, type Page } from '../api/client'
import { useNearest } from '../api/queries'
import { PageThumb } from '../board/PageThumb'
import type { PageLayout } from '../geometry/layout'
import { Demands } from './Demands'

interface NoPlaceProps {
  page: Page
  error: Error
  /** What was asked and cannot be. */
  asked: Change | undefined
  block: BoardBlock
  layout: PageLayout
  onChange: (change: Change) => void
  onClose: () => void
}

/** Why a piece cannot go where it was put: the sum right beside it, the nearest page that works, what could be given up. */
export function NoPlace({ page, error, asked, block, layout, onChange, onClose }: NoPlaceProps) {
  const faults = error instanceof Refused ? error.faults : []
  const clashes = error instanceof Refused && error.code === 'pins-clash'
  const demands = clashes ? ((error.body as { demands?: Demand[] }).demands ?? []) : []
  const { data: near, isPending } = useNearest(page, clashes && asked ? asked : null)
  const middle = layout.left + (block.x + block.width / 2) * layout.scale
  const foot = layout.top + (block.y + block.height) * layout.scale
  const left = Math.min(Math.max(middle, layout.left + 170), layout.left + layout.width - 170)
  const top = Math.min(foot + 8, layout.top + layout.height - (clashes ? 190 : 70))
  return (
    <div className="no-place" role="alert" style={{ left, top }}>
      <p>
        <Fractions text={faults[0]?.message ?? error.message} />
      </p>
      {clashes && isPending && asked && <p className="hint">Looking for the nearest place…</p>}
      {near && (
        <div className="nearest">
          <PageThumb board={near.board} slots={page.slots} titles={page.titles} size={72} />
          <span>
            The nearest that works: <Fractions text={near.words} />
          </span>
          <button type="button" className="stitched" onClick={() => onChange(near.change)}>
            Lay it there
          </button>
        </div>
      )}
      {demands.length > 0 && (
        <details>
          <summary>What holds it, and could change</summary>
          <Demands demands={demands} unit={page.format.unit} onChange={onChange} />
        </details>
      )}
      <button type="button" className="stitched" onClick={onClose}>
        Close
      </button>
    </div>
  )
}
