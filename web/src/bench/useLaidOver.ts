import { useCallback, useMemo, useState, type ReactNode } from 'react'
import type { Page } from '../api/client'

/** What a step lays over the page, and the stories and embellishments that are out of the way meanwhile. */
interface LaidOver {
  over: ReactNode
  without: ReadonlySet<string>
}

const NOTHING: LaidOver = { over: null, without: new Set() }

/** What a step lays over the page while it is only looked at, and what of the page still shows then. */
export function useLaidOver(page: Page) {
  const [laid, lay] = useState<LaidOver>(NOTHING)
  const layOver = useCallback((over: ReactNode, without?: ReadonlySet<string>) => {
    lay(over === null ? NOTHING : { over, without: without ?? NOTHING.without })
  }, [])
  const clear = useCallback(() => lay(NOTHING), [])
  const stories = useMemo(
    () => page.stories.filter((story) => !laid.without.has(story.name)),
    [page.stories, laid.without],
  )
  const pieces = useMemo(
    () => page.accents.filter((accent) => !laid.without.has(accent.key)),
    [page.accents, laid.without],
  )
  return { over: laid.over, stories, pieces, layOver, clear }
}
