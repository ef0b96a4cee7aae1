import { useState, type KeyboardEvent, type PointerEvent as ReactPointerEvent } from 'react'
import type { Photo } from '../api/client'
import { arrowOf } from '../app/arrows'
import { useFollowedPointer } from '../app/useFollowedPointer'

interface PhotoOrderProps {
  photos: Photo[]
  onOrder: (ids: number[]) => void
}

/** Takes one out of a list and puts it in at another place. */
function moved(ids: number[], id: number, to: number): number[] {
  const others = ids.filter((one) => one !== id)
  return [...others.slice(0, to), id, ...others.slice(to)]
}

/** Photos in an order of her own: dragged along the row, or moved with the arrow keys. */
export function PhotoOrder({ photos, onOrder }: PhotoOrderProps) {
  const [dragged, drag] = useState<number | null>(null)
  const ids = photos.map((photo) => photo.id)
  const move = (event: PointerEvent) => {
    const under = document.elementFromPoint(event.clientX, event.clientY)
    const over = under?.closest<HTMLElement>('[data-in-order]')?.dataset.inOrder
    if (dragged !== null && over !== undefined && Number(over) !== dragged)
      onOrder(moved(ids, dragged, ids.indexOf(Number(over))))
  }
  const end = () => drag(null)
  useFollowedPointer(dragged !== null, move, end, end)
  const press = (id: number, event: ReactPointerEvent<HTMLElement>) => {
    if (event.button !== 0) return
    event.currentTarget.releasePointerCapture(event.pointerId)
    drag(id)
  }
  const onKey = (id: number, event: KeyboardEvent) => {
    const way = arrowOf(event.key)
    if (!way) return
    event.preventDefault()
    const to = ids.indexOf(id) + way[0] + way[1]
    if (to >= 0 && to < ids.length) onOrder(moved(ids, id, to))
  }
  return (
    <ol className="photo-order" aria-label="Your order, dragged or moved with the arrow keys">
      {photos.map((photo, place) => (
        <li key={photo.id}>
          <button
            type="button"
            className={dragged === photo.id ? 'is-dragged' : undefined}
            aria-label={`${place + 1}: ${photo.name}`}
            data-in-order={photo.id}
            onPointerDown={(event) => press(photo.id, event)}
            onKeyDown={(event) => onKey(photo.id, event)}
          >
            <img src={`/api/photos/${photo.id}/thumb/`} alt="" draggable={false} />
            <b>{place + 1}</b>
          </button>
        </li>
      ))}
    </ol>
  )
}
