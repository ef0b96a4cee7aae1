import { useState, type FormEvent } from 'react'
import Form from 'react-bootstrap/Form'
import { formText } from '../app/formText'
import { PhotoCount } from '../app/PhotoCount'
import type { Page } from '../api/client'
import { usePhotos } from '../api/photoQueries'
import type { ForPhotos } from '../api/queries'
import { PhotoPicture } from '../photos/PhotoTile'

interface ForWhichProps {
  page: Page
  wanted: ForPhotos
  count: number
  onWant: (wanted: ForPhotos) => void
}

type By = 'count' | 'picked' | 'sizes'

const BY = [
  { by: 'count', words: 'so many' },
  { by: 'picked', words: 'these photos' },
  { by: 'sizes', words: 'these sizes' },
] as const

/** What a facing page is for: a number of photos, photos picked by hand, or sizes said as to a friend. */
export function ForWhich({ page, wanted, count, onWant }: ForWhichProps) {
  const [by, choose] = useState<By>('count')
  return (
    <>
      <div className="choice" role="group" aria-label="A page for">
        <span>A page for</span>
        <span className="answers">
          {BY.map((one) => (
            <button
              key={one.by}
              type="button"
              className="stitched"
              aria-pressed={by === one.by}
              onClick={() => {
                choose(one.by)
                if (one.by === 'count') onWant({})
              }}
            >
              {one.words}
            </button>
          ))}
        </span>
      </div>
      {by === 'count' && <PhotoCount before="for" count={count} onChange={(photos) => onWant({ photos })} />}
      {by === 'picked' && <PickPhotos page={page} picked={wanted.picked ?? []} onWant={onWant} />}
      {by === 'sizes' && <SayTheSizes sizes={wanted.sizes ?? ''} unit={page.format.unit} onWant={onWant} />}
    </>
  )
}

interface PickPhotosProps {
  page: Page
  picked: number[]
  onWant: (wanted: ForPhotos) => void
}

/** Her photos that do not lie on this page; those touched go on the other one. */
function PickPhotos({ page, picked, onWant }: PickPhotosProps) {
  const photos = usePhotos()
  const here = new Set(page.slots.map((slot) => slot.photo))
  const left = photos.data?.filter((photo) => !here.has(photo.id)) ?? []
  const toggle = (id: number) => {
    const now = picked.includes(id) ? picked.filter((other) => other !== id) : [...picked, id]
    onWant(now.length > 0 ? { picked: now } : {})
  }
  if (photos.data && left.length === 0) return <p className="hint">All your photos lie on this page.</p>
  return (
    <ul className="pick-photos">
      {left.map((photo) => (
        <li key={photo.id}>
          <button
            type="button"
            aria-pressed={picked.includes(photo.id)}
            aria-label={photo.name}
            onClick={() => toggle(photo.id)}
          >
            <PhotoPicture photo={photo} />
          </button>
        </li>
      ))}
    </ul>
  )
}

/** The sizes of the photos in a line, as one would say it. */
function SayTheSizes({
  sizes,
  unit,
  onWant,
}: {
  sizes: string
  unit: string
  onWant: (wanted: ForPhotos) => void
}) {
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const said = formText(event.currentTarget, 'sizes').trim()
    onWant(said ? { sizes: said } : {})
  }
  return (
    <Form onSubmit={submit} className="say-sizes">
      <Form.Control
        name="sizes"
        size="sm"
        aria-label="Sizes of the photos, wide × high"
        placeholder={unit === 'mm' ? 'two 90 x 130' : 'two 4 x 4, one 3 x 4'}
        defaultValue={sizes}
        maxLength={300}
      />
      <button type="submit" className="stitched">
        lay them out
      </button>
    </Form>
  )
}
