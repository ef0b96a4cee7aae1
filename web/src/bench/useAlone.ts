import { useCallback, useEffect, useState } from 'react'

/** The page alone on the whole screen, and back to the table. */
export function useAlone() {
  const [alone, setAlone] = useState(false)
  const enter = useCallback(() => {
    setAlone(true)
    // Where a browser gives no whole screen, the whole window does.
    void document.documentElement.requestFullscreen?.().catch(() => undefined)
  }, [])
  const leave = useCallback(() => {
    setAlone(false)
    if (document.fullscreenElement) void document.exitFullscreen().catch(() => undefined)
  }, [])
  useEffect(() => {
    if (!alone) return
    const keys = (event: KeyboardEvent) => event.key === 'Escape' && leave()
    const screen = () => !document.fullscreenElement && setAlone(false)
    window.addEventListener('keydown', keys)
    document.addEventListener('fullscreenchange', screen)
    return () => {
      window.removeEventListener('keydown', keys)
      document.removeEventListener('fullscreenchange', screen)
    }
  }, [alone, leave])
  return { alone, enter, leave }
}
