import { useRef } from 'react'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import { useRestore } from '../api/sketchQueries'

/** All she keeps as one file, and such a file put back. */
export function Everything() {
  const restore = useRestore()
  const picker = useRef<HTMLInputElement>(null)
  return (
    <section aria-labelledby="everything-heading">
      <h1 id="everything-heading">Everything in one file</h1>
      <p className="hint">
        All your sketches, photos and pages with every step they went through, as one zip to keep somewhere
        safe. Where photos were taken is left out of it, unless you ask for it.
      </p>
      <p className="draft-deeds">
        <a className="stitched" href="/api/everything/" download>
          Save everything
        </a>
        <a className="stitched" href="/api/everything/?places=true" download>
          Save with where photos were taken
        </a>
        <button
          type="button"
          className="stitched"
          disabled={restore.isPending}
          onClick={() => picker.current?.click()}
        >
          Bring back from a file
        </button>
        <input
          ref={picker}
          type="file"
          hidden
          accept=".zip,application/zip"
          aria-label="Zip of everything"
          onChange={(event) => {
            const file = event.target.files?.[0]
            event.target.value = ''
            if (file) restore.mutate(file)
          }}
        />
      </p>
      {restore.isPending && <Waiting words="Unpacking" />}
      {restore.error && <Trouble error={restore.error} onClose={() => restore.reset()} />}
      {restore.data && (
        <p className="loaded" role="status">
          {restore.data.pages} pages, {restore.data.sketches} sketches and {restore.data.photos} photos are
          here again.
        </p>
      )}
    </section>
  )
}
