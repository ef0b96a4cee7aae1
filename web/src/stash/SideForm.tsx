import { useId, useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { DescribePaper, StashPaper } from '../api/client'
import { SidePicture } from './SidePicture'
import { lookOf, Swatch } from './Swatch'

type Side = StashPaper['front']

const KINDS: Side['kind'][] = ['solid', 'small print', 'busy', 'stripe', 'metallic', 'vellum']

interface SideFormProps {
  name: 'A' | 'B'
  paper: StashPaper
  onKeep: (facts: DescribePaper) => void
}

/** What one side of a paper shows. */
export function SideForm({ name, paper, onKeep }: SideFormProps) {
  const id = useId()
  const [side, setSide] = useState(name === 'A' ? paper.front : paper.back)
  const keep = (changed: Side) => {
    setSide(changed)
    const { kind, colours, directional } = changed
    onKeep({ [name === 'A' ? 'front' : 'back']: { kind, colours, directional } })
  }
  return (
    <fieldset className="side-form">
      <legend>{name} side</legend>
      <Swatch look={lookOf(side)} width={64} height={64} />
      <div>
        <Form.Select
          size="sm"
          aria-label={`What the ${name} side shows`}
          value={side.kind}
          onChange={(event) => keep({ ...side, kind: event.target.value as Side['kind'] })}
        >
          {KINDS.map((kind) => (
            <option key={kind}>{kind}</option>
          ))}
        </Form.Select>
        <span className="side-colour">
          <input
            type="color"
            aria-label={`Colour of the ${name} side`}
            defaultValue={side.colours[0] ?? '#e9e1cf'}
            onBlur={(event) => {
              const colour = event.target.value
              if (colour !== side.colours[0]) keep({ ...side, colours: [colour, ...side.colours.slice(1)] })
            }}
          />
          <Form.Check
            id={id}
            label="has a right way up"
            checked={side.directional}
            onChange={(event) => keep({ ...side, directional: event.target.checked })}
          />
        </span>
        <SidePicture paper={paper} name={name} />
      </div>
    </fieldset>
  )
}
