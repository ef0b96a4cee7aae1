import { useCallback, useEffect, useState, type PointerEvent as ReactPointerEvent } from 'react'
import type { Photo } from '../api/client'

/** Pixels a finger or mouse may wander before a press becomes a drag. */
const DRAG_AFTER = 6

type Carry =
  | { kind: 'idle' }
  | { kind: 'pressing'; photo: Photo; x: number; y: number }
  | { kind: 'dragging'; photo: Photo; x: number; y: number }
  | { kind: 'held'; photo: Photo }

/**
 * Carrying a photo from the tray to a slot: by dragging, or by taking it up (tap,
 * click or Enter) and then touching the slot. One state says which.
 */
export function usePhotoCarry(place: (photo: Photo, slot: string) => void) {
  const [carry, setCarry] = useState<Carry>({ kind: 'idle' })

  const press = useCallback((photo: Photo, event: ReactPointerEvent) => {
    if (event.button === 0) setCarry({ kind: 'pressing', photo, x: event.clientX, y: event.clientY })
  }, [])
  /** A click or Enter on a photo takes it up; on the same again, puts it down. */
  const take = useCallback((photo: Photo) => {
    setCarry((now) =>
      now.kind === 'held' && now.photo.id === photo.id ? { kind: 'idle' } : { kind: 'held', photo },
    )
  }, [])
  const drop = useCallback(() => setCarry({ kind: 'idle' }), [])

  const moving = carry.kind === 'pressing' || carry.kind === 'dragging'
  useEffect(() => {
    if (!moving) return
    const move = (event: PointerEvent) => {
      setCarry((now) => {
        if (now.kind !== 'pressing' && now.kind !== 'dragging') return now
        const far = Math.hypot(event.clientX - now.x, event.clientY - now.y) > DRAG_AFTER
        if (now.kind === 'pressing' && !far) return now
        return { kind: 'dragging', photo: now.photo, x: event.clientX, y: event.clientY }
      })
    }
    const up = (event: PointerEvent) => {
      if (carry.kind === 'dragging') {
        const under = document.elementFromPoint(event.clientX, event.clientY)
        const slot = under?.closest<SVGGElement>('[data-slot]')?.dataset.slot
        if (slot) place(carry.photo, slot)
      }
      setCarry((now) => (now.kind === 'held' ? now : { kind: 'idle' }))
    }
    const cancel = () => setCarry({ kind: 'idle' })
    window.addEventListener('pointermove', move)
    window.addEventListener('pointerup', up)
    window.addEventListener('pointercancel', cancel)
    return () => {
      window.removeEventListener('pointermove', move)
      window.removeEventListener('pointerup', up)
      window.removeEventListener('pointercancel', cancel)
    }
  }, [moving, carry, place])

  useEffect(() => {
    if (carry.kind !== 'held') return
    const escape = (event: KeyboardEvent) => event.key === 'Escape' && drop()
    window.addEventListener('keydown', escape)
    return () => window.removeEventListener('keydown', escape)
  }, [carry.kind, drop])

  const carried = carry.kind === 'held' || carry.kind === 'dragging' ? carry.photo : null
  return { carried, dragging: carry.kind === 'dragging' ? carry : null, press, take, drop }
}
