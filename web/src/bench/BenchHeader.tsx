import { useCallback, useEffect } from 'react'
import { Link } from 'react-router'
import { CLOSEST } from '../board/useFingers'
import { rememberPage } from '../app/lastPage'
import { useTitle } from '../app/useTitle'
import { useUndoKeys } from '../app/useUndoKeys'
import type { Page } from '../api/client'
import type { Line } from '../writes/line'

interface BenchHeaderProps {
  page: Page
  line: Line
  busy: boolean
  closer: number
  onCloser: (closer: number) => void
  onAlone: () => void
}

/** The page's name, and undo everywhere: Ctrl+Z and Ctrl+Shift+Z do the same. */
export function BenchHeader({ page, line, busy, closer, onCloser, onAlone }: BenchHeaderProps) {
  const stepBack = useCallback(() => void line.add({ kind: 'undo' }), [line])
  const stepForward = useCallback(() => void line.add({ kind: 'redo' }), [line])
  useUndoKeys(stepBack, stepForward)
  useTitle(page.name)
  useEffect(() => {
    rememberPage(page)
  }, [page])
  return (
    <header className="bench-header">
      <Link to="/" className="brand" aria-label="Ink Quilt, to the shelf">
        Ink Quilt
      </Link>
      <h1>{page.name}</h1>
      <div className="looks">
        <button
          type="button"
          className="stitched"
          disabled={closer >= CLOSEST}
          onClick={() => onCloser(Math.min(CLOSEST, closer * 1.5))}
        >
          Zoom in
        </button>
        {closer > 1 && (
          <button type="button" className="stitched" onClick={() => onCloser(1)}>
            Whole page
          </button>
        )}
        <button type="button" className="stitched" onClick={onAlone}>
          Only the page
        </button>
      </div>
      <div className="undo">
        <button type="button" className="stitched" disabled={page.undo === null || busy} onClick={stepBack}>
          {page.undo === null ? 'Undo' : `Undo “${page.undo}”`}
        </button>
        <button
          type="button"
          className="stitched"
          disabled={page.redo === null || busy}
          onClick={stepForward}
        >
          {page.redo === null ? 'Redo' : `Redo “${page.redo}”`}
        </button>
      </div>
    </header>
  )
}
