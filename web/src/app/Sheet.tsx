import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { lastPage } from './lastPage'
import { useTitle } from './useTitle'

/** A screen beside the bench: the way back to the shelf, a heading, and what it is about. */
export function Sheet({
  title,
  className,
  children,
}: {
  title: string
  className?: string
  children: ReactNode
}) {
  useTitle(title)
  const page = lastPage()
  return (
    <div className="new-sketch">
      <header className="bench-header">
        <Link to="/" className="brand" aria-label="Ink Quilt, to the shelf">
          Ink Quilt
        </Link>
        <h1>{title}</h1>
        {page && (
          <Link className="stitched back-to-page" to={`/pages/${page.id}/page`}>
            Back to “{page.name}”
          </Link>
        )}
      </header>
      <main className={className}>{children}</main>
    </div>
  )
}
