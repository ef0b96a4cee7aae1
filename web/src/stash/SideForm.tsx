import { useId, useState } from 'react'
import Form from 'react-bootstrap/Form'
import type { DescribePaper, StashPaper } from '../api/client'
import { useUnit } from '../api/queries'
import { Fractions } from '../app/Fractions'
import { SidePicture } from './SidePicture'
import { lookOf, Swatch } from './Swatch'

type Side = StashPaper['front']

const KINDS: Side['kind'][] = [
  'solid',
  'small print',
  'large print',
  'stripe',
  'dots',
  'floral',
  'words',
  'plaid',
  'metallic',
  'vellum',
]

interface SideFormProps {
  name: 'A' | 'B'
  paper: StashPaper
  onKeep: (facts: DescribePaper) => void
}

const busyWords = (busyness: number) => (busyness < 15 ? 'calm' : busyness < 40 ? 'lively' : 'busy')

/** What one side of a paper shows. */
export function SideForm({ name, paper, onKeep }: SideFormProps) {
  const unit = useUnit()
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
        {side.named.length > 0 && (
          <span className="hint">
            {side.named
              .map((word, at) => (side.shares[at] ? `${word} ${side.shares[at]} %` : word))
              .join(', ')}
            {side.repeat && (
              <>
                ; repeats every <Fractions text={`${side.repeat} ${unit}`} />
              </>
            )}
            {side.busyness != null && `; ${busyWords(side.busyness)} (${side.busyness} of 100)`}
          </span>
        )}
        <SidePicture paper={paper} name={name} />
      </div>
    </fieldset>
  )
}
