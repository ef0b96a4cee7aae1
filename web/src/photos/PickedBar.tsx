import type { FormEvent } from 'react'
import Form from 'react-bootstrap/Form'
import { Link } from 'react-router'
import { formText } from '../app/formText'
import { Trouble } from '../app/Trouble'
import { useGroupPhotos, useRemovePhotos } from '../api/photoQueries'

interface PickedBarProps {
  picked: number[]
  onNone: () => void
}

/** What can be done with the photos that are picked: a sketch found, kept together, removed. */
export function PickedBar({ picked, onNone }: PickedBarProps) {
  const remove = useRemovePhotos()
  const group = useGroupPhotos()
  const several = picked.length > 1
  const keepTogether = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const name = formText(event.currentTarget, 'group').trim()
    group.mutate({ ids: picked, group: name }, { onSuccess: onNone })
  }
  const failed = remove.error ?? group.error
  return (
    <div className="picked-bar">
      <span role="status">
        {picked.length} photo{several && 's'} picked
      </span>
      <Link className="btn btn-primary" to={`/find?photos=${picked.join('-')}`}>
        Find a sketch for {several ? 'them' : 'it'}
      </Link>
      <Form className="picked-group" onSubmit={keepTogether}>
        <Form.Control
          size="sm"
          name="group"
          aria-label="What they belong to"
          placeholder="kite day"
          maxLength={60}
        />
        <button type="submit" className="stitched" disabled={group.isPending}>
          Keep together
        </button>
      </Form>
      <button
        type="button"
        className="stitched"
        disabled={remove.isPending}
        onClick={() => remove.mutate(picked, { onSuccess: onNone })}
      >
        Remove
      </button>
      <button type="button" className="stitched" onClick={onNone}>
        Pick none
      </button>
      {failed && (
        <Trouble
          error={failed}
          onClose={() => {
            remove.reset()
            group.reset()
          }}
        />
      )}
    </div>
  )
}
