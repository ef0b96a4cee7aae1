import type { Deleted } from '../api/client'
import { useBringBack, useDeleted } from '../api/queries'

const NAMES: Record<Deleted['kind'], string> = {
  page: 'page',
  sketch: 'sketch',
  photo: 'photo',
  paper: 'paper',
  embellishment: 'embellishment',
  letters: 'letters',
  hand: 'hand',
  trimmer: 'trimmer',
  punch: 'punch or die',
  state: 'state of a page',
  'paper-picture': 'photo of',
  draft: 'drawing',
  palette: 'palette',
  companion: 'ink or pen',
  'table-picture': 'picture of',
  album: 'album',
  goal: 'goal',
  box: 'project box',
}

/** What was put aside in the last thirty days, to be brought back. */
export function PutAside() {
  const deleted = useDeleted()
  const bringBack = useBringBack()
  if (!deleted.data?.length) return null
  return (
    <section aria-labelledby="aside-heading">
      <h1 id="aside-heading">Removed lately</h1>
      <p className="hint">Kept for thirty days; bring back what you want again.</p>
      <ul className="aside-list">
        {deleted.data.map((thing) => (
          <li key={`${thing.kind}${thing.id}`}>
            {NAMES[thing.kind]} “{thing.name}”{' '}
            <button
              type="button"
              className="stitched"
              aria-label={`Bring back ${NAMES[thing.kind]} ${thing.name}`}
              onClick={() => bringBack.mutate({ kind: thing.kind, id: thing.id })}
            >
              Bring back
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
