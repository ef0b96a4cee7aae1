/** The lines of writes of whoever is signed in: one for each page, kept while the application runs. */
import { useQueryClient, type QueryClient } from '@tanstack/react-query'
import { useEffect, useSyncExternalStore } from 'react'
import { signedOut, type Page } from '../api/client'
import { keys, useSession } from '../api/queries'
import { Line, leftUnwritten, type Pages, type Waiting } from './line'

const lines = new Map<string, Line>()

/** An answer that was overtaken by a later one tells nothing new. */
const pagesIn = (cache: QueryClient): Pages => ({
  get: (id) => cache.getQueryData<Page>(keys.page(id)),
  put: (page) =>
    cache.setQueryData<Page>(keys.page(page.id), (now) => (now && now.version > page.version ? now : page)),
})

function lineOf(cache: QueryClient, user: string, page: number, waiting?: Waiting[]): Line {
  const key = `${user}/${page}`
  const known = lines.get(key)
  if (known) return known
  const line = new Line(user, page, pagesIn(cache), waiting)
  lines.set(key, line)
  return line
}

/** The line of a page, and how it fares. */
export function useLine(page: number) {
  const cache = useQueryClient()
  const user = useSession().data?.user ?? ''
  const line = lineOf(cache, user, page)
  const state = useSyncExternalStore(line.watch, line.snapshot)
  return { line, state }
}

/** Goes on with what waits: from an earlier visit, when the network is back, and whenever a hand touches the page. */
export function useResumedLines() {
  const cache = useQueryClient()
  const user = useSession().data?.user ?? null
  useEffect(() => {
    if (user === null) return
    let gone = false
    void leftUnwritten(user).then((left) => {
      if (gone) return
      for (const [page, waiting] of left) lineOf(cache, user, page, waiting).again()
    })
    const again = () => {
      for (const line of lines.values()) if (line.user === user) line.again()
    }
    again()
    const unwatch = signedOut.watch(() => {
      if (!signedOut.snapshot()) again()
    })
    const events = ['online', 'pointerdown', 'focus'] as const
    for (const event of events) window.addEventListener(event, again)
    return () => {
      gone = true
      unwatch()
      for (const event of events) window.removeEventListener(event, again)
    }
  }, [cache, user])
}
