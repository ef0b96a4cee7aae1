import { useEffect, useState } from 'react'

/** Keeps the screen awake at the table where the browser allows it; says so when it does not. */
export function useAwake(): string {
  const [words, say] = useState('')
  useEffect(() => {
    let lock: WakeLockSentinel | null = null
    let gone = false
    const hold = async () => {
      try {
        const got = await navigator.wakeLock.request('screen')
        if (gone) void got.release()
        else lock = got
        say('')
      } catch {
        say('This browser lets the screen go dark: set it to stay on while you work.')
      }
    }
    const again = () => {
      if (document.visibilityState === 'visible') void hold()
    }
    void hold()
    document.addEventListener('visibilitychange', again)
    return () => {
      gone = true
      document.removeEventListener('visibilitychange', again)
      void lock?.release()
    }
  }, [])
  return words
}
