import { useState } from 'react'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { Draft } from '../api/client'
import { useBasicTypes } from '../api/sketchQueries'
import { PageThumb } from '../board/PageThumb'
import { nameOf } from './words'

const MOST = 12

/** The basic types, drawn for her page and number of photos. */
export function FromBasic({ format, onChoose }: { format: string; onChoose: (draft: Draft) => void }) {
  const [photos, setPhotos] = useState(3)
  const types = useBasicTypes(format, photos)
  return (
    <section className="from-basic">
      <p className="draft-deeds how-many">
        <span>with</span>
        <button
          type="button"
          className="stitched"
          aria-label="One photo less"
          disabled={photos <= 1}
          onClick={() => setPhotos(photos - 1)}
        >
          −
        </button>
        <strong role="status">{photos === 1 ? '1 photo' : `${photos} photos`}</strong>
        <button
          type="button"
          className="stitched"
          aria-label="One photo more"
          disabled={photos >= MOST}
          onClick={() => setPhotos(photos + 1)}
        >
          +
        </button>
      </p>
      {types.error && <Trouble error={types.error} />}
      {types.isPending && <Waiting words="Drawing them" />}
      <ul className="patches small">
        {types.data?.map(({ kind, draft }) => (
          <li key={kind} className="patch">
            <button type="button" className="patch-button" onClick={() => onChoose(draft)}>
              <span className="patch-picture">
                <PageThumb board={draft.board} size={150} />
              </span>
              <strong>{nameOf(draft).split(',')[0]}</strong>
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
