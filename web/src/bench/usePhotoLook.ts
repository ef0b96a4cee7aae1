import { useState, type KeyboardEvent, type PointerEvent } from 'react'
import type { BoardBlock, Change, Slot } from '../api/client'

/** How far an arrow key moves a photo in its slot, in parts of the photo. */
const KEY_STEP = 0.05

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

interface Look {
  block: string
  x: number
  y: number
}

const within = (value: number) => Math.min(1, Math.max(0, value))

/** Moving a photo inside its slot: by dragging it there, or with the arrow keys on the slot. */
export function usePhotoLook(slots: Slot[], change: (change: Change) => void) {
  const [look, setLook] = useState<Look | null>(null)

  const keep = (block: string, x: number, y: number) => {
    const slot = slots.find((candidate) => candidate.block === block)
    if (!slot || slot.photo === null) return
    change({ kind: 'photo', block, photo: slot.photo, look_x: within(x), look_y: within(y) })
  }

  const onKey = (block: BoardBlock, event: KeyboardEvent) => {
    const way = ARROWS[event.key]
    const slot = slots.find((candidate) => candidate.block === block.id)
    if (!way || !slot?.crop) return
    event.preventDefault()
    const middle = shown(slot)
    keep(block.id, middle.x + way[0] * KEY_STEP, middle.y + way[1] * KEY_STEP)
  }

  const onPointerDown = (block: BoardBlock, event: PointerEvent<SVGGElement>, scale: number) => {
    const slot = slots.find((candidate) => candidate.block === block.id)
    if (!slot?.crop || event.button !== 0) return
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
    const end = (ended: globalThis.PointerEvent) => {
      target.removeEventListener('pointermove', move)
      target.removeEventListener('pointerup', end)
      target.removeEventListener('pointercancel', end)
      setLook(null)
      if (last && ended.type === 'pointerup') keep(last.block, last.x, last.y)
    }
    target.addEventListener('pointermove', move)
    target.addEventListener('pointerup', end)
    target.addEventListener('pointercancel', end)
  }

  return {
    slots: look ? slots.map((slot) => (slot.block === look.block ? looking(slot, look) : slot)) : slots,
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
