import { useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { FormatChips } from '../app/FormatChips'
import { Sheet } from '../app/Sheet'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { Draft } from '../api/client'
import { useUsual } from '../api/queries'
import { useSketchDraft } from '../api/sketchQueries'
import { DraftTable } from './DraftTable'
import { FromBasic } from './FromBasic'
import { FromFile } from './FromFile'
import { FromRuler } from './FromRuler'
import { BegunDrawings } from './BegunDrawings'
import { clearTable, leftOnTable, startedWith, type OnTable } from './useDraft'

const WAYS = [
  { key: 'file', words: 'From a file or a picture' },
  { key: 'basic', words: 'From a basic type' },
  { key: 'ruler', words: 'By ruler' },
] as const

/** A sketch that is not on the shelf yet: read, begun from a type, or measured; then the drawing table. */
export function NewSketch() {
  const [onTable, lay] = useState<OnTable | null>(leftOnTable)
  const [way, go] = useState<(typeof WAYS)[number]['key']>('file')
  const usual = useUsual()
  const [format, choose] = useState(usual?.format ?? '12x12')
  const inUnit = usual ? { unit: usual.unit } : {}
  const put = (draft: Draft) => lay(startedWith(draft))
  if (onTable)
    return (
      <Sheet title="On the drawing table">
        <DraftTable
          start={onTable}
          remember
          onAside={() => {
            clearTable()
            lay(null)
          }}
        />
      </Sheet>
    )
  return (
    <Sheet title="A new sketch">
      <BegunDrawings onLay={lay} />
      <nav className="ways-in" aria-label="Ways to begin">
        {WAYS.map(({ key, words }) => (
          <button
            key={key}
            type="button"
            className="way-in"
            aria-current={way === key ? 'step' : undefined}
            onClick={() => go(key)}
          >
            {words}
          </button>
        ))}
      </nav>
      {way !== 'ruler' && (
        <FormatChips words="for a page of" label="The page it is drawn for" chosen={format} onChoose={choose}>
          {way === 'file' && (
            <button
              type="button"
              className="stitched"
              aria-pressed={format === 'unknown'}
              onClick={() => choose('unknown')}
            >
              I do not know
            </button>
          )}
        </FormatChips>
      )}
      {way === 'file' && <FromFile format={format === 'unknown' ? null : format} onRead={lay} />}
      {way === 'basic' && (
        <FromBasic page={{ format: format === 'unknown' ? '12x12' : format, ...inUnit }} onChoose={put} />
      )}
      {way === 'ruler' && (
        <FromRuler format={format === 'unknown' ? '12x12' : format} onFormat={choose} onDrawn={put} />
      )}
    </Sheet>
  )
}

/** A kept sketch on the drawing table again; what comes of it is kept as another one. */
export function RedrawSketch() {
  const id = Number(useParams().id)
  const draft = useSketchDraft(id)
  const navigate = useNavigate()
  return (
    <Sheet title="On the drawing table">
      {draft.error && <Trouble error={draft.error} />}
      {draft.isPending && <Waiting words="Fetching the sketch" />}
      {draft.data && (
        <DraftTable
          start={startedWith(draft.data)}
          remember={false}
          onAside={() => void navigate(`/sketches/${id}`)}
        />
      )}
    </Sheet>
  )
}
