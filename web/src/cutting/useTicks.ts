import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { signedOut, type CutRun } from '../api/client'
import { keys, useSession } from '../api/queries'
import { Ticks, type Runs } from '../writes/ticks'

/** The ticks of a page's cutting table; they go on by themselves, when the network is back, and at every touch. */
export function useTicks(page: number) {
  const cache = useQueryClient()
  const user = useSession().data?.user ?? ''
  const [ticks] = useState(() => {
    const runs: Runs = {
      get: () => cache.getQueryData<CutRun>(keys.run(page)),
      put: (run) => cache.setQueryData(keys.run(page), run),
    }
    return new Ticks(page, `ink-quilt-ticks/${user}/${page}`, runs)
  })
  useEffect(() => {
    ticks.again()
    const unwatch = signedOut.watch(() => !signedOut.snapshot() && ticks.again())
    const events = ['online', 'pointerdown', 'focus'] as const
    for (const event of events) window.addEventListener(event, ticks.again)
    return () => {
      unwatch()
      for (const event of events) window.removeEventListener(event, ticks.again)
    }
  }, [ticks])
  const state = useSyncExternalStore(ticks.watch, ticks.snapshot)
  // A tick leaves what is pending the moment its answer is in the cache, and whoever watches the cache is told a little
  // later: read from a run that was told before, a cut would be undone for that moment, and the next touch lost.
  return { ticks, state, latest: cache.getQueryData<CutRun>(keys.run(page)) }
}
