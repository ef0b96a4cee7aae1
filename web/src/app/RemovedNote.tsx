import { useEffect, useSyncExternalStore } from 'react'
import { useBringBack } from '../api/queries'
import { lastRemoved, type Kind, type Removed } from '../api/removed'
import { Trouble } from './Trouble'

/** What each kind is called in a sentence. */
const CALLED: Record<Kind, string> = {
  page: 'the page',
  sketch: 'the sketch',
  photo: 'the photo',
  paper: 'the paper',
  'paper-picture': 'the photo of',
  draft: 'the drawing',
  embellishment: 'the embellishment',
  letters: 'the letters',
  hand: 'the hand',
  trimmer: 'the trimmer',
  punch: 'the punch or die',
  state: 'how the page was',
  palette: 'the palette',
  companion: 'the ink or pen',
  'table-picture': 'the picture of',
  album: 'the album',
  goal: 'the goal',
  box: 'the project box',
}
/** Milliseconds after which the note goes; for thirty days the shelf brings back the same. */
const STAYS = 60_000

/** After everything that is put aside: what it was, and Undo. */
export function RemovedNote() {
  const removed = useSyncExternalStore(lastRemoved.watch, lastRemoved.snapshot)
  const { mutateAsync, reset, error, isPending } = useBringBack()
  const undo = async ({ kind, id, also = [] }: Removed) => {
    for (const one of [id, ...also]) await mutateAsync({ kind, id: one })
    lastRemoved.tell(null)
  }
  useEffect(() => {
    if (!removed) return
    reset()
    const timer = setTimeout(() => lastRemoved.tell(null), STAYS)
    return () => clearTimeout(timer)
  }, [removed, reset])
  if (!removed) return null
  return (
    <div className="removed-note" role="status">
      <p>
        Removed:{' '}
        {removed.also
          ? `${removed.also.length + 1} ${removed.kind}s`
          : `${CALLED[removed.kind]}${removed.name && ` “${removed.name}”`}`}
        .
      </p>
      <button
        type="button"
        className="stitched"
        disabled={isPending}
        // What could not be brought back is told below.
        onClick={() => void undo(removed).catch(() => undefined)}
      >
        Undo
      </button>
      <button
        type="button"
        className="stitched"
        aria-label="Close this note"
        onClick={() => lastRemoved.tell(null)}
      >
        ×
      </button>
      {error && <Trouble error={error} />}
    </div>
  )
}
