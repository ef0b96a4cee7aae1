import { useState, type FormEvent, type ReactNode } from 'react'
import Form from 'react-bootstrap/Form'
import { formText } from '../app/formText'
import { Trouble } from '../app/Trouble'

interface PatchDeedsProps {
  /** What it is and its name: "page Kite day". */
  called: string
  name: string
  rename: { isPending: boolean; error: Error | null; reset: () => void }
  onRename: (name: string, done: () => void) => void
  onCopy: () => void
  onRemove: () => void
  children?: ReactNode
}

/** What can be done with a page or sketch that lies on the shelf, out of the way until it is wanted. */
export function PatchDeeds(props: PatchDeedsProps) {
  const { called, name, rename, onRename, onCopy, onRemove, children } = props
  const [open, show] = useState(false)
  const [renaming, begin] = useState(false)
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const typed = formText(event.currentTarget, 'name').trim()
    if (typed && typed !== name) onRename(typed, () => begin(false))
    else begin(false)
  }
  if (renaming)
    return (
      <Form
        className="patch-rename"
        onSubmit={submit}
        onKeyDown={(event) => event.key === 'Escape' && begin(false)}
      >
        <Form.Control
          size="sm"
          name="name"
          aria-label={`New name of ${called}`}
          defaultValue={name}
          maxLength={120}
          ref={(field: HTMLInputElement | null) => {
            field?.select()
          }}
        />
        <button type="submit" className="stitched" disabled={rename.isPending}>
          Rename
        </button>
        {rename.error && <Trouble error={rename.error} onClose={rename.reset} />}
      </Form>
    )
  return (
    <div className="patch-deeds">
      <button
        type="button"
        className="stitched"
        aria-expanded={open}
        aria-label={`More for ${called}`}
        onClick={() => show(!open)}
      >
        More
      </button>
      {open && (
        <>
          {children}
          <button
            type="button"
            className="stitched"
            aria-label={`Rename ${called}`}
            onClick={() => {
              show(false)
              begin(true)
            }}
          >
            Rename
          </button>
          <button type="button" className="stitched" aria-label={`Duplicate ${called}`} onClick={onCopy}>
            Duplicate
          </button>
          <button type="button" className="stitched" aria-label={`Remove ${called}`} onClick={onRemove}>
            Remove
          </button>
        </>
      )}
    </div>
  )
}
