import { useEffect, useState, type KeyboardEvent, type PointerEvent, type RefObject } from 'react'
import { arrowOf } from '../app/arrows'

interface Spot {
  x: number
  y: number
}

interface Pencil {
  svg: RefObject<SVGSVGElement | null>
  /** A pencil is taken up: the next stroke is drawn with it. */
  on: boolean
  page: { width: number; height: number }
  /** The finest mark, in the page's unit. */
  mark: number
  at: (event: { clientX: number; clientY: number }) => Spot
  onDrawn: (place: { left: string; top: string; width: string; height: string }) => void
}

/** Marks the pencil goes by with a key, and with the shift key held. */
const STEP = 2
const FAR = 16

/** A stroke from corner to corner: dragged, or by keys, Enter at the one corner and at the other. */
export function usePencil({ svg, on, page, mark, at, onDrawn }: Pencil) {
  const [from, begin] = useState<Spot | null>(null)
  const [tip, setTip] = useState<Spot | null>(null)
  const toMark = (length: number) => String(Math.round(length / mark) * mark)
  const layDown = () => {
    begin(null)
    setTip(null)
  }
  // Taken up by keys, it is led over the drawing by keys.
  useEffect(() => {
    if (on && document.activeElement?.matches('button:focus-visible')) svg.current?.focus()
  }, [on, svg])
  const drawn = (start: Spot, end: Spot) => {
    const left = Math.max(0, Math.min(start.x, end.x))
    const top = Math.max(0, Math.min(start.y, end.y))
    const width = Math.max(start.x, end.x) - left
    const height = Math.max(start.y, end.y) - top
    if (width < 2 * mark || height < 2 * mark) return
    onDrawn({ left: toMark(left), top: toMark(top), width: toMark(width), height: toMark(height) })
  }
  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    if (!on || event.button !== 0) return
    event.currentTarget.setPointerCapture(event.pointerId)
    begin(at(event))
    setTip(at(event))
  }
  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    if (from && event.currentTarget.hasPointerCapture(event.pointerId)) setTip(at(event))
  }
  const onPointerUp = () => {
    if (from && tip) drawn(from, tip)
    layDown()
  }
  const onKeyDown = (event: KeyboardEvent<SVGSVGElement>) => {
    if (!on || event.target !== event.currentTarget) return
    const now = tip ?? { x: page.width / 2, y: page.height / 2 }
    const way = arrowOf(event.key)
    if (way) {
      const by = mark * (event.shiftKey ? FAR : STEP)
      const within = (value: number, most: number) => Math.min(most, Math.max(0, value))
      setTip({ x: within(now.x + way[0] * by, page.width), y: within(now.y + way[1] * by, page.height) })
    } else if (event.key === 'Enter' || event.key === ' ') {
      if (from) {
        drawn(from, now)
        begin(null)
      } else begin(now)
      setTip(now)
    } else if (event.key === 'Escape' && tip) layDown()
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  const handlers = { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: layDown, onKeyDown }
  return { from, tip: on ? tip : null, handlers, words: on && tip ? wordsOf(tip, from, toMark) : '' }
}

/** Where the pencil is, for whoever hears the screen. */
function wordsOf(tip: Spot, from: Spot | null, toMark: (length: number) => string): string {
  const where = `${toMark(tip.x)} from the left, ${toMark(tip.y)} from the top`
  if (!from) return where
  return `${where}: ${toMark(Math.abs(tip.x - from.x))} by ${toMark(Math.abs(tip.y - from.y))}`
}
