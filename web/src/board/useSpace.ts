import { useEffect, useRef, useState } from 'react'
import type { Space } from '../geometry/layout'

/** Watches how much room an element has. */
export function useSpace<T extends HTMLElement>(first: Space) {
  const ref = useRef<T>(null)
  const [space, setSpace] = useState(first)
  useEffect(() => {
    const element = ref.current
    if (!element) return
    const watcher = new ResizeObserver(([entry]) => {
      if (!entry) return
      const { width, height } = entry.contentRect
      if (width > 0 && height > 0) setSpace({ width, height })
    })
    watcher.observe(element)
    return () => watcher.disconnect()
  }, [])
  return { ref, space }
}
