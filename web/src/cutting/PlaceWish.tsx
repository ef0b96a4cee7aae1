import { useState } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import type { ChangeOf } from '../api/client'
import { formText } from '../app/formText'
import { Fractions } from '../app/Fractions'
import type { WishProps } from './PieceRow'
import { WishField } from './WishField'

type Hold = NonNullable<ChangeOf<'cut-from'>['across']>

/** Places of a sheet with a name: a layer trimmed on all four sides is in the middle, on two it is in a corner. */
const NAMED: [string, Hold, Hold][] = [
  ['the middle, trimmed on all four sides', 'middle', 'middle'],
  ['the top left corner', 'low', 'low'],
  ['the top right corner', 'high', 'low'],
  ['the bottom left corner', 'low', 'high'],
  ['the bottom right corner', 'high', 'high'],
]

/** Which part of the sheet a piece must come from. */
export function PlaceWish({ piece, onChange }: WishProps) {
  /** The place there was when the fields were opened: they close when it changes, not when it is refused. */
  const [before, openAt] = useState<string | null>(null)
  const typing = before === piece.terms.place
  const ask = (across: Hold | null, down: Hold | null) =>
    onChange({ kind: 'cut-from', block: piece.block, across, down })
  return (
    <div className="wish">
      <label>
        <span>from the sheet</span>
        <Form.Select
          size="sm"
          value=""
          aria-label={`Place of the sheet for ${piece.name}`}
          onChange={(event) => {
            const named = NAMED.find(([words]) => words === event.target.value)
            openAt(event.target.value === 'at' ? piece.terms.place : null)
            const printed = piece.terms.printed.find(({ name }) => event.target.value === `printed ${name}`)
            if (named) ask(named[1], named[2])
            else if (printed) onChange(printed.change)
            else if (event.target.value === 'anywhere') ask(null, null)
          }}
        >
          <option value="" disabled>
            {piece.terms.place || 'wherever it fits'}
          </option>
          {piece.terms.place && <option value="anywhere">wherever it fits</option>}
          {NAMED.map(([words]) => (
            <option key={words}>{words}</option>
          ))}
          {piece.terms.printed.map(({ name }) => (
            <option key={name} value={`printed ${name}`}>
              the printed place “{name}”
            </option>
          ))}
          <option value="at">at a place I measure …</option>
        </Form.Select>
      </label>
      {typing && (
        <Form
          className="wish-form"
          onSubmit={(event) => {
            event.preventDefault()
            const form = event.currentTarget
            onChange({
              kind: 'cut-from',
              block: piece.block,
              across: 'at',
              down: 'at',
              left: formText(form, 'left'),
              top: formText(form, 'top'),
            })
          }}
        >
          <WishField label="from its left" name="left" placeholder="0" />
          <WishField label="from its top" name="top" placeholder="0" />
          <Button type="submit" size="sm">
            Cut it there
          </Button>
        </Form>
      )}
      {piece.terms.place && (
        <p className="hint">
          Now from <Fractions text={piece.terms.place} />, seen from the side that shows.
        </p>
      )}
    </div>
  )
}
