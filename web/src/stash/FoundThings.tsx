import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { useMutation } from '@tanstack/react-query'
import { uploadThings, type EmbellishmentAsked, type FoundThing } from '../api/client'
import { useEmbellishmentWrites } from '../api/embellishQueries'
import { formText } from '../app/formText'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'

const SHEETS = [
  { key: 'letter', words: '8 1/2 × 11 in', width: '8 1/2', height: '11', unit: 'in' },
  { key: 'a4', words: 'A4', width: '210', height: '297', unit: 'mm' },
  { key: '12x12', words: '12 × 12 in', width: '12', height: '12', unit: 'in' },
  { key: '6x6', words: '6 × 6 in', width: '6', height: '6', unit: 'in' },
] as const
type Sheet = (typeof SHEETS)[number]

const KINDS = ['main piece', 'dot', 'base', 'sprig', 'word', 'corner'] as const

/** Things laid on a plain sheet and photographed: each is found, measured by the sheet, and named by her. */
export function FoundThings() {
  const [sheet, choose] = useState<Sheet>(SHEETS[0])
  const find = useMutation({ mutationFn: (file: File) => uploadThings(file, sheet) })
  return (
    <section className="found-things" aria-label="From a photograph">
      <p className="hint">
        Lay them apart on a plain sheet, all of it in the picture, and photograph it from above. Sizes come
        from the sheet’s own.
      </p>
      <p className="chips plain" role="group" aria-label="The sheet they lie on">
        <span>on a sheet of</span>
        {SHEETS.map((one) => (
          <button
            key={one.key}
            type="button"
            className="stitched"
            aria-pressed={one.key === sheet.key}
            onClick={() => choose(one)}
          >
            <Fractions text={one.words} />
          </button>
        ))}
      </p>
      <Form.Control
        type="file"
        accept="image/jpeg,image/png"
        aria-label="Photograph of the sheet"
        onChange={(event) => {
          const file = (event.target as HTMLInputElement).files?.[0]
          if (file) find.mutate(file)
        }}
      />
      {find.isPending && <Waiting words="Looking for them" />}
      {find.error && <Trouble error={find.error} onClose={() => find.reset()} />}
      {find.data && <Found key={find.submittedAt} things={find.data} sheet={sheet} />}
    </section>
  )
}

function Found({ things, sheet }: { things: FoundThing[]; sheet: Sheet }) {
  const [entered, enter] = useState<ReadonlySet<number>>(new Set())
  const left = things.flatMap((thing, place) => (entered.has(place) ? [] : [{ thing, place }]))
  return (
    <ul className="found-list" aria-label="What was found">
      {left.map(({ thing, place }) => (
        <FoundOne
          key={place}
          thing={thing}
          number={place + 1}
          unit={sheet.unit}
          onEntered={() => enter(new Set([...entered, place]))}
        />
      ))}
    </ul>
  )
}

interface FoundOneProps {
  thing: FoundThing
  number: number
  unit: Sheet['unit']
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
