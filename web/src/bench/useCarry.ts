import { useCallback, useEffect, useState, type PointerEvent as ReactPointerEvent } from 'react'
import { partOf, type PartOf } from '../board/partOf'
import { DRAG_AFTER, useFollowedPointer } from '../app/useFollowedPointer'

type Carry<Thing> =
  | { kind: 'idle' }
  | { kind: 'pressing'; thing: Thing; x: number; y: number }
  | { kind: 'dragging'; thing: Thing; x: number; y: number }
  | { kind: 'held'; thing: Thing }

/**
 * Carrying a photo or paper from the tray to a piece of the page: by dragging, or by
 * taking it up (tap, click or Enter) and then touching the piece. One state says which.
 * `onto` is the piece's data attribute that accepts it: `slot` or `block`; and the part of it is told too.
 */
export function useCarry<Thing extends { id: number }>(
  onto: 'slot' | 'block',
  place: (thing: Thing, piece: string, part?: PartOf) => void,
) {
  const [carry, setCarry] = useState<Carry<Thing>>({ kind: 'idle' })

  const press = useCallback((thing: Thing, event: ReactPointerEvent) => {
    if (event.button === 0) setCarry({ kind: 'pressing', thing, x: event.clientX, y: event.clientY })
  }, [])
  /** A click or Enter on a thing takes it up; on the same again, puts it down. */
  const take = useCallback((thing: Thing) => {
    setCarry((now) =>
      now.kind === 'held' && now.thing.id === thing.id ? { kind: 'idle' } : { kind: 'held', thing },
    )
  }, [])
  const drop = useCallback(() => setCarry({ kind: 'idle' }), [])

  const move = (event: PointerEvent) =>
    setCarry((now) => {
      if (now.kind !== 'pressing' && now.kind !== 'dragging') return now
      const far = Math.hypot(event.clientX - now.x, event.clientY - now.y) > DRAG_AFTER
      if (now.kind === 'pressing' && !far) return now
      return { kind: 'dragging', thing: now.thing, x: event.clientX, y: event.clientY }
    })
  const up = (event: PointerEvent) => {
    if (carry.kind === 'dragging') {
      const under = document.elementFromPoint(event.clientX, event.clientY)
      const { [onto]: piece, cell, opening } = under?.closest<SVGElement>(`[data-${onto}]`)?.dataset ?? {}
      if (piece) place(carry.thing, piece, partOf(cell, opening))
    }
    setCarry((now) => (now.kind === 'held' ? now : { kind: 'idle' }))
  }
  useFollowedPointer(carry.kind === 'pressing' || carry.kind === 'dragging', move, up, drop)

  useEffect(() => {
    if (carry.kind !== 'held') return
    const escape = (event: KeyboardEvent) => event.key === 'Escape' && drop()
    window.addEventListener('keydown', escape)
    return () => window.removeEventListener('keydown', escape)
  }, [carry.kind, drop])

  const carried = carry.kind === 'held' || carry.kind === 'dragging' ? carry.thing : null
  return { carried, dragging: carry.kind === 'dragging' ? carry : null, press, take, drop }
}
