import { Fractions } from '../app/Fractions'
import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { formText } from '../app/formText'
import type { Change, Format, FormatChoice } from '../api/client'
import { useFormats } from '../api/queries'

interface FormatChooserProps {
  chosen: FormatChoice
  onChange: (change: Change) => void
}

const PIXELS_PER_INCH = 2.7

/** The page formats in true proportion to each other, her own size, and what is kept clear. */
export function FormatChooser({ chosen, onChange }: FormatChooserProps) {
  const formats = useFormats()
  const [own, setOwn] = useState(false)
  const pages = chosen.sides === 2 ? '2 × ' : ''
  const size = `${pages}${chosen.width} × ${chosen.height} ${chosen.unit}`
  const margins = {
    clear: chosen.clear.top ?? '0',
    binding: chosen.binding,
    binding_margin: bindingMargin(chosen),
  }
  return (
    <section aria-label="My page" className="formats">
      <h2>My page</h2>
      <ul className="format-list">
        {formats.data?.map((format) => (
          <li key={format.key}>
            <button
              type="button"
              className="format"
              aria-pressed={chosen.format === format.key}
              title={format.size}
              onClick={() =>
                onChange({ kind: 'format', format: format.key, ...carried(margins, chosen, format) })
              }
            >
              <FormatPicture format={format} />
              <span>{format.name}</span>
            </button>
          </li>
        ))}
      </ul>
      <Button variant="link" className="stitched" aria-expanded={own} onClick={() => setOwn(!own)}>
        <Fractions
          text={
            chosen.format === null || chosen.sides === 2 ? `Own size ${size}` : 'Own size, margins, two pages'
          }
        />
      </Button>
      {own && (
        <OwnSize
          key={`${chosen.format}${chosen.width}${chosen.height}`}
          chosen={chosen}
          margins={margins}
          onChange={onChange}
        />
      )}
    </section>
  )
}

interface MarginTexts {
  clear: string
  binding: FormatChoice['binding']
  binding_margin: string
}

function bindingMargin(chosen: FormatChoice): string {
  return chosen.binding ? (chosen.clear[chosen.binding] ?? '0') : '0'
}

/** Margins go along to a page in the same unit; another unit starts without. */
function carried(margins: MarginTexts, chosen: FormatChoice, format: Format) {
  const pages = chosen.sides === 2 ? { sides: 2 as const } : {}
  if (format.unit !== chosen.unit) return pages
  const even = plainMargin(chosen)
  return { ...margins, clear: even, ...(chosen.sides === 2 ? { sides: 2 as const, gap: chosen.gap } : {}) }
}

/** The margin of a side that is not the binding one. */
function plainMargin(chosen: FormatChoice): string {
  const side = (['top', 'bottom', 'left', 'right'] as const).find((name) => name !== chosen.binding) ?? 'top'
  return chosen.clear[side] ?? '0'
}

function FormatPicture({ format }: { format: Format }) {
  const width = format.width * PIXELS_PER_INCH
  const height = format.height * PIXELS_PER_INCH
  return (
    <svg width="34" height="34" viewBox="0 0 34 34" aria-hidden>
      <rect x={(34 - width) / 2} y={34 - height - 0.5} width={width} height={height} />
    </svg>
  )
}

interface OwnSizeProps extends FormatChooserProps {
  margins: MarginTexts
}

function OwnSize({ chosen, margins, onChange }: OwnSizeProps) {
  const [unit, setUnit] = useState(chosen.unit)
  const [sides, setSides] = useState(chosen.sides)
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const text = (name: string) => formText(form, name).trim()
    const side = text('binding')
    const same = text('width') === chosen.width && text('height') === chosen.height && unit === chosen.unit
    onChange({
      kind: 'format',
      format: same ? chosen.format : null,
      width: text('width'),
      height: text('height'),
      unit,
      clear: text('clear'),
      binding: side === '' ? null : (side as 'left'),
      binding_margin: text('binding_margin'),
      sides,
      gap: sides === 2 ? text('gap') : '',
    })
  }
  return (
    <Form className="own-size" onSubmit={submit}>
      <LengthField name="width" words="Width" value={chosen.width} />
      <LengthField name="height" words="Height" value={chosen.height} />
      <Form.Group controlId="own-unit">
        <Form.Label>in</Form.Label>
        <Form.Select size="sm" value={unit} onChange={(event) => setUnit(event.target.value as 'in')}>
          <option value="in">inches</option>
          <option value="mm">mm</option>
        </Form.Select>
      </Form.Group>
      <Form.Group controlId="own-sides">
        <Form.Label>It is</Form.Label>
        <Form.Select
          size="sm"
          value={sides}
          onChange={(event) => setSides(event.target.value === '2' ? 2 : 1)}
        >
          <option value={1}>one page</option>
          <option value={2}>two facing</option>
        </Form.Select>
      </Form.Group>
      {sides === 2 && (
        <LengthField name="gap" words="Gap between" value={chosen.sides === 2 ? chosen.gap : '0'} />
      )}
      <LengthField name="clear" words="Margin" value={plainMargin(chosen)} />
      <Form.Group controlId="own-binding">
        <Form.Label>Bound at</Form.Label>
        <Form.Select size="sm" name="binding" defaultValue={margins.binding ?? ''}>
          <option value="">no side</option>
          <option value="left">the left</option>
          <option value="right">the right</option>
          <option value="top">the top</option>
          <option value="bottom">the foot</option>
        </Form.Select>
      </Form.Group>
      <LengthField name="binding_margin" words="more on the binding side" value={margins.binding_margin} />
      <Button type="submit" size="sm">
        Use this page
      </Button>
    </Form>
  )
}

function LengthField({ name, words, value }: { name: string; words: string; value: string }) {
  return (
    <Form.Group controlId={`own-${name}`}>
      <Form.Label>{words}</Form.Label>
      <Form.Control size="sm" name={name} defaultValue={value} autoComplete="off" />
    </Form.Group>
  )
}
