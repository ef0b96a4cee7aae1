import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { Change, Page } from '../api/client'
import { Fold } from '../app/Fold'
import { useSnapshots, useSnapshotWrites, useSteps } from '../api/lookQueries'
import { Trouble } from '../app/Trouble'
import { sameState, type Compared } from './useLooking'

interface PutAwayStatesProps {
  page: Page
  compared: Compared | null
  onCompare: (state: Compared | null) => void
  onChange: (change: Change) => void
}

const when = (text: string) =>
  new Date(text).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })

/** Come back later: the page as it is now is put away with a note, shown beside what it becomes, or taken up again. */
export function PutAwayStates(props: PutAwayStatesProps) {
  const { page, compared, onCompare } = props
  const states = useSnapshots(page.id)
  const { putAway, throwAway } = useSnapshotWrites(page.id)
  const [note, write] = useState('')
  return (
    <Fold
      place="come-back"
      className="put-away"
      label="Come back later"
      heading="Come back later"
      note={(states.data?.length ?? 0) > 0 && states.data?.length}
    >
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
          keep how it is now
        </button>
      </Form>
      {putAway.error && <Trouble error={putAway.error} onClose={() => putAway.reset()} />}
      <ul>
        {states.data?.map((state) => (
          <li key={state.id}>
            {state.note || 'no note'} <span className="hint">{when(state.created)}</span>{' '}
            <StateDeeds
              {...props}
              state={{ kind: 'snapshot', id: state.id }}
              called={state.note || when(state.created)}
            />{' '}
            <button
              type="button"
              className="stitched is-quiet"
              aria-label={`Remove ${state.note || when(state.created)}`}
              onClick={() => throwAway.mutate(state.id, { onSuccess: () => onCompare(null) })}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      <EarlierSteps {...props} compared={compared} />
    </Fold>
  )
}

/** Every step that led here, to be shown beside the page or gone back to. */
function EarlierSteps(props: PutAwayStatesProps) {
  const [open, show] = useState(false)
  const steps = useSteps(props.page, open)
  return (
    <details onToggle={(event) => show(event.currentTarget.open)}>
      <summary>Earlier steps</summary>
      {steps.data?.length === 0 && <p className="hint">Nothing was done to this page yet.</p>}
      <ul>
        {steps.data?.map((step) => (
          <li key={step.number}>
            after “{step.done}” <span className="hint">{when(step.created)}</span>{' '}
            <StateDeeds
              {...props}
              state={{ kind: 'step', id: step.number }}
              called={`step ${step.number}, ${step.done}`}
            />
          </li>
        ))}
      </ul>
    </details>
  )
}

function StateDeeds(props: PutAwayStatesProps & { state: Compared; called: string }) {
  const { state, called, compared, onCompare, onChange } = props
  const shown = sameState(compared, state)
  return (
    <>
      <button
        type="button"
        className="stitched"
        aria-pressed={shown}
        aria-label={shown ? `back to the page from: ${called}` : `show it beside: ${called}`}
        onClick={() => onCompare(shown ? null : state)}
      >
        {shown ? 'back to the page' : 'show it beside'}
      </button>
      {shown && (
        <>
          {' '}
          <button
            type="button"
            className="stitched"
            aria-label={`take it up again: ${called}`}
            onClick={() => {
              onCompare(null)
              onChange({ kind: 'take-up', [state.kind]: state.id })
            }}
          >
            take it up again
          </button>
        </>
      )}
    </>
  )
}
