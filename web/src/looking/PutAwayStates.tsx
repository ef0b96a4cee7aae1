import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { Page } from '../api/client'
import { useSnapshots, useSnapshotWrites } from '../api/lookQueries'
import { Trouble } from '../app/Trouble'

interface PutAwayStatesProps {
  page: Page
  compared: number | null
  onCompare: (snapshot: number | null) => void
}

const when = (text: string) =>
  new Date(text).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })

/** Come back later: the page as it is now is put away with a note, and shown beside what it becomes. */
export function PutAwayStates({ page, compared, onCompare }: PutAwayStatesProps) {
  const states = useSnapshots(page.id)
  const { putAway, throwAway } = useSnapshotWrites(page.id)
  const [note, write] = useState('')
  return (
    <section className="put-away" aria-label="Come back later">
      <h3>Come back later</h3>
      <Form
        onSubmit={(event) => {
          event.preventDefault()
          putAway.mutate(note, { onSuccess: () => write('') })
        }}
      >
        <Form.Control
          size="sm"
          aria-label="A note to find it by"
          placeholder="what to look at again"
          maxLength={300}
          value={note}
          onChange={(event) => write(event.target.value)}
        />
        <button type="submit" className="stitched" disabled={putAway.isPending}>
          put this state away
        </button>
      </Form>
      {putAway.error && <Trouble error={putAway.error} onClose={() => putAway.reset()} />}
      <ul>
        {states.data?.map((state) => (
          <li key={state.id}>
            {state.note || 'no note'} <span className="hint">{when(state.created)}</span>{' '}
            <button
              type="button"
              className="stitched"
              aria-pressed={compared === state.id}
              aria-label={`show it beside: ${state.note || when(state.created)}`}
              onClick={() => onCompare(compared === state.id ? null : state.id)}
            >
              {compared === state.id ? 'back to the page' : 'show it beside'}
            </button>{' '}
            <button
              type="button"
              className="stitched is-quiet"
              aria-label={`throw away: ${state.note || when(state.created)}`}
              onClick={() => throwAway.mutate(state.id, { onSuccess: () => onCompare(null) })}
            >
              throw away
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
