import { useState, type KeyboardEvent, type PointerEvent } from 'react'
import { arrowOf } from '../app/arrows'
import { onEscape } from '../app/escape'
import type { BoardBlock, Change, Slot } from '../api/client'

interface Look {
  block: string
  x: number
  y: number
}

const within = (value: number) => Math.min(1, Math.max(0, value))

/** Moving a photo inside its slot: by dragging it there, or with the arrow keys on the slot. */
export function usePhotoLook(slots: Slot[], send: (change: Change) => Promise<unknown>) {
  const [look, setLook] = useState<Look | null>(null)
  const lying = look ? slots.map((slot) => (slot.block === look.block ? looking(slot, look) : slot)) : slots

  const onKey = (block: BoardBlock, event: KeyboardEvent) => {
    const way = arrowOf(event.key)
    const slot = slots.find((candidate) => candidate.block === block.id)
    if (!way || !slot?.crop) return
    event.preventDefault()
    // Counted from where it lies when the step arrives, so that quick presses add up.
    void send({ kind: 'photo', block: block.id, photo: slot.photo, step_x: way[0], step_y: way[1] })
  }

  const onPointerDown = (
    block: BoardBlock,
    event: PointerEvent<SVGGElement>,
    scale: number,
    isHeld: boolean,
  ) => {
    const slot = lying.find((candidate) => candidate.block === block.id)
    if (!slot?.crop || event.button !== 0) return
    // A finger scrolls over the page until a photo is taken up; that one it moves.
    if (event.pointerType === 'touch' && !isHeld) return
    const { clientX, clientY, pointerId, currentTarget: target } = event
    const middle = shown(slot)
    const { crop } = slot
    target.setPointerCapture(pointerId)
    let last: Look | null = null
    const move = (moved: globalThis.PointerEvent) => {
      const x = middle.x - ((moved.clientX - clientX) / scale / block.width) * crop.width
      const y = middle.y - ((moved.clientY - clientY) / scale / block.height) * crop.height
      if (last === null && Math.hypot(moved.clientX - clientX, moved.clientY - clientY) < 5) return
      last = { block: block.id, x: within(x), y: within(y) }
      setLook(last)
    }
    const end = (ended: Pick<globalThis.PointerEvent, 'type'>) => {
      callOff()
      target.removeEventListener('pointermove', move)
      target.removeEventListener('pointerup', end)
      target.removeEventListener('pointercancel', end)
      const now = last
      if (now === null || ended.type !== 'pointerup') return setLook(null)
      // It stays where it was let go until the page comes back.
      void send({ kind: 'photo', block: block.id, photo: slot.photo, look_x: now.x, look_y: now.y }).finally(
        () => setLook((shown) => (shown === now ? null : shown)),
      )
    }
    const callOff = onEscape(() => end({ type: 'pointercancel' }))
    target.addEventListener('pointermove', move)
    target.addEventListener('pointerup', end)
    target.addEventListener('pointercancel', end)
  }

  return {
    slots: lying,
    onKey,
    onPointerDown,
  }
}

/** The middle of what shows. */
function shown({ crop }: Slot) {
  return { x: crop!.left + crop!.width / 2, y: crop!.top + crop!.height / 2 }
}

/** The slot as it looks while its photo is being moved; the server reckons it again when it is let go. */
function looking(slot: Slot, { x, y }: Look): Slot {
  if (!slot.crop) return slot
  const { width, height } = slot.crop
  const start = (middle: number, part: number) => Math.min(Math.max(middle - part / 2, 0), 1 - part)
  return { ...slot, crop: { ...slot.crop, left: start(x, width), top: start(y, height) } }
}
