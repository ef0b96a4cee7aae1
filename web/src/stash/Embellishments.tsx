import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { useUnit } from '../api/queries'
import type { Embellishment, EmbellishmentAsked } from '../api/client'
import { useEmbellishments, useEmbellishmentWrites } from '../api/embellishQueries'
import { formText } from '../app/formText'
import { Fractions } from '../app/Fractions'
import { Sheet } from '../app/Sheet'
import { Trouble } from '../app/Trouble'
import { PiecePicture } from '../embellish/PiecePicture'
import { useKeptForm } from '../writes/unfinished'
import { FoundThings } from './FoundThings'
import { StashPlaces } from './StashPlaces'
import { LineForm } from './LineForm'

const KINDS = ['base', 'main piece', 'sprig', 'word', 'dot', 'corner'] as const
const FORMS = [
  'round',
  'label',
  'strip',
  'flower',
  'star',
  'heart',
  'leaf',
  'arrow',
  'bird',
  'butterfly',
  'doily',
  'corner',
] as const
const FACINGS = ['no way', 'right', 'left', 'up', 'down'] as const

/** Boxes of embellishments: what clusters are made of. */
export function Embellishments() {
  const owned = useEmbellishments()
  return (
    <Sheet title="Embellishments" className="stash">
      <StashPlaces here="embellishments" />
      <EnterPieceLine />
      <details className="enter-by-parts">
        <summary>from a photograph of them on a plain sheet</summary>
        <FoundThings />
      </details>
      <details className="enter-by-parts">
        <summary>part by part instead</summary>
        <EnterPiece />
      </details>
      {owned.error && <Trouble error={owned.error} />}
      {owned.data?.length === 0 && (
        <p className="hint">
          Nothing yet. Write a label or circle to lay things on, and a main piece or two, one a line.
        </p>
      )}
      <ul className="piece-boxes">
        {owned.data?.map((one) => (
          <PieceRow key={one.key} one={one} />
        ))}
      </ul>
    </Sheet>
  )
}

function EnterPieceLine() {
  const { enter } = useEmbellishmentWrites()
  return (
    <LineForm
      place="embellishment-line"
      placeholder="12 mustard buttons 1/2, round"
      hint="Count, colour, name, size; then what else there is to say: round, faces left, 1/8 thick, “hello sun”. A stamp never runs out."
      deed="Into the box"
      busy={enter.isPending}
      error={enter.error}
      onSettle={() => enter.reset()}
      onEnter={(line, unit, done) => enter.mutate({ line, unit }, { onSuccess: done })}
    />
  )
}

function PieceRow({ one }: { one: Embellishment }) {
  const { count, remove } = useEmbellishmentWrites()
  const step = (by: number) => count.mutate({ id: one.id, count: Math.max(0, (one.count ?? 0) + by) })
  return (
    <li>
      <PiecePicture one={one} size={72} />
      <b>{one.name}</b>
      <span className="hint">
        <Fractions text={`${one.kind}, ${one.size}`} />
        {one.facing !== 'no way' && `, faces ${one.facing}`}
      </span>
      <span className="deeds">
        {one.count === null ? (
          <span className="hint">never runs out</span>
        ) : (
          <>
            <button
              type="button"
              className="stitched"
              aria-label={`one less: ${one.name}`}
              onClick={() => step(-1)}
            >
              −
            </button>
            <b className="piece-count">{one.count}</b>
            <button
              type="button"
              className="stitched"
              aria-label={`one more: ${one.name}`}
              onClick={() => step(1)}
            >
              +
            </button>
          </>
        )}
        <button
          type="button"
          className="stitched is-quiet"
          aria-label={`Remove ${one.name}`}
          onClick={() => remove.mutate(one.id)}
        >
          Remove
        </button>
      </span>
    </li>
  )
}

/** A form for one piece; it closes only when the piece is kept. */
function EnterPiece() {
  const { add } = useEmbellishmentWrites()
  const unit = useUnit()
  const [endless, setEndless] = useState(false)
  const { hold, onInput, forget } = useKeptForm('embellishment-new', add.error)
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    add.mutate(
      {
        name: formText(form, 'name'),
        kind: formText(form, 'kind') as EmbellishmentAsked['kind'],
        form: formText(form, 'form') as EmbellishmentAsked['form'],
        width: formText(form, 'width'),
        height: formText(form, 'height'),
        colours: [formText(form, 'colour'), formText(form, 'second')],
        facing: formText(form, 'facing') as NonNullable<EmbellishmentAsked['facing']>,
        thickness: formText(form, 'thickness'),
        count: endless ? null : Number(formText(form, 'count')),
        text: formText(form, 'text'),
        unit,
      },
      {
        onSuccess: () => {
          form.reset()
          forget()
        },
      },
    )
  }
  return (
    <Form
      ref={hold}
      className="enter-piece"
      aria-label="An embellishment"
      onInput={onInput}
      onSubmit={submit}
    >
      <Form.Control
        size="sm"
        name="name"
        aria-label="What it is"
        placeholder="what it is"
        required
        maxLength={60}
      />
      <Form.Select size="sm" name="kind" aria-label="What part of a cluster">
        {KINDS.map((kind) => (
          <option key={kind}>{kind}</option>
        ))}
      </Form.Select>
      <Form.Select size="sm" name="form" aria-label="Its outline">
        {FORMS.map((form) => (
          <option key={form}>{form}</option>
        ))}
      </Form.Select>
      <Form.Control size="sm" name="width" aria-label="How wide" placeholder="wide, 1 1/2" required />
      <Form.Control size="sm" name="height" aria-label="How high" placeholder="high, 1" required />
      <Form.Control size="sm" name="thickness" aria-label="How thick" placeholder="thick, 1/16" />
      <Form.Select size="sm" name="facing" aria-label="Where it faces">
        {FACINGS.map((facing) => (
          <option key={facing} value={facing}>
            faces {facing}
          </option>
        ))}
      </Form.Select>
      <input type="color" name="colour" aria-label="Its main colour" defaultValue="#cf9d2e" />
      <input type="color" name="second" aria-label="Its second colour" defaultValue="#22345c" />
      <Form.Control
        size="sm"
        name="text"
        aria-label="What it says"
        placeholder="says, if it is a word"
        maxLength={40}
      />
      <Form.Control
        size="sm"
        name="count"
        type="number"
        min={0}
        aria-label="How many"
        defaultValue={1}
        disabled={endless}
      />
      <Form.Check
        id="endless"
        name="endless"
        label="a stamp or ink, never runs out"
        checked={endless}
        onChange={(event) => setEndless(event.target.checked)}
      />
      <Button type="submit" size="sm" disabled={add.isPending}>
        Into the box
      </Button>
      {add.error && <Trouble error={add.error} onClose={() => add.reset()} />}
    </Form>
  )
}
