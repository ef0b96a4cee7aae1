import { useCallback, useState, type FocusEvent, type KeyboardEvent } from 'react'
import { arrowOf } from '../app/arrows'
import { nearestTowards } from '../geometry/nearest'

const THINGS = '[data-block][role="button"], [data-accent]'

const keyOf = (thing: Element) => thing.getAttribute('data-accent') ?? thing.getAttribute('data-block')

/**
 * The page is one stop of the Tab key. Inside, arrow keys go from piece to piece; once a piece is taken up
 * (Enter), they move it, and Escape puts it down.
 */
export function useRoving(first: string | null) {
  const [stop, setStop] = useState<string | null>(null)
  const onFocus = useCallback((event: FocusEvent<Element>) => {
    const thing = event.target.closest(THINGS)
    if (thing) setStop(keyOf(thing))
  }, [])
  const onKeyDownCapture = useCallback((event: KeyboardEvent<SVGSVGElement>) => {
    const way = arrowOf(event.key)
    const thing = (event.target as Element).closest(THINGS)
    if (!way || !thing || thing.hasAttribute('data-held')) return
    event.preventDefault()
    event.stopPropagation()
    const things = [...event.currentTarget.querySelectorAll<SVGGElement>(THINGS)]
    const others = things.filter((one) => one !== thing)
    const before = things.indexOf(thing as SVGGElement)
    const next = others[nearestTowards(middle(thing), way, others.map(middle), before)]
    next?.focus()
  }, [])
  return { stop: stop ?? first, onFocus, onKeyDownCapture }
}

function middle(thing: Element) {
  const box = thing.getBoundingClientRect()
  return { x: box.left + box.width / 2, y: box.top + box.height / 2 }
}
