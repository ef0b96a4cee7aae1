import { FormatChips } from '../app/FormatChips'
import { Fractions } from '../app/Fractions'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { Sketch } from '../api/client'
import {
  useDelete,
  useDeleted,
  useFormats,
  useMakePage,
  usePages,
  useSession,
  useSignOut,
  useSketches,
} from '../api/queries'
import { PageThumb } from '../board/PageThumb'
import { Everything } from './Everything'
import { PutAside } from './PutAside'

const REMEMBERED = 'ink-quilt-format'

/** The shelf: her pages, and her sketches, each a touch away from a fitted page. */
export function Shelf() {
  const session = useSession()
  const signOut = useSignOut()
  // All of it is laid at once, so that nothing slides away under the hand.
  const lists = [usePages(), useSketches(), useFormats(), useDeleted()]
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
            <Pages />
            <Sketches />
            <PutAside />
            <Everything />
          </>
        ) : (
          <Waiting words="Clearing the table" />
        )}
      </main>
    </div>
  )
}

function Pages() {
  const pages = usePages()
  const remove = useDelete()
  return (
    <section aria-labelledby="pages-heading">
      <h1 id="pages-heading">On the table</h1>
      {pages.isPending && <Waiting words="Fetching your pages" />}
      {pages.error && <Trouble error={pages.error} />}
      {pages.data?.length === 0 && (
        <p className="hint">No pages yet: touch a sketch below and it is fitted to your page.</p>
      )}
      <ul className="patches">
        {pages.data?.map((page) => (
          <li key={page.id} className="patch">
            <Link to={`/pages/${page.id}/page`}>
              <span className="patch-picture">
                <PageThumb
                  board={page.board}
                  slots={page.slots}
                  titles={page.titles}
                  stories={page.stories}
                  accents={page.accents}
                  size={190}
                />
              </span>
              <strong>{page.name}</strong>
              <span className="patch-words">
                <Fractions text={page.size} />
              </span>
            </Link>
            <button
              type="button"
              className="stitched put-aside"
              aria-label={`Put aside page ${page.name}`}
              onClick={() => remove.mutate({ kind: 'page', id: page.id })}
            >
              put aside
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Sketches() {
  const sketches = useSketches()
  const make = useMakePage()
  const navigate = useNavigate()
  const [format, setFormat] = useState(() => localStorage.getItem(REMEMBERED) ?? 'letter')
  const choose = (key: string) => {
    localStorage.setItem(REMEMBERED, key)
    setFormat(key)
  }
  const fit = (sketch: Sketch) =>
    make.mutate(
      { sketch: sketch.id, format },
      { onSuccess: (page) => void navigate(`/pages/${page.id}/page`) },
    )
  return (
    <section aria-labelledby="sketches-heading">
      <div className="section-head">
        <h1 id="sketches-heading">Sketches</h1>
        <FormatChips words="fit to" label="Fit to my page" chosen={format} onChoose={choose} />
        <Link className="btn btn-outline-primary btn-sm" to="/sketches/new">
          A new sketch
        </Link>
      </div>
      {make.error && <Trouble error={make.error} onClose={() => make.reset()} />}
      {make.isPending && <Waiting words="Fitting it to your page" />}
      {sketches.isPending && <Waiting words="Fetching your sketches" />}
      {sketches.error && <Trouble error={sketches.error} />}
      {sketches.data?.length === 0 && (
        <p className="hint">
          No sketches yet: begin a new one from a picture, a file, a basic type or a ruler.
        </p>
      )}
      <ul className="patches small">
        {sketches.data?.map((sketch) => (
          <SketchPatch key={sketch.id} sketch={sketch} busy={make.isPending} onFit={fit} />
        ))}
      </ul>
    </section>
  )
}

interface SketchPatchProps {
  sketch: Sketch
  busy: boolean
  onFit: (sketch: Sketch) => void
}

function SketchPatch({ sketch, busy, onFit }: SketchPatchProps) {
  const remove = useDelete()
  const { board } = sketch
  const photos = sketch.photo_count === 1 ? '1 photo' : `${sketch.photo_count} photos`
  return (
    <li className="patch">
      <button type="button" className="patch-button" disabled={busy} onClick={() => onFit(sketch)}>
        <span className="patch-picture">
          <PageThumb board={board} size={150} />
        </span>
        <strong>
          <span className="visually-hidden">Fit </span>
          {sketch.name}
        </strong>
        <span className="patch-words">
          <Fractions text={`${photos}, ${board.width_text} × ${board.height_text} ${board.unit}`} />
        </span>
      </button>
      <Link
        className="stitched put-aside"
        to={`/sketches/${sketch.id}`}
        aria-label={`Look closer at sketch ${sketch.name}`}
      >
        look closer
      </Link>
      <button
        type="button"
        className="stitched put-aside"
        aria-label={`Put aside sketch ${sketch.name}`}
        onClick={() => remove.mutate({ kind: 'sketch', id: sketch.id })}
      >
        put aside
      </button>
    </li>
  )
}
