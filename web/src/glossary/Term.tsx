import { useId, useState } from 'react'
import { Link } from 'react-router'
import { TERMS, type Word } from './terms'

/** A small mark beside one of the trade's words; touched, it says what the word means. */
export function Term({ of: word }: { of: Word }) {
  const [open, show] = useState(false)
  const id = useId()
  return (
    <span className="term">
      <button
        type="button"
        className="term-mark"
        aria-label={`What is “${word}”?`}
        aria-expanded={open}
        aria-controls={open ? id : undefined}
        onClick={() => show(!open)}
        onKeyDown={(event) => {
          if (event.key !== 'Escape' || !open) return
          event.stopPropagation()
          show(false)
        }}
      >
        ?
      </button>
      {open && (
        <span id={id} className="term-words" role="note">
          <b>{word}</b>: {TERMS[word]}{' '}
          <Link className="stitched" to="/words">
            All words
          </Link>
        </span>
      )}
    </span>
  )
}
