import type { QueryClient, QueryKey } from '@tanstack/react-query'

/**
 * Ask again for what a write has changed, and what lies under each key.
 *
 * What was asked before the write and is still on its way is dropped first: an invalidation alone joins a first
 * answer that is awaited, and what was true before the write would stay.
 */
export async function askAgain(cache: QueryClient, ...queryKeys: QueryKey[]) {
  await Promise.all(queryKeys.map((queryKey) => cache.cancelQueries({ queryKey })))
  await Promise.all(queryKeys.map((queryKey) => cache.invalidateQueries({ queryKey })))
}
