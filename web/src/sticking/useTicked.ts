import { useState } from 'react'
import type { StickStep, Sticking } from '../api/client'
import type { Line } from '../writes/line'

/**
 * Steps as they are ticked off here: a tick answers at once and stands until the server tells the same, or refuses it.
 */
export function useTicked(sticking: Sticking | undefined, line: Line, refused: boolean) {
  const [ticked, setTicked] = useState<Readonly<Record<string, boolean>>>({})
  const told = new Map(sticking?.steps.map((step) => [step.key, step.done]))
  const open = Object.entries(ticked).filter(([key, done]) => told.has(key) && told.get(key) !== done)
  const here = refused ? new Map<string, boolean>() : new Map(open)
  const isDone = (step: StickStep) => here.get(step.key) ?? step.done
  const tick = (step: StickStep, done: boolean) => {
    setTicked({ ...Object.fromEntries(here), [step.key]: done })
    void line.add({ kind: 'change', change: { kind: 'stick-done', step: step.key, done } })
  }
  return { isDone, tick }
}
