import { useLayoutEffect, useRef, type RefObject } from 'react'
import type { BoardBlock } from '../api/client'

const DURATION = 360

/** Lets a piece glide from where it lay to where it lies; not while a hand moves it, nor for who wants no motion. */
export function useGlide(ref: RefObject<SVGGElement | null>, block: BoardBlock, inHand: boolean) {
  const { x, y, width, height } = block
  const lay = useRef({ x, y, width, height })
  useLayoutEffect(() => {
    const from = lay.current
    lay.current = { x, y, width, height }
    const moved = from.x !== x || from.y !== y || from.width !== width || from.height !== height
    if (!moved || inHand || !ref.current || !width || !height) return
    if (matchMedia('(prefers-reduced-motion: reduce)').matches) return
    const across = from.width / width
    const down = from.height / height
    const start = `translate(${from.x - x * across}px, ${from.y - y * down}px) scale(${across}, ${down})`
    ref.current.animate([{ transform: start }, { transform: 'none' }], { duration: DURATION, easing: 'ease' })
  }, [ref, x, y, width, height, inHand])
}
