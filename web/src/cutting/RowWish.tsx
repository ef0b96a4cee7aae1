import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { formText } from '../app/formText'
import { Fractions } from '../app/Fractions'
import type { WishProps } from './PieceRow'
import { WishField } from './WishField'

/** A strip or border made of several pieces: equal ones along it, or strips of growing height. */
export function RowWish(props: WishProps) {
  const { piece, onChange } = props
  /** What was there when a form was opened: it closes when that changes, not when something is refused. */
  const [opened, open] = useState<{ kind: 'equal' | 'graduated'; before: string } | null>(null)
  const making = opened?.before === piece.terms.row ? opened.kind : null
  const toggle = (kind: 'equal' | 'graduated') =>
    open(making === kind ? null : { kind, before: piece.terms.row })
  return (
    <div className="wish">
      <p>
        <span>a row of</span>
        <button
          type="button"
          className="stitched"
          aria-expanded={making === 'equal'}
          onClick={() => toggle('equal')}
        >
          equal ones
        </button>
        <button
          type="button"
          className="stitched"
          aria-expanded={making === 'graduated'}
          onClick={() => toggle('graduated')}
        >
          growing strips
        </button>
      </p>
      {piece.terms.row && (
        <p>
          <Fractions text={piece.terms.row} />
          <button
            type="button"
            className="stitched"
            aria-label={`${piece.name} in one piece again`}
            onClick={() => onChange({ kind: 'row', block: piece.block, count: 0 })}
          >
            in one piece again
          </button>
        </p>
      )}
      {making && <RowForm key={making} {...props} making={making} />}
    </div>
  )
}

interface RowFormProps extends WishProps {
  making: 'equal' | 'graduated'
}

function RowForm({ piece, table, onChange, making }: RowFormProps) {
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const papers = new FormData(form).getAll('papers').map(String)
    const shared = { kind: 'row' as const, block: piece.block, papers, tuck: formText(form, 'tuck') }
    if (making === 'graduated') onChange({ ...shared, heights: formText(form, 'heights') })
    else {
      onChange({
        ...shared,
        count: Number(formText(form, 'count')),
        each: formText(form, 'each'),
        on: formText(form, 'margins') === 'on',
        flags: formText(form, 'flags') === 'on',
      })
    }
  }
  return (
    <Form className="wish-form" aria-label={`Pieces of ${piece.name}`} onSubmit={submit}>
      {making === 'equal' ? (
        <>
          <WishField
            label="how many"
            name="count"
            type="number"
            min={2}
            max={60}
            defaultValue={12}
            required
          />
          <WishField label="each wide" name="each" placeholder="fills it" />
        </>
      ) : (
        <WishField
          wide
          label="heights, one after another"
          name="heights"
          placeholder="1, 1 1/2, 1 3/4, 2"
          required
        />
      )}
      <WishField label="tucked under" name="tuck" placeholder="0" />
      <fieldset className="wide">
        <legend>papers in turn</legend>
        {table.page_papers.map((paper) => (
          <Form.Check
            key={paper.letter}
            inline
            id={`row-${piece.key}-${paper.letter}`}
            name="papers"
            value={paper.letter}
            label={paper.name}
          />
        ))}
      </fieldset>
      {making === 'equal' && (
        <>
          <Form.Check id={`flags-${piece.key}`} name="flags" label="notched, as flags" />
          <Form.Check
            className="wide"
            id={`margins-${piece.key}`}
            name="margins"
            label="a gap before the first and after the last"
          />
        </>
      )}
      <Button type="submit" size="sm">
        Make these pieces
      </Button>
    </Form>
  )
}
