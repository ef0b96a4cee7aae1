import { useCallback, useState } from 'react'
import { FormatChips } from '../app/FormatChips'
import { PhotoCount } from '../app/PhotoCount'
import { Trouble } from '../app/Trouble'
import { useFormat } from '../app/useFormat'
import { Waiting } from '../app/Waiting'
import type { FormatRequest } from '../api/client'
import { useAdding, useFind, usePhotos } from '../api/photoQueries'
import { useSettleUsual, useUsual } from '../api/queries'
import { FoundSketches } from '../finder/FoundSketches'
import { AddPhotos } from '../photos/AddPhotos'
import { PhotoPicture } from '../photos/PhotoTile'
import { BasicTypes } from './BasicTypes'
import { LayoutPicture, PagePicture, PhotosPicture } from './pictures'
import { UnitChips } from './UnitChips'

/** So many of her latest photos lie to hand; the others are picked in the photo box. */
const TO_HAND = 12

/** The three things a page begins with: photos, the page, a layout. In any order; a touched layout makes the page. */
export function Start() {
  const [picked, pick] = useState<readonly number[]>([])
  const [count, setCount] = useState(2)
  const { format, asked, choose } = useFormat()
  const toggle = (id: number) =>
    pick((now) => (now.includes(id) ? now.filter((one) => one !== id) : [...now, id]))
  const add = useCallback(
    (ids: number[]) => pick((now) => [...now, ...ids.filter((id) => !now.includes(id))]),
    [],
  )
  return (
    <section className="start" aria-labelledby="start-heading">
      <h1 id="start-heading">Begin a page</h1>
      <ul className="start-parts">
        <li>
          <PhotosPicture />
          <h2>Add photos</h2>
          <YourPhotos picked={picked} onAdded={add} onToggle={toggle} />
        </li>
        <li>
          <PagePicture />
          <h2>Choose your page</h2>
          <YourPage format={format} onChoose={choose} />
        </li>
        <li>
          <LayoutPicture />
          <h2>Pick a layout</h2>
          {picked.length > 0 ? (
            <p className="hint">
              Below they wear your {picked.length === 1 ? 'photo' : `${picked.length} photos`}. Touch the one
              you like: it is fitted to your page.
            </p>
          ) : (
            <>
              <p className="hint">Touch one below: it is fitted to your page, and photos can come later.</p>
              <PhotoCount before="for" count={count} onChange={setCount} />
            </>
          )}
        </li>
      </ul>
      {picked.length > 0 ? (
        <Worn photos={[...picked]} page={asked} />
      ) : (
        <BasicTypes page={asked} count={count} />
      )}
    </section>
  )
}

interface YourPhotosProps {
  picked: readonly number[]
  onAdded: (ids: number[]) => void
  onToggle: (id: number) => void
}

function YourPhotos({ picked, onAdded, onToggle }: YourPhotosProps) {
  const photos = usePhotos()
  const adding = useAdding(onAdded)
  const latest = [...(photos.data ?? [])].reverse().slice(0, TO_HAND)
  return (
    <>
      <AddPhotos adding={adding} />
      <ul className="start-photos" aria-label="Photos for this page">
        {latest.map((photo) => (
          <li key={photo.id}>
            <button
              type="button"
              className="start-photo"
              aria-pressed={picked.includes(photo.id)}
              aria-label={`${photo.name} on this page`}
              onClick={() => onToggle(photo.id)}
            >
              <PhotoPicture photo={photo} />
            </button>
          </li>
        ))}
      </ul>
    </>
  )
}

/** The page's size; what she measures in is asked once, with it. */
function YourPage({ format, onChoose }: { format: string; onChoose: (key: string) => void }) {
  const usual = useUsual()
  const settle = useSettleUsual()
  return (
    <>
      <UnitChips chosen={usual?.unit ?? null} onChoose={(unit) => settle.mutate({ unit })} />
      <FormatChips
        words="my page is"
        label="My page"
        chosen={format}
        onChoose={(key) => {
          onChoose(key)
          settle.mutate({ format: key })
        }}
      />
      {settle.error && <Trouble error={settle.error} onClose={() => settle.reset()} />}
    </>
  )
}

/** Layouts wearing her photos, the best first. */
function Worn({ photos, page }: { photos: number[]; page: FormatRequest }) {
  const found = useFind({ photos, ...page, title: false, journaling: false, every_photo: false })
  if (found.error) return <Trouble error={found.error} />
  if (!found.data) return <Waiting words="Trying layouts with your photos" />
  return (
    <FoundSketches
      key={`${photos.join()} ${page.format}`}
      found={found.data}
      photos={photos}
      page={page}
      school="keep-proportions"
      box={null}
      then="page"
    />
  )
}
