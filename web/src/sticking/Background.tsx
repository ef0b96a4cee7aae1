import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { Change, Sticking } from '../api/client'
import { Fold } from '../app/Fold'

interface BackgroundProps {
  sticking: Sticking
  onChange: (change: Change) => void
}

/** Work that comes before gluing: what is planned, and more of it. */
export function Background({ sticking, onChange }: BackgroundProps) {
  const [on, lay] = useState('')
  const papers = sticking.things.filter((thing) => thing.may_be_worked_on)
  const known = papers.some((thing) => thing.key === on) ? on : ''
  return (
    <Fold
      place="background"
      className="background-work"
      label="Work before gluing"
      heading="Work before gluing"
      note={sticking.works.length > 0 && sticking.works.length}
    >
      {sticking.works.map((work) => (
        <p key={work.key}>
          {work.words}{' '}
          <button
            type="button"
            className="stitched"
            aria-label={`Remove: ${work.words}`}
            onClick={() => onChange({ kind: 'background-work', work: null, on: '', take: work.key })}
          >
            Remove
          </button>
        </p>
      ))}
      <Form.Select
        size="sm"
        aria-label="What is worked on"
        value={known}
        onChange={(event) => lay(event.target.value)}
      >
        <option value="">On the page itself</option>
        {papers.map((thing) => (
          <option key={thing.key} value={thing.key}>
            On {thing.name}
          </option>
        ))}
      </Form.Select>
      <div role="group" aria-label="Add work" className="chips">
        {sticking.work_kinds.map((work) => (
          <button
            key={work}
            type="button"
            className="chip"
            onClick={() => onChange({ kind: 'background-work', work, on: known, take: '' })}
          >
            {work}
          </button>
        ))}
      </div>
    </Fold>
  )
}
