/** What was put aside last, so that a note can offer to bring it back. */
import { askAgain } from './askAgain'
import type { QueryClient } from '@tanstack/react-query'
import type { Deleted } from './client'

export type Kind = Deleted['kind']

export interface Removed {
  kind: Kind
  id: number
  name: string
  /** Others of the kind that were removed with it; they come back with it. */
  also?: number[]
}

class LastRemoved {
  private last: Removed | null = null
  private watchers = new Set<() => void>()
  watch = (watcher: () => void) => {
    this.watchers.add(watcher)
    return () => this.watchers.delete(watcher)
  }
  snapshot = () => this.last
  tell(removed: Removed | null) {
    this.last = removed
    for (const watcher of this.watchers) watcher()
  }
}

export const lastRemoved = new LastRemoved()

/** Called when something was put aside: its name is looked up where it was listed. */
export function wasRemoved(cache: QueryClient, kind: Kind, id: number, list: readonly unknown[]) {
  void askAgain(cache, ['deleted'])
  for (const [, data] of cache.getQueriesData<unknown>({ queryKey: list })) {
    const rows = Array.isArray(data) ? (data as { id?: number; name?: string; note?: string }[]) : []
    const row = rows.find((one) => one.id === id)
    if (row) return lastRemoved.tell({ kind, id, name: row.name ?? row.note ?? '' })
  }
  lastRemoved.tell({ kind, id, name: '' })
}
