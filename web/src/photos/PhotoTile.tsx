import { Fractions } from '../app/Fractions'
import type { Photo } from '../api/client'
import { factsOf } from './words'

interface PhotoTileProps {
  photo: Photo
  open: boolean
  picked: boolean
  onOpen: () => void
  onPick: () => void
}

/** One photo of the box: touched it opens, ticked it is picked for a sketch. */
export function PhotoTile({ photo, open, picked, onOpen, onPick }: PhotoTileProps) {
  const facts = factsOf(photo)
  return (
    <li className={`photo-tile${open ? ' is-open' : ''}${picked ? ' is-picked' : ''}`}>
      <button
        type="button"
        className="tile-picture"
        aria-expanded={open}
        aria-label={`${photo.name}, ${photo.stance}`}
        onClick={onOpen}
      >
        <PhotoPicture photo={photo} />
      </button>
      <label className="tile-name">
        <input type="checkbox" checked={picked} onChange={onPick} aria-label={`Pick ${photo.name}`} />
        <span>{photo.name}</span>
      </label>
      {facts.length > 0 && (
        <span className="tile-facts">
          <Fractions text={facts.join(', ')} />
        </span>
      )}
    </li>
  )
}

/** The small picture, or for a print without a file the paper it is on. */
export function PhotoPicture({ photo }: { photo: Photo }) {
  if (photo.has_file)
    return <img src={`/api/photos/${photo.id}/thumb/`} alt="" draggable={false} loading="lazy" />
  return (
    <span className="paper-print" style={{ aspectRatio: `${photo.width} / ${photo.height}` }}>
      {photo.name}
    </span>
  )
}
