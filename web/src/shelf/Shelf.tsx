import { Link } from 'react-router'
import { Waiting } from '../app/Waiting'
import { useDeleted, useFormats, usePages, useSession, useSignOut, useSketches } from '../api/queries'
import { Start } from '../start/Start'
import { Everything } from './Everything'
import { Measuring } from './Measuring'
import { Pages } from './Pages'
import { PutAside } from './PutAside'
import { Sketches } from './Sketches'

/** The shelf: her pages, and her sketches, each a touch away from a fitted page; an empty one helps to begin. */
export function Shelf() {
  const session = useSession()
  const signOut = useSignOut()
  const pages = usePages()
  // All of it is laid at once, so that nothing slides away under the hand.
  const lists = [pages, useSketches(), useFormats(), useDeleted()]
  const isLaid = lists.every((list) => !list.isPending)
  return (
    <div className="shelf">
      <header className="shelf-header">
        <span className="brand">Ink Quilt</span>
        <p>A sketch, your page, real fractions.</p>
        <nav className="places" aria-label="Places">
          <Link className="stitched" to="/photos">
            Photo box
          </Link>
          <Link className="stitched" to="/stash">
            Paper stash
          </Link>
          <Link className="stitched" to="/albums">
            Albums
          </Link>
          <Link className="stitched" to="/logbook">
            Logbook
          </Link>
        </nav>
        <span className="who">
          {session.data?.user}
          <button type="button" className="stitched" onClick={() => signOut.mutate()}>
            Sign out
          </button>
        </span>
      </header>
      <main>
        {isLaid ? (
          <>
            {pages.data?.length === 0 ? <Start /> : <Pages />}
            <Sketches />
            <PutAside />
            <Measuring />
            <Everything />
          </>
        ) : (
          <Waiting words="Clearing the table" />
        )}
      </main>
    </div>
  )
}
