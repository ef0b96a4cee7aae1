import { useMemo, useState } from 'react'
import type { Mode } from './Modes'

/** How the page is looked at just now, and the state it is compared with. */
export interface Looking {
  mode: Mode
  onMode: (mode: Mode) => void
  compared: number | null
  onCompare: (snapshot: number | null) => void
}

export function useLooking(): Looking {
  const [mode, onMode] = useState<Mode>('')
  const [compared, onCompare] = useState<number | null>(null)
  return useMemo(() => ({ mode, onMode, compared, onCompare }), [mode, compared])
}
