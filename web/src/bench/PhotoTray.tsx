import { useRef, type PointerEvent } from 'react'
import Button from 'react-bootstrap/Button'
import { Link } from 'react-router'
import type { Photo, Slot } from '../api/client'
import { useAdding, usePhotos } from '../api/photoQueries'
import { Waiting } from '../app/Waiting'
import { PhotoPicture } from '../photos/PhotoTile'

interface PhotoTrayProps {
  slots: Slot[]
  carried: Photo | null
  /** Photos ticked to be matched to the slots. */
  picked: ReadonlySet<number>
  onPick: (photo: Photo) => void
  onPress: (photo: Photo, event: PointerEvent) => void
  onTake: (photo: Photo) => void
}

/** Her photos, to be dragged or taken up and put into a slot, or ticked to be matched to all of them. */
export function PhotoTray({ slots, carried, picked, onPick, onPress, onTake }: PhotoTrayProps) {
  const photos = usePhotos()
  const { adding, running, add } = useAdding()
  const picker = useRef<HTMLInputElement>(null)
  const used = new Map(slots.filter((slot) => slot.photo !== null).map((slot) => [slot.photo, slot.name]))
  return (
    <section className="tray" aria-label="Photos">
      <h2>Photos</h2>
      <p className="hint" aria-live="polite">
        {carried
          ? `“${carried.name}” is in your hand: touch a slot.`
          : 'Drag one into a slot, or touch it and then the slot.'}
      </p>
      <input
        ref={picker}
        type="file"
        accept="image/*,.heic,.heif,.tif,.tiff"
        multiple
        hidden
        onChange={(event) => {
          const files = [...(event.target.files ?? [])]
          event.target.value = ''
          void add(files)
        }}
        aria-label="Photo files"
      />
      <p className="tray-deeds">
        <Button
          variant="link"
          className="stitched"
          onClick={() => picker.current?.click()}
          disabled={running}
        >
          {running ? `Adding ${adding!.done} of ${adding!.total}` : 'Add photos'}
        </Button>
        <Link className="stitched" to="/photos">
          Photo box
        </Link>
      </p>
      {adding?.refused.map((refused) => (
        <p key={refused} className="refusal" role="alert">
          {refused}
        </p>
      ))}
      {photos.isPending && <Waiting words="Fetching your photos" />}
      {photos.data?.length === 0 && <p className="hint">No photos yet.</p>}
      <ul className="tray-photos">
        {photos.data?.map((photo) => (
          <TrayPhoto
            key={photo.id}
            photo={photo}
            slot={used.get(photo.id)}
            held={carried?.id === photo.id}
            picked={picked.has(photo.id)}
            onPick={onPick}
            onPress={onPress}
            onTake={onTake}
          />
        ))}
      </ul>
    </section>
  )
}

interface TrayPhotoProps extends Pick<PhotoTrayProps, 'onPick' | 'onPress' | 'onTake'> {
  photo: Photo
  slot: string | undefined
  held: boolean
  picked: boolean
}

function TrayPhoto({ photo, slot, held, picked, onPick, onPress, onTake }: TrayPhotoProps) {
  return (
    <li className={`tray-photo${held ? ' is-held' : ''}${slot ? ' is-used' : ''}`}>
      <button
        type="button"
        className="tray-picture"
        aria-pressed={held}
        aria-label={`${photo.name}, ${photo.stance}${slot ? `, in ${slot}` : ''}`}
        onPointerDown={(event) => {
          event.currentTarget.releasePointerCapture(event.pointerId)
          onPress(photo, event)
        }}
        onClick={() => onTake(photo)}
      >
        <PhotoPicture photo={photo} />
      </button>
      <label className="tray-tick">
        <input
          type="checkbox"
          checked={picked}
          aria-label={`Match ${photo.name}`}
          onChange={() => onPick(photo)}
        />
        <span>
          {photo.name}
          {slot && <b className="tray-slot">used</b>}
        </span>
      </label>
    </li>
  )
}
