import { useState, type DragEvent } from 'react'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { FromFile as Found } from '../api/client'
import { useKeepSketch, useReadFile } from '../api/sketchQueries'
import { PageThumb } from '../board/PageThumb'
import { AskewToStraight } from './AskewToStraight'
import { startedFrom, type OnTable } from './useDraft'
import { nameOf } from './words'

interface FromFileProps {
  format: string | null
  onRead: (table: OnTable) => void
}

/** Reads a sketch file, a drawing or a picture; several in a zip are laid out to choose from. */
export function FromFile({ format, onRead }: FromFileProps) {
  const read = useReadFile()
  const [over, setOver] = useState(false)
  const take = (file: File | undefined) => {
    setOver(false)
    if (!file) return
    read.mutate(
      { file, format },
      {
        onSuccess: (found) => {
          const [only] = found
          if (found.length === 1 && only?.draft) onRead(startedFrom(only, only.draft))
        },
      },
    )
  }
  const drop = (event: DragEvent) => {
    event.preventDefault()
    take(event.dataTransfer.files[0])
  }
  return (
    <section className="from-file">
      <label
        className={`drop-place${over ? ' is-over' : ''}`}
        onDragOver={(event) => {
          event.preventDefault()
          setOver(true)
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
      >
        <AskewToStraight />
        <strong>Lay a file here, or touch to choose one</strong>
        <span>a photograph or scan of a sketch, or of a page you admire (PNG, JPEG)</span>
        <span>a drawing (SVG), a sketch of Ink Quilt (.quilt.json), or a zip of several</span>
        <input
          type="file"
          className="visually-hidden"
          aria-label="Sketch file"
          accept=".json,.svg,.png,.jpg,.jpeg,.zip,application/json,image/svg+xml,image/png,image/jpeg"
          onChange={(event) => {
            take(event.target.files?.[0])
            event.target.value = ''
          }}
        />
      </label>
      {read.isPending && <Waiting words="Reading it; a picture takes a few seconds" />}
      {read.error && <Trouble error={read.error} onClose={() => read.reset()} />}
      {read.data && read.data.length > 1 && <Several found={read.data} onRead={onRead} />}
    </section>
  )
}

function Several({ found, onRead }: { found: Found[]; onRead: (table: OnTable) => void }) {
  const keep = useKeepSketch()
  const [kept, setKept] = useState<string[]>([])
  const good = found.filter((one) => one.draft)
  const open = good.filter((one) => !kept.includes(one.file))
  const keepAll = async () => {
    for (const one of open) {
      await keep.mutateAsync(one.draft!.data)
      setKept((now) => [...now, one.file])
    }
  }
  return (
    <>
      <p className="draft-deeds">
        <span role="status">
          {good.length} of {found.length} files hold a sketch{kept.length > 0 && `, ${kept.length} kept`}.
        </span>
        <button
          type="button"
          className="stitched"
          disabled={open.length === 0 || keep.isPending}
          onClick={() => void keepAll().catch(() => undefined)}
        >
          Keep them all
        </button>
      </p>
      {keep.error && <Trouble error={keep.error} onClose={() => keep.reset()} />}
      <ul className="patches small">
        {found.map((one) => (
          <li key={one.file} className="patch">
            {one.draft ? (
              <button
                type="button"
                className="patch-button"
                onClick={() => onRead(startedFrom(one, one.draft!))}
              >
                <span className="patch-picture">
                  <PageThumb board={one.draft.board} size={150} />
                </span>
                <strong>{nameOf(one.draft)}</strong>
                <span className="patch-words">{kept.includes(one.file) ? 'kept' : one.file}</span>
              </button>
            ) : (
              <div className="unread">
                <strong>{one.file}</strong>
                {one.faults.map((fault) => (
                  <span key={fault.message}>{fault.message}</span>
                ))}
              </div>
            )}
          </li>
        ))}
      </ul>
    </>
  )
}
