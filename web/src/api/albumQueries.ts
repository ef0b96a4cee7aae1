/** Finished pages: the record of each, and the logbook of all. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { askAgain } from './askAgain'
import { api, take, type Asked, type RecordFacts } from './client'
import { keys } from './queries'

export function useRecord(page: number) {
  const params = { path: { id: page } }
  return useQuery({
    queryKey: keys.record(page),
    queryFn: async ({ signal }) => (await take(api.GET('/api/pages/{id}/record/', { signal, params }))).entry,
  })
}

export function useRecordWrites(page: number) {
  const cache = useQueryClient()
  const params = { path: { id: page } }
  const onSuccess = (entry: unknown) => {
    cache.setQueryData(keys.record(page), entry)
    return askAgain(cache, keys.logbook, keys.pages)
  }
  const finish = useMutation({
    mutationFn: () => take(api.POST('/api/pages/{id}/record/', { params })),
    onSuccess,
  })
  const describe = useMutation({
    mutationFn: (body: RecordFacts) => take(api.PATCH('/api/pages/{id}/record/', { params, body })),
    onSuccess,
  })
  return { finish, describe }
}

/** What is looked for in the logbook. */
export interface LogAsked {
  words?: string
  who?: string
  tag?: string
  year?: number
}

/** So many pages are shown at once. */
export const LOG_PAGES = 60

export function useLogbook(asked: LogAsked) {
  const query = { limit: LOG_PAGES, ...asked }
  return useQuery({
    queryKey: [...keys.logbook, asked],
    queryFn: ({ signal }: Asked) => take(api.GET('/api/logbook/', { signal, params: { query } })),
    placeholderData: (before) => before,
  })
}

export function useLogIndex() {
  return useQuery({
    queryKey: [...keys.logbook, 'index'],
    queryFn: ({ signal }: Asked) => take(api.GET('/api/logbook/index/', { signal })),
  })
}

export function useUses(words: string) {
  const query = { words }
  return useQuery({
    queryKey: [...keys.logbook, 'uses', words],
    queryFn: ({ signal }: Asked) => take(api.GET('/api/logbook/uses/', { signal, params: { query } })),
    enabled: words.trim() !== '',
    placeholderData: (before) => before,
  })
}

export function useEvents() {
  return useQuery({
    queryKey: [...keys.logbook, 'events'],
    queryFn: ({ signal }: Asked) => take(api.GET('/api/logbook/events/', { signal })),
  })
}
