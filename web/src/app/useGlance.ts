import { useEffect, useEffectEvent, useLayoutEffect, useRef } from 'react'

/**
 * A list of which one thing at a time shows on the page: the one under the pointer, or with the focus.
 *
 * A browser tells nothing of what is taken from under a pointer, so what is no longer in the list is looked at no more.
 */
export function useGlance<Thing>(
  things: readonly Thing[],
  keyOf: (thing: Thing) => string,
  show: (thing: Thing | null) => void,
) {
  const looked = useRef<string | null>(null)
  const look = (thing: Thing | null) => {
    looked.current = thing && keyOf(thing)
    show(thing)
  }
  const leave = useEffectEvent((isGone: boolean) => {
    if (looked.current === null) return
    if (isGone || !things.some((thing) => keyOf(thing) === looked.current)) look(null)
  })
  useEffect(() => {
    leave(false)
  }, [things])
  // Before the effects of who owns the list: what those leave on the page stands.
  useLayoutEffect(() => () => leave(true), [])
  return {
    leave: () => look(null),
    /** For each thing of the list. */
    at: (thing: Thing) => ({
      onPointerEnter: () => look(thing),
      onFocus: () => look(thing),
      onBlur: () => look(null),
    }),
  }
}
