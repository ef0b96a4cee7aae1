import { useState } from 'react'
import Form from 'react-bootstrap/Form'
import { PhotoCount } from '../app/PhotoCount'
import { useSettled } from '../app/useSettled'
import { Trouble } from '../app/Trouble'
import { Waiting } from '../app/Waiting'
import type { Draft, FormatRequest } from '../api/client'
import { useBasicTypes } from '../api/sketchQueries'
import { PageThumb } from '../board/PageThumb'
import { nameOf } from './words'

/** The basic types, drawn for her page and number of photos. */
export function FromBasic({ page, onChoose }: { page: FormatRequest; onChoose: (draft: Draft) => void }) {
  const [photos, setPhotos] = useState(3)
  const [sizes, setSizes] = useState('')
  const types = useBasicTypes(page, photos, useSettled(sizes.trim()))
  return (
    <section className="from-basic">
      <div className="basic-photos">
        <PhotoCount before="with" count={photos} onChange={setPhotos} />
        <Form.Control
          size="sm"
          aria-label="Sizes of your photos"
          placeholder="or of these sizes: two 6 x 4, one 3 x 4"
          value={sizes}
          maxLength={200}
          onChange={(event) => setSizes(event.target.value)}
        />
      </div>
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
