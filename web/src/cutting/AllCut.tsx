import type { CutRun } from '../api/client'
import { Fractions } from '../app/Fractions'
import type { LaidSheet } from './CuttingTable'
import { SheetPicture } from './SheetPicture'

/** A sheet that is finished, or the whole page. */
export function AllCut({ run, laid }: { run: CutRun; laid: LaidSheet | null }) {
  if (laid) {
    return (
      <div className="all-cut">
        <SheetPicture paper={laid.paper} sheet={laid.sheet} size={420} />
        <p>
          This {laid.sheet.kind} is cut: {laid.sheet.placed.map((place) => place.key).join(', ')}.
        </p>
      </div>
    )
  }
  const lacking = run.table.papers.flatMap((paper) => paper.lacking)
  return (
    <div className="all-cut">
      <h2>{run.ended ? 'All is cut.' : 'Every cut is made.'}</h2>
      {!run.ended && <p>Take stock: leftovers go to the stash, and the sheets are taken off.</p>}
      {lacking.map((words) => (
        <p key={words} className="refusal">
          <Fractions text={words} />
        </p>
      ))}
    </div>
  )
}
