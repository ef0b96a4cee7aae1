import Button from 'react-bootstrap/Button'
import type { CutRun } from '../api/client'
import { Fractions } from '../app/Fractions'
import type { LaidSheet } from './CuttingTable'
import { SheetPicture } from './SheetPicture'

interface AllCutProps {
  run: CutRun
  laid: LaidSheet | null
  /** A sheet that needs no cut goes to the page. */
  onTake: () => void
}

/** A sheet that is finished, or the whole page. */
export function AllCut({ run, laid, onTake }: AllCutProps) {
  if (laid) {
    const pieces = laid.sheet.placed.map((place) => place.key).join(', ')
    return (
      <div className="all-cut">
        <SheetPicture paper={laid.paper} sheet={laid.sheet} size={420} />
        {laid.done < laid.total ? (
          <>
            <p>
              No cut: this {laid.sheet.kind} is piece {pieces} as it is.
            </p>
            <Button size="lg" onClick={onTake}>
              Take it
            </Button>
          </>
        ) : (
          <p>
            This {laid.sheet.kind} is cut: {pieces}.
          </p>
        )}
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
