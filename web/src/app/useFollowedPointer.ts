import { useEffect } from 'react'
import { onEscape } from './escape'

/** Pixels a finger or mouse may wander before a press becomes a drag. */
export const DRAG_AFTER = 6

/** Follows the pointer in the whole window while `on`: its moves, where it is let go, and that it was called off. */
export function useFollowedPointer(
  on: boolean,
  move: (event: PointerEvent) => void,
  up: (event: PointerEvent) => void,
  cancel: () => void,
) {
  useEffect(() => {
    if (!on) return
    const callOff = onEscape(cancel)
    window.addEventListener('pointermove', move)
    window.addEventListener('pointerup', up)
    window.addEventListener('pointercancel', cancel)
    return () => {
      callOff()
      window.removeEventListener('pointermove', move)
      window.removeEventListener('pointerup', up)
      window.removeEventListener('pointercancel', cancel)
    }
  }, [on, move, up, cancel])
}
