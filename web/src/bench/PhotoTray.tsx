import { useRef, type ChangeEvent, type PointerEvent } from 'react'
import Button from 'react-bootstrap/Button'
import { useAddPhotos, useDelete, usePhotos } from '../api/queries'
import type { Photo, Slot } from '../api/client'
import { Waiting } from '../app/Waiting'

interface PhotoTrayProps {
  slots: Slot[]
  carried: Photo | null
  onPress: (photo: Photo, event: PointerEvent) => void
  onTake: (photo: Photo) => void
}

/** Her photos, to be dragged or taken up and put into a slot. */
export function PhotoTray({ slots, carried, onPress, onTake }: PhotoTrayProps) {
  const photos = usePhotos()
  const add = useAddPhotos()
  const picker = useRef<HTMLInputElement>(null)
  const used = new Map(slots.filter((slot) => slot.photo !== null).map((slot) => [slot.photo, slot.name]))
  const choose = (event: ChangeEvent<HTMLInputElement>) => {
    const files = [...(event.target.files ?? [])]
    event.target.value = ''
    if (files.length) add.mutate(files)
  }
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
        accept="image/jpeg,image/png"
        multiple
        hidden
        onChange={choose}
        aria-label="Photo files"
      />
      <Button
        variant="link"
        className="stitched"
        onClick={() => picker.current?.click()}
        disabled={add.isPending}
      >
        {add.isPending ? 'Adding…' : 'Add photos of your own'}
      </Button>
      {add.data?.map((refused) => (
        <p key={refused} className="refusal" role="alert">
          {refused}
        </p>
      ))}
      {photos.isPending && <Waiting words="Fetching your photos" />}
      {photos.data?.length === 0 && <p className="hint">No photos yet. JPEG and PNG files will do.</p>}
      <ul className="tray-photos">
        {photos.data?.map((photo) => (
          <TrayPhoto
            key={photo.id}
            photo={photo}
            slot={used.get(photo.id)}
            held={carried?.id === photo.id}
            onPress={onPress}
            onTake={onTake}
          />
        ))}
      </ul>
    </section>
  )
}

interface TrayPhotoProps extends Pick<PhotoTrayProps, 'onPress' | 'onTake'> {
  photo: Photo
  slot: string | undefined
  held: boolean
}

function TrayPhoto({ photo, slot, held, onPress, onTake }: TrayPhotoProps) {
  const remove = useDelete()
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
        <img src={`/api/photos/${photo.id}/thumb/`} alt="" draggable={false} />
      </button>
      {slot && <span className="tray-slot">{slot}</span>}
      {held && (
        <Button
          variant="link"
          size="sm"
          className="tray-aside"
          onClick={() => remove.mutate({ kind: 'photo', id: photo.id })}
        >
          Put aside
        </Button>
      )}
    </li>
  )
}
