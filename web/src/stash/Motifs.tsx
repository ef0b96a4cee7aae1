import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { DescribePaper, StashPaper } from '../api/client'
import { useUnit } from '../api/queries'
import { useStash } from '../api/cuttingQueries'
import { Fractions } from '../app/Fractions'
import { KeepForm } from '../app/KeepForm'

interface MotifsProps {
  paper: StashPaper
  onKeep: (facts: DescribePaper) => void
}

type Use = NonNullable<StashPaper['motifs'][number]['use']>
const USES: Use[] = ['a picture', 'a frame to write in', 'lines to write on', 'a strip to cut off']

const LENGTHS = [
  ['left', 'from its left'],
  ['top', 'from its top'],
  ['width', 'wide'],
  ['height', 'high'],
] as const

/**
 * Printed places of a sheet worth knowing: the plan says which cut goes through them, or saves them first;
 * frames and lines are written on.
 */
export function Motifs({ paper, onKeep }: MotifsProps) {
  const unit = useUnit()
  const [adding, show] = useState(false)
  const [use, setUse] = useState<Use>('a picture')
  const { describe } = useStash()
  const add = (text: (name: string) => string, kept: () => void) => {
    const motif = {
      name: text('name'),
      side: text('side') === 'B' ? ('B' as const) : ('A' as const),
      left: text('left'),
      top: text('top'),
      width: text('width'),
      height: text('height'),
      saved: text('saved') === 'on',
      use,
      pitch: use === 'lines to write on' ? text('pitch') : '',
    }
    const facts = { motifs: [...paper.motifs, motif] }
    describe.mutate({ id: paper.id, facts }, { onSuccess: kept })
  }
  return (
    <section className="motifs" aria-label="Printed places">
      <h3>Printed places to make use of</h3>
      <ul>
        {paper.motifs.map((motif, place) => (
          <li key={`${motif.name} ${place}`}>
            <span>
              <b>{motif.name}</b>, {motif.side} side,{' '}
              <Fractions
                text={`${motif.width} × ${motif.height} ${unit}, ${motif.left} from the left, ${motif.top} from the top`}
              />
              {motif.use !== 'a picture' && (
                <em>
                  {' '}
                  <Fractions text={`${motif.use}${motif.pitch ? `, ${motif.pitch} ${unit} apart` : ''}`} />
                </em>
              )}
              {motif.saved && <em> saved first</em>}
            </span>
            <button
              type="button"
              className="stitched"
              aria-label={`Remove ${motif.name}`}
              onClick={() => onKeep({ motifs: paper.motifs.filter((_, other) => other !== place) })}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      {adding ? (
        <KeepForm
          place={`motif-${paper.id}`}
          label="A printed place"
          look="wish-form"
          keep="Mind it"
          write={describe}
          onKeep={add}
          onClose={() => show(false)}
        >
          <Form.Control
            size="sm"
            className="wide"
            name="name"
            aria-label="What is printed there"
            placeholder="the bee, a title strip …"
            required
            maxLength={60}
          />
          <Form.Select size="sm" className="wide" name="side" aria-label="On which side">
            <option value="A">on the A side</option>
            <option value="B">on the B side</option>
          </Form.Select>
          <Form.Select
            size="sm"
            className="wide"
            aria-label="What it is good for"
            value={use}
            onChange={(event) => setUse(event.target.value as Use)}
          >
            {USES.map((words) => (
              <option key={words}>{words}</option>
            ))}
          </Form.Select>
          {LENGTHS.map(([name, words]) => (
            <Form.Group key={name} className="field" controlId={`motif-${name}`}>
              <Form.Label>{words}</Form.Label>
              <Form.Control size="sm" name={name} placeholder={unit} required />
            </Form.Group>
          ))}
          {use === 'lines to write on' && (
            <Form.Group className="field" controlId="motif-pitch">
              <Form.Label>lines apart</Form.Label>
              <Form.Control size="sm" name="pitch" placeholder={unit} required />
            </Form.Group>
          )}
          <Form.Check className="wide" id="motif-saved" name="saved" label="cut it out first and keep it" />
        </KeepForm>
      ) : (
        <button type="button" className="stitched" onClick={() => show(true)}>
          a place on a sheet
        </button>
      )}
    </section>
  )
}
