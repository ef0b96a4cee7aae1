import { useState, type PointerEvent as ReactPointerEvent } from 'react'
import { DRAG_AFTER, useFollowedPointer } from '../app/useFollowedPointer'

interface OnItsWay<Thing> {
  thing: Thing
  x: number
  y: number
  dragging: boolean
}

/** A place on the page in its own unit, from a place in the window; null beside the page. */
function onPage(x: number, y: number, width: number): { x: number; y: number } | null {
  const edge = document.querySelector('.board .page-edge')?.getBoundingClientRect()
  if (!edge || x < edge.left || x > edge.right || y < edge.top || y > edge.bottom) return null
  const scale = width / edge.width
  return { x: (x - edge.left) * scale, y: (y - edge.top) * scale }
}

/**
 * Something dragged from its box onto the page, to lie with its middle where it is let go. `width` is the page's.
 * Let go beside the page, or called off with Escape, it goes back.
 */
export function useDropOnPage<Thing>(
  width: number,
  drop: (thing: Thing, at: { x: number; y: number }) => void,
) {
  const [now, setNow] = useState<OnItsWay<Thing> | null>(null)
  const press = (thing: Thing, event: ReactPointerEvent) => {
    if (event.button === 0) setNow({ thing, x: event.clientX, y: event.clientY, dragging: false })
  }
  const move = (event: PointerEvent) =>
    setNow((way) => {
      if (!way) return way
      const far = Math.hypot(event.clientX - way.x, event.clientY - way.y) > DRAG_AFTER
      return way.dragging || far ? { ...way, x: event.clientX, y: event.clientY, dragging: true } : way
    })
  const up = (event: PointerEvent) => {
    const at = now?.dragging ? onPage(event.clientX, event.clientY, width) : null
    setNow(null)
    if (now && at) drop(now.thing, at)
  }
  useFollowedPointer(now !== null, move, up, () => setNow(null))
  return { dragged: now?.dragging ? now : null, press }
}
