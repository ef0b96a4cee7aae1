import {
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
} from 'react'
import { arrowOf } from '../app/arrows'
import { onEscape } from '../app/escape'
import type { Accent, Change } from '../api/client'
import type { MovedPiece } from '../api/lookQueries'
import type { AccentHandlers } from '../board/Accents'

interface Hand {
  accent: Accent
  /** Its cluster stays where it is. */
  alone: boolean
  /** What is moved: the piece and what goes along. */
  pieces: Element[]
  startX: number
  startY: number
  scale: number
  dx: number
  dy: number
}

/** A hand that rests for so long is asked about. */
const PAUSE = 120

/** Moves pieces in the drawing itself, so that no frame waits for the page to be drawn anew. */
function shift(pieces: Element[], dx: number, dy: number) {
  for (const piece of pieces)
    if (dx || dy) piece.setAttribute('transform', `translate(${dx} ${dy})`)
    else piece.removeAttribute('transform')
}

const drawn = (key: string) => document.querySelectorAll(`.board [data-accent="${CSS.escape(key)}"]`)

/** Embellishments taken up, dragged, nudged and turned; what leads a cluster takes it along. */
export function useAccentHold(accents: Accent[], send: (change: Change) => Promise<unknown>) {
  const [heldKey, hold] = useState<string | null>(null)
  const [dragging, drag] = useState(false)
  const [paused, pause] = useState<MovedPiece | null>(null)
  const latest = useRef<Hand | null>(null)
  useEffect(() => {
    if (!dragging) return
    let timer = 0
    const move = (event: globalThis.PointerEvent) => {
      const now = latest.current
      if (!now) return
      const dx = (event.clientX - now.startX) / now.scale
      const dy = (event.clientY - now.startY) / now.scale
      latest.current = { ...now, dx, dy }
      shift(now.pieces, dx, dy)
      clearTimeout(timer)
      timer = window.setTimeout(
        () =>
          pause({
            moved: now.accent.key,
            x: now.accent.x + dx,
            y: now.accent.y + dy,
            alone: now.alone,
          }),
        PAUSE,
      )
    }
    const end = (event: Pick<globalThis.PointerEvent, 'type'>) => {
      const now = latest.current
      latest.current = null
      clearTimeout(timer)
      pause(null)
      const far = now !== null && Math.hypot(now.dx, now.dy) * now.scale > 4
      drag(false)
      if (!now) return
      if (!far || event.type === 'pointercancel') {
        shift(now.pieces, 0, 0)
        return
      }
      // It stays where it was let go until the page comes back.
      void send({
        kind: 'accent',
        accent: now.accent.key,
        at_x: now.accent.x + now.dx,
        at_y: now.accent.y + now.dy,
        alone: now.alone,
      }).finally(() => shift(now.pieces, 0, 0))
    }
    const callOff = onEscape(() => end({ type: 'pointercancel' }))
    window.addEventListener('pointermove', move)
    window.addEventListener('pointerup', end)
    window.addEventListener('pointercancel', end)
    return () => {
      callOff()
      clearTimeout(timer)
      window.removeEventListener('pointermove', move)
      window.removeEventListener('pointerup', end)
      window.removeEventListener('pointercancel', end)
    }
  }, [dragging, send])
  const onPress = useCallback(
    (accent: Accent, event: PointerEvent<SVGGElement>, scale: number) => {
      event.stopPropagation()
      // A finger scrolls over the page until a piece is taken up; that one it moves.
      if (event.pointerType === 'touch' && heldKey !== accent.key) return
      const alone = event.altKey
      const along = accent.leads && !alone
      const keys = along
        ? accents.filter((one) => one.group === accent.group).map((one) => one.key)
        : [accent.key]
      const pieces = keys.flatMap((key) => [...drawn(key)])
      latest.current = {
        accent,
        alone,
        pieces,
        startX: event.clientX,
        startY: event.clientY,
        scale,
        dx: 0,
        dy: 0,
      }
      drag(true)
    },
    [accents, heldKey],
  )
  const onTake = useCallback((accent: Accent) => hold(accent.key), [])
  const onKey = useCallback(
    (accent: Accent, event: KeyboardEvent) => {
      const marks = event.shiftKey ? 4 : 1
      const way = arrowOf(event.key)
      if (way) {
        event.preventDefault()
        const [across, down] = way
        void send({
          kind: 'accent',
          accent: accent.key,
          step_x: across * marks,
          step_y: down * marks,
          alone: event.altKey,
        })
      } else if (event.key === ',' || event.key === '.')
        void send({ kind: 'accent', accent: accent.key, turn_by: event.key === '.' ? 15 : -15 })
      else if (event.key === 'Delete')
        void send({ kind: 'arrange', take: [accent.key], words: `left out ${accent.name}` })
      else if (event.key === 'Escape') hold(null)
    },
    [send],
  )
  const handlers = useMemo<AccentHandlers>(
    () => ({ heldKey, onPress, onTake, onKey }),
    [heldKey, onPress, onTake, onKey],
  )
  return {
    handlers,
    held: accents.find((one) => one.key === heldKey) ?? null,
    putDown: () => hold(null),
    paused,
  }
}
