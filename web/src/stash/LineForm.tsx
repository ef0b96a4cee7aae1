import type { FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { useUnit } from '../api/queries'
import { formText } from '../app/formText'
import { Trouble } from '../app/Trouble'
import { useKeptForm } from '../writes/unfinished'

interface LineFormProps {
  /** Where it is kept while it is typed. */
  place: string
  placeholder: string
  hint: string
  deed: string
  busy: boolean
  error: Error | null
  onSettle: () => void
  /** Tells what was typed; `done` empties the line. */
  onEnter: (line: string, unit: 'in' | 'mm', done: () => void) => void
}

/** One line says it all, as one would say it. */
export function LineForm({ place, placeholder, hint, deed, busy, error, onSettle, onEnter }: LineFormProps) {
  const { hold, onInput, forget } = useKeptForm(place)
  const unit = useUnit()
  const id = `enter-${place}`
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    onEnter(formText(form, 'line'), unit, () => {
      form.querySelector<HTMLInputElement>('[name=line]')!.value = ''
      forget()
    })
  }
  return (
    <Form className="enter-line" ref={hold} onInput={onInput} onSubmit={submit}>
      <Form.Label htmlFor={id}>What you have</Form.Label>
      <Form.Control
        id={id}
        name="line"
        autoComplete="off"
        placeholder={placeholder}
        required
        maxLength={200}
      />
      <span className="enter-deeds">
        <Button type="submit" disabled={busy}>
          {deed}
        </Button>
      </span>
      <p className="hint">
        {hint} Sizes are in {unit === 'in' ? 'inches' : 'millimetres'}, unless you say another unit.
      </p>
      {error && <Trouble error={error} onClose={onSettle} />}
    </Form>
  )
}
