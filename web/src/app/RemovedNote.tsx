import { useEffect, useSyncExternalStore } from 'react'
import { useBringBack } from '../api/queries'
import { lastRemoved, type Kind } from '../api/removed'
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
  state: 'the state put away',
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
  const { mutate, reset, error, isPending } = useBringBack()
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
        Removed: {CALLED[removed.kind]}
        {removed.name && ` “${removed.name}”`}.
      </p>
      <button
        type="button"
        className="stitched"
        disabled={isPending}
        onClick={() => mutate(removed, { onSuccess: () => lastRemoved.tell(null) })}
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
