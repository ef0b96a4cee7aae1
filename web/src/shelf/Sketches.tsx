import { Link, useNavigate } from 'react-router'
import { FormatChips } from '../app/FormatChips'
import { Fractions } from '../app/Fractions'
import { Trouble } from '../app/Trouble'
import { useFormat } from '../app/useFormat'
import { useFound } from '../app/useFound'
import { Waiting } from '../app/Waiting'
import type { Sketch } from '../api/client'
import { useDelete, useMakePage, useSketches } from '../api/queries'
import { useCopySketch, useLayOutReady, useRenameSketch } from '../api/sketchQueries'
import { PageThumb } from '../board/PageThumb'
import { LookThrough } from './LookThrough'
import { AT_A_GLANCE } from './Pages'
import { PatchDeeds } from './PatchDeeds'

/** Her sketches, each a touch away from a fitted page. */
export function Sketches() {
  const sketches = useSketches()
  const make = useMakePage()
  const ready = useLayOutReady()
  const navigate = useNavigate()
  const { asked, format, choose } = useFormat()
  const { found, words, look, order, lay } = useFound(sketches.data, 'name')
  const fit = (sketch: Sketch) =>
    make.mutate(
      { sketch: sketch.id, ...asked },
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
      {(sketches.data?.length ?? 0) > AT_A_GLANCE && (
        <LookThrough what="sketches" words={words} order={order} onLook={look} onLay={lay} />
      )}
      {make.error && <Trouble error={make.error} onClose={() => make.reset()} />}
      {make.isPending && <Waiting words="Fitting it to your page" />}
      {sketches.error && <Trouble error={sketches.error} />}
      {sketches.data?.length === 0 && (
        <p className="hint">
          No sketches here. Begin one from a picture, a file, a basic type or a ruler, or{' '}
          <button
            type="button"
            className="stitched"
            disabled={ready.isPending}
            onClick={() => ready.mutate()}
          >
            Lay out the ready ones
          </button>
        </p>
      )}
      {words && found.length === 0 && <p className="hint">No sketch is called that.</p>}
      <ul className="patches small">
        {found.map((sketch) => (
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
  const copy = useCopySketch()
  const rename = useRenameSketch()
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
      <PatchDeeds
        called={`sketch ${sketch.name}`}
        name={sketch.name}
        rename={rename}
        onRename={(name, done) => rename.mutate({ id: sketch.id, name }, { onSuccess: done })}
        onCopy={() => copy.mutate(sketch.id)}
        onRemove={() => remove.mutate({ kind: 'sketch', id: sketch.id })}
      >
        <Link
          className="stitched"
          to={`/sketches/${sketch.id}`}
          aria-label={`Look closer at sketch ${sketch.name}`}
        >
          Look closer
        </Link>
      </PatchDeeds>
    </li>
  )
}
