/** Calls off what a hand is in the middle of when Escape is pressed, before anything else hears of the key. */
export function onEscape(callOff: () => void): () => void {
  const keys = (event: KeyboardEvent) => {
    if (event.key !== 'Escape') return
    event.preventDefault()
    event.stopPropagation()
    callOff()
  }
  window.addEventListener('keydown', keys, { capture: true })
  return () => window.removeEventListener('keydown', keys, { capture: true })
}
