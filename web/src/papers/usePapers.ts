import { useCallback, useEffect, useMemo, useState } from 'react'
import type { Board, Change, Page, PapersAsked } from '../api/client'

/** A page held side by side with others: what it is called, and the page with its papers. */
export interface Auditioned {
  key: string
  label: string
  board: Board
  change: Change
}

/** So many are looked at side by side. */
export const MOST_AUDITIONED = 4

/** The state of choosing papers on one page. */
export interface Papers {
  asked: PapersAsked
  /** Start from something else, or wish something more. */
  ask: (wanted: Partial<PapersAsked>) => void
  /** The place whose papers are looked at, by its letter. */
  place: string | null
  onPlace: (letter: string | null) => void
  /** The page as it would look, while something is looked at. */
  preview: Board | null
  onPreview: (board: Board | null) => void
  auditioned: Auditioned[]
  onAudition: (one: Auditioned) => void
  /** Whether they are looked at side by side just now. */
  beside: boolean
  onBeside: (on: boolean) => void
  clear: () => void
}

const FIRST: PapersAsked = {
  start: 'photos',
  colour: '#2a5f99',
  scheme: 'opposite',
  kit: '',
  temper: 'even',
  scraps_only: false,
  triangle: true,
  favourites: false,
}

/** What was wished for a page last time, on this device. */
function remembered(key: string): PapersAsked {
  try {
    const kept: unknown = JSON.parse(window.localStorage.getItem(key) ?? 'null')
    return kept !== null && typeof kept === 'object' && 'start' in kept
      ? { ...FIRST, ...(kept as PapersAsked) }
      : FIRST
  } catch {
    return FIRST
  }
}

export function usePapers(page: Page): Papers {
  const key = `papers-${page.id}`
  const [asked, setAsked] = useState<PapersAsked>(() => remembered(key))
  const [place, onPlace] = useState<string | null>(null)
  const [preview, onPreview] = useState<Board | null>(null)
  const [auditioned, setAuditioned] = useState<{ version: number; all: Auditioned[] }>({
    version: page.version,
    all: [],
  })
  const [beside, onBeside] = useState(false)
  useEffect(() => {
    try {
      window.localStorage.setItem(key, JSON.stringify(asked))
    } catch {
      // A device that keeps nothing starts from the photos again.
    }
  }, [key, asked])
  const ask = useCallback((wanted: Partial<PapersAsked>) => setAsked((now) => ({ ...now, ...wanted })), [])
  const { version } = page
  const onAudition = useCallback(
    (one: Auditioned) =>
      setAuditioned((now) => {
        const all = now.version === version ? now.all : []
        const without = all.filter((other) => other.key !== one.key)
        return {
          version,
          all: without.length < all.length ? without : [...all.slice(1 - MOST_AUDITIONED), one],
        }
      }),
    [version],
  )
  const clear = useCallback(() => {
    setAuditioned({ version, all: [] })
    onBeside(false)
  }, [version])
  // What was held beside an earlier state of the page is not that of this one.
  const all = auditioned.version === version ? auditioned.all : NONE
  return useMemo(
    () => ({
      asked,
      ask,
      place,
      onPlace,
      preview,
      onPreview,
      auditioned: all,
      onAudition,
      beside: beside && all.length > 1,
      onBeside,
      clear,
    }),
    [asked, ask, place, preview, all, onAudition, beside, clear],
  )
}

const NONE: Auditioned[] = []
