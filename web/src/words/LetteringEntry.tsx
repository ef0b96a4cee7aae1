import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import { uploadLetters, type AlphabetAsked, type FoundLetters } from '../api/client'
import { useUnit } from '../api/queries'
import { useAlphabetWrites } from '../api/wordsQueries'
import { Fractions } from '../app/Fractions'
import { KeepForm } from '../app/KeepForm'
import { SheetPhoto } from '../app/SheetPhoto'

const KINDS = ['stickers', 'die-cut', 'stamps'] as const
const WIDTHS = ['narrow', 'plain', 'wide'] as const

interface LetteringEntryProps {
  unit: 'in' | 'mm'
  onClose: () => void
}

/** A sheet of letters entered: typed, or found and measured in a photograph, and only named. */
export function LetteringEntry({ unit, onClose }: LetteringEntryProps) {
  const [photographed, photograph] = useState(false)
  const hers = useUnit()
  if (!photographed)
    return (
      <>
        <p>
          <button type="button" className="stitched" onClick={() => photograph(true)}>
            from a photograph of the sheet
          </button>
        </p>
        <LetteringForm unit={unit} onClose={onClose} />
      </>
    )
  return (
    <SheetPhoto
      called="Letters from a photograph"
      hint="All of the plain sheet they are on in the picture, from above. How high and wide they are comes from the sheet’s own size."
      find={uploadLetters}
    >
      {(found) => <LetteringForm unit={hers} found={found} onClose={onClose} />}
    </SheetPhoto>
  )
}

function LetteringForm({ unit, found, onClose }: LetteringEntryProps & { found?: FoundLetters }) {
  const { add } = useAlphabetWrites()
  const keep = (text: (name: string) => string, kept: () => void) =>
    add.mutate(
      {
        name: text('name'),
        kind: text('kind') as AlphabetAsked['kind'],
        letters: text('letters'),
        colour: text('colour'),
        unit,
        ...(found
          ? {
              found: found.letters.map(({ width, height }) => [width, height]),
              height: found.height,
              width: 'plain',
            }
          : { height: text('height'), width: text('width') as NonNullable<AlphabetAsked['width']> }),
      },
      { onSuccess: kept },
    )
  return (
    <KeepForm
      place={found ? 'letters-found' : 'letters-new'}
      label="A sheet of letters"
      look="wish-form"
      keep="Keep them"
      write={add}
      onKeep={keep}
      onClose={onClose}
    >
      <Form.Control
        size="sm"
        className="wide"
        name="name"
        aria-label="Name of the letters"
        placeholder="what you call them"
        required
        maxLength={60}
      />
      <Form.Select size="sm" name="kind" aria-label="What they are">
        {KINDS.map((kind) => (
          <option key={kind}>{kind}</option>
        ))}
      </Form.Select>
      {!found && (
        <>
          <Form.Select size="sm" name="width" aria-label="How wide they are" defaultValue="plain">
            {WIDTHS.map((width) => (
              <option key={width} value={width}>
                {width} letters
              </option>
            ))}
          </Form.Select>
          <Form.Control
            size="sm"
            name="height"
            aria-label="Height of a capital"
            placeholder={unit === 'in' ? 'height, 3/4' : 'height, 20'}
            required
          />
        </>
      )}
      <input type="color" name="colour" aria-label="Their colour" defaultValue={found?.colour ?? '#22345c'} />
      {found && <LettersFound found={found} />}
      <Form.Control
        as="textarea"
        rows={2}
        size="sm"
        className="wide"
        name="letters"
        aria-label="The letters on the sheet"
        placeholder={
          found
            ? `the ${found.letters.length} letters, in this order`
            : 'as they stand: AAABBCDDEEEE… or A 3, B 2, C 1'
        }
        required
      />
    </KeepForm>
  )
}

/** The letters as they were found, in the order in which they are read. */
function LettersFound({ found }: { found: FoundLetters }) {
  return (
    <div className="wide">
      <p className="hint">
        {found.letters.length} letters, about <Fractions text={found.height} /> high. Type them in this order.
      </p>
      <ol className="letters-found" aria-label="Letters that were found">
        {found.letters.map(({ picture }, place) => (
          <li key={place}>
            <img src={`data:image/webp;base64,${picture}`} alt={`letter ${place + 1}`} />
          </li>
        ))}
      </ol>
    </div>
  )
}
