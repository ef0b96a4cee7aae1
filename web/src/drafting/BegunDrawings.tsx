import { useMutation } from '@tanstack/react-query'
import { draftOnTable, useOnTable, useTableWrites } from '../api/draftQueries'
import { Trouble } from '../app/Trouble'
import type { OnTable } from './useDraft'

/** Drawings that were begun and are no sketches yet, on whatever device. */
export function BegunDrawings({ onLay }: { onLay: (table: OnTable) => void }) {
  const begun = useOnTable()
  const { takeOff } = useTableWrites()
  const fetchOne = useMutation({ mutationFn: draftOnTable, onSuccess: onLay })
  const drop = useMutation({
    mutationFn: (one: { id: number; name: string }) => takeOff(one.id, one.name, false),
  })
  if (!begun.data?.length) return null
  return (
    <section className="begun-drawings" aria-labelledby="begun-heading">
      <h2 id="begun-heading">Begun and not kept yet</h2>
      <ul>
        {begun.data.map((one) => (
          <li key={one.id}>
            <button
              type="button"
              className="stitched"
              disabled={fetchOne.isPending}
              aria-label={`Go on with ${one.name}`}
              onClick={() => fetchOne.mutate(one.id)}
            >
              {one.name}
            </button>
            <span className="hint">
              {new Date(one.changed).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })}
            </span>
            <button
              type="button"
              className="stitched is-quiet"
              aria-label={`Remove ${one.name}`}
              onClick={() => drop.mutate(one)}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      {(fetchOne.error ?? drop.error) && <Trouble error={(fetchOne.error ?? drop.error)!} />}
    </section>
  )
}
