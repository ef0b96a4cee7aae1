import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { uploadThings, type EmbellishmentAsked, type FoundThing } from '../api/client'
import { useUnit } from '../api/queries'
import { useEmbellishmentWrites } from '../api/embellishQueries'
import { formText } from '../app/formText'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { SheetPhoto } from '../app/SheetPhoto'

const KINDS = ['main piece', 'dot', 'base', 'sprig', 'word', 'corner'] as const

/** Things laid on a plain sheet and photographed: each is found, measured by the sheet, and named by her. */
export function FoundThings() {
  return (
    <SheetPhoto
      called="From a photograph"
      hint="Lay them apart on a plain sheet, all of it in the picture, and photograph it from above. Sizes come from the sheet’s own."
      find={uploadThings}
    >
      {(things) => <Found things={things} />}
    </SheetPhoto>
  )
}

function Found({ things }: { things: FoundThing[] }) {
  const unit = useUnit()
  const [entered, enter] = useState<ReadonlySet<number>>(new Set())
  const left = things.flatMap((thing, place) => (entered.has(place) ? [] : [{ thing, place }]))
  return (
    <ul className="found-list" aria-label="What was found">
      {left.map(({ thing, place }) => (
        <FoundOne
          key={place}
          thing={thing}
          number={place + 1}
          unit={unit}
          onEntered={() => enter(new Set([...entered, place]))}
        />
      ))}
    </ul>
  )
}

interface FoundOneProps {
  thing: FoundThing
  number: number
  unit: 'in' | 'mm'
  onEntered: () => void
}

function FoundOne({ thing, number, unit, onEntered }: FoundOneProps) {
  const { add } = useEmbellishmentWrites()
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const kind = formText(form, 'kind') as EmbellishmentAsked['kind']
    const name = formText(form, 'name')
    const { width, height, colours, outline, picture, form: outlined } = thing
    add.mutate(
      {
        name,
        kind,
        form: outlined,
        width,
        height,
        colours,
        outline,
        picture,
        unit,
        count: Number(formText(form, 'count')),
        text: '',
        facing: 'no way',
      },
      { onSuccess: onEntered },
    )
  }
  return (
    <li>
      <img src={`data:image/webp;base64,${thing.picture}`} alt={`Thing ${number}, as it was photographed`} />
      <span className="hint">
        <Fractions text={thing.size} />
      </span>
      <Form onSubmit={submit} aria-label={`Thing ${number}`}>
        <Form.Control
          size="sm"
          name="name"
          aria-label="What it is"
          placeholder="what it is"
          required
          maxLength={60}
        />
        <Form.Select size="sm" name="kind" aria-label="What it is used as" defaultValue={thing.kind}>
          {KINDS.map((kind) => (
            <option key={kind}>{kind}</option>
          ))}
        </Form.Select>
        <Form.Control
          size="sm"
          name="count"
          type="number"
          min={1}
          max={10000}
          aria-label="How many"
          defaultValue={thing.count}
        />
        <Button type="submit" size="sm" variant="outline-primary" disabled={add.isPending}>
          Into the box
        </Button>
        {add.error && <Trouble error={add.error} onClose={() => add.reset()} />}
      </Form>
    </li>
  )
}
