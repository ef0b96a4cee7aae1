import { useState } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { formText } from '../app/formText'
import { Fractions } from '../app/Fractions'
import type { WishProps } from './PieceRow'
import { WishField } from './WishField'

/** Joined from two where paper is too short: where the seam runs. */
export function SeamWish({ piece, onChange }: WishProps) {
  /** The seam there was when the field was opened: it closes when that changes, not when it is refused. */
  const [before, openAt] = useState<string | null>(null)
  const { seam } = piece.terms
  return (
    <div className="wish">
      <span>joined from two</span>
      {seam ? (
        <>
          <b>
            <Fractions text={seam} />
          </b>
          <button
            type="button"
            className="stitched"
            aria-label={`cut it whole: ${piece.name}`}
            onClick={() => onChange({ kind: 'seam', block: piece.block })}
          >
            cut it whole
          </button>
        </>
      ) : (
        <button
          type="button"
          className="stitched"
          aria-expanded={before === seam}
          aria-label={`where the seam runs …: ${piece.name}`}
          onClick={() => openAt(before === null ? seam : null)}
        >
          where the seam runs …
        </button>
      )}
      {before === seam && !seam && (
        <Form
          className="wish-form"
          aria-label={`Seam of ${piece.name}`}
          onSubmit={(event) => {
            event.preventDefault()
            const form = event.currentTarget
            onChange({
              kind: 'seam',
              block: piece.block,
              at: formText(form, 'at'),
              level: formText(form, 'side') === 'top',
            })
          }}
        >
          <WishField label="so far" name="at" required />
          <Form.Select size="sm" name="side" aria-label={`Seam of ${piece.name} counted`}>
            <option value="left">from its left</option>
            <option value="top">from its top</option>
          </Form.Select>
          <Button type="submit" size="sm">
            Join it there
          </Button>
        </Form>
      )}
    </div>
  )
}
