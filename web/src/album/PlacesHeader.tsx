import type { ReactNode } from 'react'
import { Link, NavLink } from 'react-router'
import { useTitle } from '../app/useTitle'

/** The head of what is kept of finished pages: where one is, and the places beside it. */
export function PlacesHeader({ title, children }: { title: string; children?: ReactNode }) {
  useTitle(title)
  return (
    <header className="shelf-header">
      <Link to="/" className="brand" aria-label="Ink Quilt, back to the shelf">
        Ink Quilt
      </Link>
      <h1>{title}</h1>
      {children}
      <nav className="places" aria-label="Places">
        <NavLink className="stitched" to="/albums" end>
          Albums
        </NavLink>
        <NavLink className="stitched" to="/logbook">
          Logbook
        </NavLink>
      </nav>
    </header>
  )
}
