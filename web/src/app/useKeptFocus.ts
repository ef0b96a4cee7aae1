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
    const watcher = new MutationObserver(() => {
      if (!last || document.activeElement !== document.body) return
      if (last.isConnected) {
        // Put out of use for a moment, as Undo is while something is written.
        if (!last.matches(':disabled')) focusOn(last)
        return
      }
      for (const home of around) {
        if (!home.isConnected) continue
        const next = [...home.querySelectorAll(FOCUSABLE)].find(isShown)
        if (next) return focusOn(next)
      }
    })
    document.addEventListener('focusin', remember)
    watcher.observe(document.body, {
      subtree: true,
      childList: true,
      attributes: true,
      attributeFilter: ['disabled'],
    })
    return () => {
      document.removeEventListener('focusin', remember)
      watcher.disconnect()
    }
  }, [])
}

const focusOn = (element: Element) => (element as HTMLElement | SVGElement).focus({ preventScroll: true })

const isShown = (element: Element) => element.getClientRects().length > 0
