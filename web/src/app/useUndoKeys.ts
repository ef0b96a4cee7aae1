import { useEffect } from 'react'

const FIELDS = 'textarea, select, [contenteditable], input:not([type=range], [type=checkbox], [type=radio])'

/** Ctrl+Z goes back, Ctrl+Shift+Z forward; in a field it undoes what was typed there. */
export function useUndoKeys(undo: () => void, redo?: () => void) {
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      const typing = event.target instanceof Element && event.target.closest(FIELDS) !== null
      if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return
      event.preventDefault()
      if (event.shiftKey) redo?.()
      else undo()
    }
    window.addEventListener('keydown', keys)
    return () => window.removeEventListener('keydown', keys)
  }, [undo, redo])
}
