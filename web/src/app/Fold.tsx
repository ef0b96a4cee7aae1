import { useState, type ReactNode } from 'react'

const REMEMBERED = 'ink-quilt-folds'

/** Which headings she left open or closed; a browser that keeps nothing has none. */
function remembered(): Record<string, boolean> {
  try {
    return JSON.parse(localStorage.getItem(REMEMBERED) ?? '{}') as Record<string, boolean>
  } catch {
    return {}
  }
}

interface FoldProps {
  /** By what its state is remembered; the same heading on every page is one. */
  place: string
  heading: ReactNode
  /** What is told beside the heading, also while it is closed. */
  note?: ReactNode
  /** Whether it is open for one who has not touched it yet. */
  isOpen?: boolean
  className?: string
  label?: string
  children: ReactNode
}

/** A heading that opens what stands under it, and remembers whether it was open. */
export function Fold({ place, heading, note, isOpen = false, className, label, children }: FoldProps) {
  const [open, show] = useState(() => remembered()[place] ?? isOpen)
  const keep = (next: boolean) => {
    show(next)
    localStorage.setItem(REMEMBERED, JSON.stringify({ ...remembered(), [place]: next }))
  }
  return (
    <section className={className ? `fold ${className}` : 'fold'} aria-label={label}>
      <h2>
        <button type="button" className="fold-head" aria-expanded={open} onClick={() => keep(!open)}>
          {heading}
          {note && <span className="fold-note">{note}</span>}
        </button>
      </h2>
      {open && <div className="fold-body">{children}</div>}
    </section>
  )
}
