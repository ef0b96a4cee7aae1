import { useMemo, useState } from 'react'
import type { Mode } from './Modes'

/** What the page is compared with: a state that was put away, or an earlier step, by its number. */
export interface Compared {
  kind: 'snapshot' | 'step'
  id: number
}

export const sameState = (a: Compared | null, b: Compared) => a?.kind === b.kind && a.id === b.id

/** How the page is looked at just now, and the state it is compared with. */
export interface Looking {
  mode: Mode
  onMode: (mode: Mode) => void
  compared: Compared | null
  onCompare: (state: Compared | null) => void
}

export function useLooking(): Looking {
  const [mode, onMode] = useState<Mode>('')
  const [compared, onCompare] = useState<Compared | null>(null)
  return useMemo(() => ({ mode, onMode, compared, onCompare }), [mode, compared])
}
