import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import type { BoardBlock, Redraw } from '../api/client'
import { formText } from '../app/formText'
import { ROLES, SHAPES } from './words'

interface HeldPieceProps {
  block: BoardBlock
  /** The letters of the papers that pieces of the sketch are of. */
  letters: string[]
  unit: string
  fromPicture: boolean
  onChange: (change: Redraw) => void
  onPutDown: () => void
}

/** The piece under the pencil: what it is, its outline, its measures, its layer. */
export function HeldPiece({ block, letters, unit, fromPicture, onChange, onPutDown }: HeldPieceProps) {
  return (
    <section className="held-piece" aria-label={`Piece: ${block.name}`}>
      <h2>What is it?</h2>
      <p className="chips" role="group" aria-label="What it is">
        {ROLES.map(({ value, words }) => (
          <button
            key={value}
            type="button"
            className="chip"
            aria-pressed={block.role === value}
            onClick={() => onChange({ kind: 'role', block: block.id, role: value })}
          >
            <i className={`role-dot draft-${value}`} aria-hidden />
            {words}
          </button>
        ))}
      </p>
      {block.role !== 'base' && (
        <>
          <p className="chips plain" role="group" aria-label="Its outline">
            {SHAPES.map(({ value, words }) => (
              <button
                key={value}
                type="button"
                className="stitched"
                aria-pressed={block.shape === value}
                onClick={() => onChange({ kind: 'shape', block: block.id, shape: value })}
              >
                {words}
              </button>
            ))}
          </p>
          <Measured key={block.id} block={block} unit={unit} onChange={onChange} />
        </>
      )}
      {block.of_paper && <OfPaper block={block} letters={letters} onChange={onChange} />}
      {fromPicture && block.role !== 'base' && <KnownSize block={block} unit={unit} onChange={onChange} />}
      <p className="draft-deeds">
        <Deed words="lay it over" onClick={() => onChange({ kind: 'over', block: block.id })} />
        <Deed words="tuck it under" onClick={() => onChange({ kind: 'under', block: block.id })} />
        {block.turn !== 0 && (
          <Deed words="set it straight" onClick={() => onChange({ kind: 'straighten', block: block.id })} />
        )}
        <Deed words="Remove" onClick={() => onChange({ kind: 'remove', block: block.id })} />
        <Deed words="Done" onClick={onPutDown} />
      </p>
    </section>
  )
}

/** Which paper it is of: pieces of one letter are cut from one paper. */
function OfPaper({ block, letters, onChange }: Pick<HeldPieceProps, 'block' | 'letters' | 'onChange'>) {
  const set = (paper: string) => onChange({ kind: 'paper', block: block.id, paper })
  return (
    <p className="chips plain" role="group" aria-label="Its paper">
      <span>paper</span>
      {letters.map((letter) => (
        <button
          key={letter}
          type="button"
          className="stitched"
          aria-pressed={block.paper === letter}
          onClick={() => set(letter)}
        >
          {letter}
        </button>
      ))}
      <button type="button" className="stitched" onClick={() => set('')}>
        one of its own
      </button>
    </p>
  )
}

function Deed({ words, onClick }: { words: string; onClick: () => void }) {
  return (
    <button type="button" className="stitched" onClick={onClick}>
      {words}
    </button>
  )
}

const exact = (text: string) => text.replace(/^about /, '')
const PLACES = ['left', 'top', 'width', 'height'] as const

type ChangeProps = Pick<HeldPieceProps, 'block' | 'unit' | 'onChange'>

function Measured({ block, unit, onChange }: ChangeProps) {
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const places = PLACES.filter((name) => formText(form, name).trim() !== exact(block.texts[name]))
    if (places.length === 0) return
    onChange({
      kind: 'place',
      block: block.id,
      ...Object.fromEntries(places.map((name) => [name, formText(form, name)])),
    })
  }
  return (
    <Form className="measured-by-hand" onSubmit={submit}>
      {PLACES.map((name) => (
        <Form.Group key={name} controlId={`piece-${name}`}>
          <Form.Label>{name}</Form.Label>
          {/* Each field is renewed by its own measure only: what is typed into the next one stays. */}
          <Form.Control
            key={block.texts[name]}
            size="sm"
            name={name}
            defaultValue={exact(block.texts[name])}
            autoComplete="off"
            onBlur={(event) => event.currentTarget.form?.requestSubmit()}
          />
        </Form.Group>
      ))}
      <Button type="submit" size="sm" variant="outline-primary" aria-label={`Set these, in ${unit}`}>
        Set
      </Button>
    </Form>
  )
}

/** One true size puts the whole page right: a photograph tells only proportions. */
function KnownSize({ block, unit, onChange }: ChangeProps) {
  const [open, setOpen] = useState(false)
  if (!open)
    return (
      <button type="button" className="stitched" onClick={() => setOpen(true)}>
        I know how wide it really is
      </button>
    )
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    setOpen(false)
    onChange({ kind: 'known-size', block: block.id, width: formText(event.currentTarget, 'width') })
  }
  return (
    <Form className="known-size" onSubmit={submit}>
      <span>It is</span>
      <Form.Control size="sm" name="width" aria-label="True width" defaultValue={exact(block.texts.width)} />
      <span>{unit} wide</span>
      <Button type="submit" size="sm">
        Work out the page from it
      </Button>
    </Form>
  )
}
