import { useState } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { formText } from '../app/formText'
import { Fractions } from '../app/Fractions'
import type { WishProps } from './PieceRow'
import { WishField } from './WishField'

const SIDES = ['left', 'top', 'right', 'bottom'] as const

/** Windows in a piece: each by its distances from the edges, with a paper behind it or none. */
export function WindowWish({ piece, table, onChange }: WishProps) {
  /** How many windows there were when the form was opened: it closes when there is one more, not when one is refused. */
  const [openedAt, openAt] = useState<number | null>(null)
  const isFrame = piece.shape === 'frame'
  const cutting = openedAt === piece.terms.windows.length
  return (
    <div className="wish">
      <p>
        <span>{isFrame ? 'its opening' : 'windows'}</span>
        <button
          type="button"
          className="stitched"
          aria-expanded={cutting}
          onClick={() => openAt(cutting ? null : piece.terms.windows.length)}
        >
          {isFrame ? 'a paper behind it' : 'cut a window'}
        </button>
      </p>
      <ul>
        {piece.terms.windows.map((words, place) => (
          <li key={`${words} ${place}`}>
            <span>
              <Fractions text={words} />
            </span>
            <button
              type="button"
              className="stitched"
              aria-label={`close it: window ${place + 1} of ${piece.name}`}
              onClick={() => onChange({ kind: 'close-window', block: piece.block, count: place })}
            >
              close it
            </button>
          </li>
        ))}
      </ul>
      {cutting && (
        <Form
          className="wish-form"
          aria-label={`Window in ${piece.name}`}
          onSubmit={(event) => {
            event.preventDefault()
            const form = event.currentTarget
            if (isFrame) openAt(null)
            onChange({
              kind: 'window',
              block: piece.block,
              ...Object.fromEntries(SIDES.map((side) => [side, formText(form, side)])),
              backing: formText(form, 'backing') || null,
              mirrored: formText(form, 'mirrored') === 'on',
            })
          }}
        >
          {!isFrame && (
            <>
              <p className="hint wide">How far from each edge of the piece; left empty, it is open there.</p>
              {SIDES.map((side) => (
                <WishField key={side} label={side} name={side} placeholder="open" />
              ))}
            </>
          )}
          <label className="wide">
            behind it
            <Form.Select size="sm" name="backing" defaultValue="">
              {!isFrame && <option value="">nothing: one looks through</option>}
              {table.page_papers.map((paper) => (
                <option key={paper.letter} value={paper.letter}>
                  {paper.name}, a lip larger
                </option>
              ))}
            </Form.Select>
          </label>
          {!isFrame && (
            <Form.Check
              className="wide"
              id={`mirrored-${piece.key}`}
              name="mirrored"
              label="and its mirror image for the facing page"
            />
          )}
          <Button type="submit" size="sm">
            {isFrame ? 'Put it behind' : 'Cut this window'}
          </Button>
        </Form>
      )}
    </div>
  )
}
