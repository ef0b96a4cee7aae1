import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import type { CutStep } from '../api/client'
import type { Spoiled } from '../api/cuttingQueries'
import { Fractions } from '../app/Fractions'
import { formText } from '../app/formText'
import type { LaidSheet } from './CuttingTable'

interface WrongCutProps {
  laid: LaidSheet
  step: CutStep
  unit: string
  /** The other sheets stay: the page is the one they were planned for. */
  stays: boolean
  onSpoiled: (spoiled: Spoiled) => void
  onClose: () => void
}

/** Parts that can have gone wrong: the one in hand, and what the last cut gave. */
function candidates(laid: LaidSheet, step: CutStep) {
  const last = laid.sheet.steps[laid.done - 1]
  const gave = [last?.kept, last?.falls].flatMap((one) =>
    one && one.becomes !== 'middle' && one.becomes !== 'frame' && one.part !== step.part ? [one] : [],
  )
  const now = step.inside ? [] : [{ part: step.part, size: step.size, becomes: 'cut on', piece: null }]
  return [...now, ...gave]
}

/** What went wrong, and what is left of it: the rest is planned anew from that. */
export function WrongCut({ laid, step, unit, stays, onSpoiled, onClose }: WrongCutProps) {
  const parts = candidates(laid, step)
  const [count, more] = useState(1)
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const left = Array.from({ length: count }, (_, place) => ({
      width: formText(form, `width ${place}`).trim(),
      height: formText(form, `height ${place}`).trim(),
    })).filter((size) => size.width && size.height)
    onSpoiled({ sheet: laid.sheet.id, part: formText(form, 'part'), left })
  }
  return (
    <Form className="wrong-cut" onSubmit={submit} aria-label="What went wrong">
      <Form.Label htmlFor="wrong-part">Which part?</Form.Label>
      <Form.Select id="wrong-part" name="part" size="sm">
        {parts.map((one) => (
          <option key={one.part} value={one.part}>
            {one.piece
              ? `piece ${one.piece}`
              : one.part === step.part
                ? 'the part in hand'
                : 'the other part'}
            , {one.size}
          </option>
        ))}
      </Form.Select>
      <p>
        What is left of it? Nothing, if it is spoiled.{' '}
        {stays
          ? 'The other sheets stay as they are.'
          : 'The page was changed since: all sheets are planned again.'}
      </p>
      {Array.from({ length: count }, (_, place) => (
        <p key={place} className="left-size">
          <Form.Control size="sm" name={`width ${place}`} aria-label={`Width of what is left ${place + 1}`} />
          <span aria-hidden>×</span>
          <Form.Control
            size="sm"
            name={`height ${place}`}
            aria-label={`Height of what is left ${place + 1}`}
          />
          <Fractions text={unit} />
        </p>
      ))}
      <p className="deeds">
        <Button type="submit" size="sm">
          Plan again from this
        </Button>
        {count < 4 && (
          <button type="button" className="stitched" onClick={() => more(count + 1)}>
            another bit
          </button>
        )}
        <button type="button" className="stitched" onClick={onClose}>
          it is fine
        </button>
      </p>
    </Form>
  )
}
