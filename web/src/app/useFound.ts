import { useMemo, useState } from 'react'

/** In which order a list lies. */
export type Order = 'newest' | 'name'

interface Named {
  name: string
  created: string
}

/** A list that is looked through by words and laid in an order. */
export function useFound<Thing extends Named>(things: Thing[] | undefined, first: Order) {
  const [words, look] = useState('')
  const [order, lay] = useState<Order>(first)
  const found = useMemo(() => {
    const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
    const kept = (things ?? []).filter(({ name }) => {
      const called = name.toLowerCase()
      return wanted.every((word) => called.includes(word))
    })
    return kept.sort((a, b) =>
      order === 'name' ? a.name.localeCompare(b.name) : b.created.localeCompare(a.created),
    )
  }, [things, words, order])
  return { found, words, look, order, lay }
}
