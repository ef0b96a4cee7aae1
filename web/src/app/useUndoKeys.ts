import { useEffect } from 'react'

/** Ctrl+Z goes back, Ctrl+Shift+Z forward, unless somebody is typing. */
export function useUndoKeys(undo: () => void, redo?: () => void) {
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement
      if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return
      event.preventDefault()
      if (event.shiftKey) redo?.()
      else undo()
    }
    window.addEventListener('keydown', keys)
    return () => window.removeEventListener('keydown', keys)
  }, [undo, redo])
}
