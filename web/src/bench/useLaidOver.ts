import { useCallback, useMemo, useState, type ReactNode } from 'react'
import type { InPlace, Page } from '../api/client'

/** What a step lays over the page, and the stories and embellishments that are out of the way meanwhile. */
interface LaidOver {
  over: ReactNode
  without: ReadonlySet<string>
  words?: InPlace
}

const NOTHING: LaidOver = { over: null, without: new Set() }

/** What a step lays over the page while it is only looked at, and what of the page still shows then. */
export function useLaidOver(page: Page) {
  const [laid, lay] = useState<LaidOver>(NOTHING)
  const layOver = useCallback((over: ReactNode, without?: ReadonlySet<string>, words?: InPlace) => {
    lay(over === null && !words ? NOTHING : { over, without: without ?? NOTHING.without, words })
  }, [])
  const clear = useCallback(() => lay(NOTHING), [])
  const stories = useMemo(() => {
    const left: InPlace[] = page.stories.filter((story) => !laid.without.has(story.name))
    return laid.words ? [...left, laid.words] : left
  }, [page.stories, laid.without, laid.words])
  const pieces = useMemo(
    () => page.accents.filter((accent) => !laid.without.has(accent.key)),
    [page.accents, laid.without],
  )
  return { over: laid.over, stories, pieces, layOver, clear }
}
