import { useEffect, useLayoutEffect, useRef, type RefObject } from 'react'

export const CLOSEST = 4

/** Where on the page, in parts of the drawing, the look goes; and where in the window that place stays. */
interface Aim {
  x: number
  y: number
  left: number
  top: number
}

/**
 * Fingers on the page: one scrolls, but moves what was taken up; two look closer or step back.
 *
 * The browser takes a finger for scrolling after a few moves, and asks the drawing's own pieces for
 * nothing: so the first move of a finger on what is held is kept from it.
 */
export function useFingers(
  board: RefObject<HTMLDivElement | null>,
  closer: number,
  onCloser: ((closer: number) => void) | undefined,
) {
  const aim = useRef<Aim | null>(null)
  const centre = useRef({ x: 0.5, y: 0.5 })
  const pinch = useRef<{ apart: number; from: number } | null>(null)
  const now = useRef(closer)
  useEffect(() => {
    now.current = closer
  }, [closer])
  useEffect(() => {
    const element = board.current
    if (!element) return
    const begin = (event: TouchEvent) => {
      pinch.current = event.touches.length === 2 ? { apart: apart(event.touches), from: now.current } : null
    }
    const move = (event: TouchEvent) => {
      if (event.touches.length === 2 && pinch.current && onCloser) {
        event.preventDefault()
        aim.current = aimAt(element, middle(event.touches))
        onCloser(within(pinch.current.from * (apart(event.touches) / pinch.current.apart)))
      } else if (event.touches.length === 1 && isHeld(event.target)) event.preventDefault()
    }
    const wheel = (event: WheelEvent) => {
      if (!event.ctrlKey || !onCloser) return
      event.preventDefault()
      aim.current = aimAt(element, { x: event.clientX, y: event.clientY })
      onCloser(within(now.current * Math.exp(-event.deltaY / 300)))
    }
    const remember = () => {
      centre.current = {
        x: (element.scrollLeft + element.clientWidth / 2) / element.scrollWidth,
        y: (element.scrollTop + element.clientHeight / 2) / element.scrollHeight,
      }
    }
    element.addEventListener('touchstart', begin, { passive: true })
    element.addEventListener('touchmove', move, { passive: false })
    element.addEventListener('wheel', wheel, { passive: false })
    element.addEventListener('scroll', remember)
    return () => {
      element.removeEventListener('touchstart', begin)
      element.removeEventListener('touchmove', move)
      element.removeEventListener('wheel', wheel)
      element.removeEventListener('scroll', remember)
    }
  }, [board, onCloser])
  // What was between the fingers stays there; by button or key the middle does.
  useLayoutEffect(() => {
    const element = board.current
    if (!element) return
    const { clientWidth, clientHeight } = element
    const at = aim.current ?? { ...centre.current, left: clientWidth / 2, top: clientHeight / 2 }
    aim.current = null
    element.scrollTo(at.x * element.scrollWidth - at.left, at.y * element.scrollHeight - at.top)
  }, [board, closer])
}

const isHeld = (target: EventTarget | null) =>
  target instanceof Element && target.closest('[data-held]') !== null

const within = (closer: number) => (closer < 1.08 ? 1 : Math.min(CLOSEST, closer))

function apart(touches: TouchList): number {
  const [one, two] = [touches[0]!, touches[1]!]
  return Math.hypot(one.clientX - two.clientX, one.clientY - two.clientY)
}

function middle(touches: TouchList) {
  const [one, two] = [touches[0]!, touches[1]!]
  return { x: (one.clientX + two.clientX) / 2, y: (one.clientY + two.clientY) / 2 }
}

function aimAt(element: HTMLElement, place: { x: number; y: number }): Aim {
  const box = element.getBoundingClientRect()
  const left = place.x - box.left
  const top = place.y - box.top
  return {
    x: (element.scrollLeft + left) / element.scrollWidth,
    y: (element.scrollTop + top) / element.scrollHeight,
    left,
    top,
  }
}
