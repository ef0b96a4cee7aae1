import { useEffect } from 'react'

const FOCUSABLE =
  'a[href], button:not(:disabled), input:not(:disabled), select:not(:disabled), textarea:not(:disabled), ' +
  '[tabindex="0"]'

/**
 * Focus is never lost to the document: when what had it is taken away or put out of use, it goes back there as soon
 * as it can, else to the nearest thing around where it was.
 */
export function useKeptFocus() {
  useEffect(() => {
    let last: Element | null = null
    let around: Element[] = []
    const remember = (event: FocusEvent) => {
      if (!(event.target instanceof Element)) return
      last = event.target
      around = []
      for (let one = last.parentElement; one && one !== document.body; one = one.parentElement)
        around.push(one)
    }
    let timer = 0
    const look = () => {
      if (!last || document.activeElement !== document.body) return
      if (last.isConnected) {
        // Put out of use for a moment, as Undo is while something is written.
        if (!last.matches(':disabled')) focusOn(last)
        return
      }
      for (const home of around) {
        if (!home.isConnected) continue
        if (home.id === 'root') return focusOnHeading(home)
        const next = [...home.querySelectorAll(FOCUSABLE)].find(isShown)
        if (next) return focusOn(next)
      }
    }
    // Not at once: while focus goes from one thing to the next, neither has it.
    const watcher = new MutationObserver(() => {
      clearTimeout(timer)
      timer = window.setTimeout(look)
    })
    // Who goes away by herself, to the browser's own bar or by a click beside everything, is not called back.
    const leave = (event: FocusEvent) => {
      const gone = event.target
      if (event.relatedTarget !== null || !(gone instanceof Element)) return
      queueMicrotask(() => {
        if (gone.isConnected && !gone.matches(':disabled')) last = null
      })
    }
    document.addEventListener('focusin', remember)
    document.addEventListener('focusout', leave)
    watcher.observe(document.body, {
      subtree: true,
      childList: true,
      attributes: true,
      attributeFilter: ['disabled'],
    })
    return () => {
      document.removeEventListener('focusin', remember)
      document.removeEventListener('focusout', leave)
      clearTimeout(timer)
      watcher.disconnect()
    }
  }, [])
}

/** Another screen: its heading says where one is, and Tab goes on from there. */
function focusOnHeading(root: Element) {
  const heading = root.querySelector('h1')
  heading?.setAttribute('tabindex', '-1')
  if (heading) focusOn(heading)
}

const focusOn = (element: Element) => (element as HTMLElement | SVGElement).focus({ preventScroll: true })

const isShown = (element: Element) => element.getClientRects().length > 0
