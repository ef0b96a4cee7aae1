import { useState } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import type { Alphabet } from '../api/client'
import { useAlphabets, useAlphabetWrites } from '../api/wordsQueries'
import { formText } from '../app/formText'
import { Fractions } from '../app/Fractions'
import { Fold } from '../app/Fold'
import { Trouble } from '../app/Trouble'
import { LetteringEntry } from './LetteringEntry'

/** The lettering she owns: what is left of each sheet, and room for another one. */
export function Letterings({ unit }: { unit: 'in' | 'mm' }) {
  const alphabets = useAlphabets()
  const [adding, show] = useState(false)
  return (
    <Fold
      place="letters"
      className="letterings"
      label="Your letters"
      heading="Your letters"
      note={alphabets.data?.filter((one) => one.id !== null).length}
    >
      <ul>
        {alphabets.data?.map((alphabet) => (
          <LetteringRow key={alphabet.key} alphabet={alphabet} />
        ))}
      </ul>
      {adding ? (
        <LetteringEntry unit={unit} onClose={() => show(false)} />
      ) : (
        <button type="button" className="stitched" onClick={() => show(true)}>
          Enter a sheet of letters
        </button>
      )}
    </Fold>
  )
}

function LetteringRow({ alphabet }: { alphabet: Alphabet }) {
  const { count, remove } = useAlphabetWrites()
  const [counting, start] = useState(false)
  const left = alphabet.letters.map(({ letter, count: number }) => `${letter}×${number}`).join(', ')
  if (alphabet.id === null)
    return (
      <li>
        <b>{alphabet.name}</b> <span className="hint">a font, any height, to print or to cut</span>
      </li>
    )
  const id = alphabet.id
  return (
    <li>
      <span className="lettering-name">
        <i style={{ background: alphabet.colour }} aria-hidden />
        <b>{alphabet.name}</b>
      </span>{' '}
      <span className="hint">
        <Fractions text={`${alphabet.kind}, ${alphabet.height} high`} />
      </span>
      {alphabet.kind !== 'stamps' && !counting && <p className="letters-left">{left}</p>}
      {counting && (
        <Form
          onSubmit={(event) => {
            event.preventDefault()
            count.mutate(
              { id, letters: formText(event.currentTarget, 'letters') },
              { onSuccess: () => start(false) },
            )
          }}
        >
          <Form.Control
            as="textarea"
            rows={2}
            size="sm"
            name="letters"
            aria-label={`Letters left of ${alphabet.name}`}
            defaultValue={left}
          />
          {count.error && <Trouble error={count.error} />}
          <Button type="submit" size="sm">
            These are left
          </Button>
        </Form>
      )}
      <p className="lettering-deeds">
        <button
          type="button"
          className="stitched"
          aria-label={`count again: ${alphabet.name}`}
          onClick={() => start(!counting)}
        >
          count again
        </button>
        <button
          type="button"
          className="stitched"
          aria-label={`Remove ${alphabet.name}`}
          onClick={() => remove.mutate(id)}
        >
          Remove
        </button>
      </p>
    </li>
  )
}
