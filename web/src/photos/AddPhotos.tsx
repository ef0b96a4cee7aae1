import { useEffect, useRef, useState } from 'react'
import Button from 'react-bootstrap/Button'
import type { useAdding } from '../api/photoQueries'

const TYPES = 'image/jpeg,image/png,image/webp,image/heic,image/heif,image/tiff,.heic,.heif,.tif,.tiff'

/** Photos are chosen, dropped anywhere on the window, or pasted. */
export function AddPhotos({ adding }: { adding: ReturnType<typeof useAdding> }) {
  const picker = useRef<HTMLInputElement>(null)
  const { adding: now, running, add, clear } = adding
  const over = useDropped((files) => void add(files))
  return (
    <div className={`add-photos${over ? ' is-over' : ''}`}>
      <input
        ref={picker}
        type="file"
        accept={TYPES}
        multiple
        hidden
        aria-label="Photo files"
        onChange={(event) => {
          const files = [...(event.target.files ?? [])]
          event.target.value = ''
          void add(files)
        }}
      />
      <Button onClick={() => picker.current?.click()} disabled={running}>
        Add photos
      </Button>
      {!now && <span className="hint">or drop or paste them: JPEG, PNG, WebP, HEIC, TIFF</span>}
      {now && (
        <div className="adding" role="status">
          {running ? (
            <>
              <progress max={now.total} value={now.done} aria-label="Photos added" />
              {now.done} of {now.total}
            </>
          ) : (
            <>
              {now.total - now.refused.length - now.known.length} added
              {now.known.length > 0 && `, ${now.known.length} there already`}
              {now.refused.length > 0 && (
                <button type="button" className="stitched" onClick={clear}>
                  Close
                </button>
              )}
            </>
          )}
          {now.refused.map((refused) => (
            <p key={refused} className="refusal" role="alert">
              {refused}
            </p>
          ))}
        </div>
      )}
    </div>
  )
}

/** Files dropped on the window or pasted into it; tells whether some hang over it. */
function useDropped(onFiles: (files: File[]) => void): boolean {
  const [over, setOver] = useState(false)
  useEffect(() => {
    const carries = (event: DragEvent) => event.dataTransfer?.types.includes('Files')
    const hang = (event: DragEvent) => {
      if (!carries(event)) return
      event.preventDefault()
      setOver(true)
    }
    const leave = (event: DragEvent) => {
      if (event.relatedTarget === null) setOver(false)
    }
    const drop = (event: DragEvent) => {
      if (!carries(event)) return
      event.preventDefault()
      setOver(false)
      onFiles([...(event.dataTransfer?.files ?? [])])
    }
    const paste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])]
      if (files.length > 0) onFiles(files)
    }
    window.addEventListener('dragover', hang)
    window.addEventListener('dragleave', leave)
    window.addEventListener('drop', drop)
    window.addEventListener('paste', paste)
    return () => {
      window.removeEventListener('dragover', hang)
      window.removeEventListener('dragleave', leave)
      window.removeEventListener('drop', drop)
      window.removeEventListener('paste', paste)
    }
  }, [onFiles])
  return over
}
