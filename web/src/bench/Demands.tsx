import type { FormEvent } from 'react'
import Form from 'react-bootstrap/Form'
import { Fractions } from '../app/Fractions'
import { formText } from '../app/formText'
import type { Change, Demand } from '../api/client'

interface DemandsProps {
  demands: Demand[]
  unit: string
  onChange: (change: Change) => void
}

/** What cannot hold together, line by line, each to be changed where it stands: let go, or given another size. */
export function Demands({ demands, unit, onChange }: DemandsProps) {
  return (
    <ul className="demands">
      {demands.map(({ demand, words, change }) => (
        <li key={demand}>
          <Fractions text={capital(demand)} />
          {change && words && (
            <button type="button" className="stitched" onClick={() => onChange(change)}>
              {words}
            </button>
          )}
          {change && !words && <AnotherSize what={demand} change={change} unit={unit} onChange={onChange} />}
        </li>
      ))}
    </ul>
  )
}

interface AnotherSizeProps {
  what: string
  change: Change
  unit: string
  onChange: (change: Change) => void
}

/** The size a demand is about, to be typed over. */
function AnotherSize({ what, change, unit, onChange }: AnotherSizeProps) {
  const now = sizeIn(change)
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const size = { width: formText(form, 'width'), height: formText(form, 'height') }
    onChange(withSize(change, size))
  }
  return (
    <Form className="another-size" onSubmit={submit}>
      <span>make it</span>
      <Form.Control size="sm" name="width" aria-label={`Width instead: ${what}`} defaultValue={now.width} />
      ×
      <Form.Control
        size="sm"
        name="height"
        aria-label={`Height instead: ${what}`}
        defaultValue={now.height}
      />
      {unit}
      <button type="submit" className="stitched">
        try it
      </button>
    </Form>
  )
}

interface TypedSize {
  width: string
  height: string
}

/** The size in a change: of another piece that gives way to a hand, or the least one of a piece. */
function sizeIn(change: Change): TypedSize {
  if (change.kind === 'pin' && change.sized) return change.sized
  if (change.kind === 'least') return { width: change.width ?? '', height: change.height ?? '' }
  return { width: '', height: '' }
}

function withSize(change: Change, size: TypedSize): Change {
  if (change.kind === 'pin' && change.sized) return { ...change, sized: { ...change.sized, ...size } }
  return change.kind === 'least' ? { ...change, ...size } : change
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
