import { useState, type FormEvent } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { useUnit } from '../api/queries'
import { formText } from '../app/formText'
import { Trouble } from '../app/Trouble'
import { useEnterPrint } from '../api/photoQueries'
import { useKeptForm } from '../writes/unfinished'

/** A real print or a keepsake is entered by its size: no picture of it is needed. */
export function EnterPrint() {
  const [open, setOpen] = useState(false)
  const enter = useEnterPrint()
  const unit = useUnit()
  const { hold, onInput, forget } = useKeptForm('print', enter.error)
  if (!open)
    return (
      <button type="button" className="stitched" onClick={() => setOpen(true)}>
        Enter a print by its size
      </button>
    )
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const kind = formText(form, 'kind') === 'document' ? 'document' : 'print'
    enter.mutate(
      {
        name: formText(form, 'name'),
        width: formText(form, 'width'),
        height: formText(form, 'height'),
        note: formText(form, 'note'),
        kind,
      },
      {
        onSuccess: () => {
          forget()
          setOpen(false)
        },
      },
    )
  }
  return (
    <Form className="enter-print" ref={hold} onInput={onInput} onSubmit={submit}>
      <Form.Control size="sm" name="name" aria-label="What it shows" placeholder="what it shows" required />
      <Form.Control
        size="sm"
        name="width"
        aria-label="Width of the print"
        placeholder={unit === 'in' ? '4' : '100'}
        required
      />
      <span aria-hidden>×</span>
      <Form.Control
        size="sm"
        name="height"
        aria-label="Height of the print"
        placeholder={unit === 'in' ? '6' : '150'}
        required
      />
      <span>{unit}</span>
      <Form.Select size="sm" name="kind" aria-label="What it is" defaultValue="print">
        <option value="print">a print</option>
        <option value="document">a document or keepsake</option>
      </Form.Select>
      <Form.Control size="sm" name="note" aria-label="Note" placeholder="a note" maxLength={500} />
      <Button type="submit" size="sm" disabled={enter.isPending}>
        Into the box
      </Button>
      <button type="button" className="stitched" onClick={() => setOpen(false)}>
        Close
      </button>
      {enter.error && <Trouble error={enter.error} onClose={() => enter.reset()} />}
    </Form>
  )
}
