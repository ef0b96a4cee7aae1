import type { ReactNode } from 'react'
import Button from 'react-bootstrap/Button'
import Form from 'react-bootstrap/Form'
import { useKeptForm } from '../writes/unfinished'
import { formText } from './formText'
import { Trouble } from './Trouble'

interface KeepFormProps {
  /** Where what is half typed is kept until it is done. */
  place: string
  /** What is entered, said aloud. */
  label: string
  look: 'wish-form' | 'trimmer-form'
  keep?: string
  /** Keeping it: what was wrong is told, and what was typed stays. */
  write: { isPending: boolean; error: Error | null }
  /** The texts of the fields by their names, and what to call when it is kept: the form is empty and closed then. */
  onKeep: (text: (name: string) => string, kept: () => void) => void
  onClose: () => void
  /** What else can be done with it. */
  deeds?: ReactNode
  children: ReactNode
}

/** A small form, opened where it is needed, to enter something she owns. */
export function KeepForm(props: KeepFormProps) {
  const { place, label, look, keep = 'Keep it', write, onKeep, onClose, deeds, children } = props
  const { hold, onInput, forget } = useKeptForm(place, write.error)
  return (
    <Form
      ref={hold}
      className={look}
      aria-label={label}
      onInput={onInput}
      onSubmit={(event) => {
        event.preventDefault()
        const form = event.currentTarget
        onKeep(
          (name) => formText(form, name),
          () => {
            forget()
            onClose()
          },
        )
      }}
    >
      {children}
      {write.error && <Trouble error={write.error} />}
      <p className="deeds wide">
        <Button type="submit" size="sm" disabled={write.isPending}>
          {keep}
        </Button>
        {deeds}
        <button type="button" className="stitched" onClick={onClose}>
          Close
        </button>
      </p>
    </Form>
  )
}
