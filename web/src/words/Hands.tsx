import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import { useHandWrites, useScripts } from '../api/wordsQueries'
import { Fractions } from '../app/Fractions'
import { Fold } from '../app/Fold'
import { KeepForm } from '../app/KeepForm'

/** The hands that write in her albums, each as it was measured. */
export function Hands({ unit }: { unit: 'in' | 'mm' }) {
  const scripts = useScripts()
  const { remove } = useHandWrites()
  const [adding, show] = useState(false)
  const hands = scripts.data?.filter((one) => !one.is_font) ?? []
  return (
    <Fold place="hands" className="letterings" label="Your handwriting" heading="Your handwriting">
      <ul>
        {hands.map((hand) => (
          <li key={hand.key}>
            <b>{hand.name}</b>{' '}
            <span className="hint">
              <Fractions text={hand.words} />
            </span>{' '}
            <button
              type="button"
              className="stitched"
              aria-label={`Remove ${hand.name}`}
              onClick={() => hand.id !== null && remove.mutate(hand.id)}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      {adding ? (
        <HandForm unit={unit} onClose={() => show(false)} />
      ) : (
        <button type="button" className="stitched" onClick={() => show(true)}>
          Measure a hand
        </button>
      )}
    </Fold>
  )
}

function HandForm({ unit, onClose }: { unit: 'in' | 'mm'; onClose: () => void }) {
  const { add } = useHandWrites()
  const keep = (text: (name: string) => string, kept: () => void) =>
    add.mutate(
      {
        name: text('name'),
        characters: Number(text('characters')),
        line: text('line'),
        pitch: text('pitch'),
        colour: text('colour'),
        unit,
      },
      { onSuccess: kept },
    )
  return (
    <KeepForm place="hand-new" label="A hand" look="wish-form" write={add} onKeep={keep} onClose={onClose}>
      <p className="hint wide">
        Write a line as you always do. Count its letters and spaces, and measure it.
      </p>
      <Form.Control
        size="sm"
        name="name"
        aria-label="Whose hand"
        placeholder="whose hand"
        required
        maxLength={60}
      />
      <input type="color" name="colour" aria-label="Colour of the pen" defaultValue="#22345c" />
      <Form.Control
        size="sm"
        name="characters"
        type="number"
        min={1}
        max={400}
        aria-label="Letters and spaces in the line"
        placeholder="letters, 42"
        required
      />
      <Form.Control
        size="sm"
        name="line"
        aria-label="How long the line is"
        placeholder={unit === 'in' ? 'line, 6' : 'line, 150'}
        required
      />
      <Form.Control
        size="sm"
        name="pitch"
        aria-label="From one line to the next"
        placeholder={unit === 'in' ? 'apart, 1/4' : 'apart, 7'}
        required
      />
    </KeepForm>
  )
}
