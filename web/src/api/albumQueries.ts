/** Finished pages: the record of each, the logbook of all, the albums they lie in, and goals. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { askAgain } from './askAgain'
import {
  api,
  take,
  type Album,
  type AlbumFacts,
  type Asked,
  type LayPage,
  type PutIn,
  type RecordFacts,
} from './client'
import { keys } from './queries'
import { wasRemoved } from './removed'

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
    return askAgain(cache, keys.logbook, keys.albums, keys.goals, keys.pages)
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

export function useAlbums() {
  return useQuery({
    queryKey: keys.albums,
    queryFn: ({ signal }: Asked) => take(api.GET('/api/albums/', { signal })),
  })
}

export function useAlbum(id: number) {
  const params = { path: { id } }
  return useQuery({
    queryKey: [...keys.albums, id],
    queryFn: ({ signal }: Asked) => take(api.GET('/api/albums/{id}/', { signal, params })),
  })
}

export function useBeginAlbum() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: { name: string; format: string }) => take(api.POST('/api/albums/', { body })),
    onSuccess: (album) => {
      cache.setQueryData([...keys.albums, album.id], album)
      return askAgain(cache, keys.albums)
    },
  })
}

/** Everything that can be done with an album; each answers with the album as it lies then. */
export function useAlbumWrites(id: number) {
  const cache = useQueryClient()
  const params = { path: { id } }
  const onSuccess = (album: Album) => {
    cache.setQueryData([...keys.albums, id], album)
    return askAgain(cache, keys.albums, ['record'])
  }
  const put = (body: PutIn) => take(api.POST('/api/albums/{id}/pages/', { params, body }))
  const at = (page: number) => ({ path: { id, page } })
  const laid = ({ page, body }: { page: number; body: LayPage }) =>
    take(api.PATCH('/api/albums/{id}/pages/{page}/', { params: at(page), body }))
  return {
    describe: useMutation({
      mutationFn: (body: AlbumFacts) => take(api.PATCH('/api/albums/{id}/', { params, body })),
      onSuccess,
    }),
    putIn: useMutation({ mutationFn: (pages: number[]) => put({ pages }), onSuccess }),
    putOpposite: useMutation({
      mutationFn: ({ page, opposite }: { page: number; opposite: number }) =>
        put({ pages: [page], opposite }),
      onSuccess,
    }),
    lay: useMutation({ mutationFn: laid, onSuccess }),
    takeOut: useMutation({
      mutationFn: (page: number) => take(api.DELETE('/api/albums/{id}/pages/{page}/', { params: at(page) })),
      onSuccess,
    }),
    makeFacing: useMutation({
      mutationFn: (page: number) =>
        take(api.POST('/api/albums/{id}/pages/{page}/facing/', { params: at(page) })),
      onSuccess: () => askAgain(cache, keys.albums, keys.pages),
    }),
  }
}

export function useRemoveAlbum() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (id: number) => take(api.DELETE('/api/albums/{id}/', { params: { path: { id } } })),
    onSuccess: (_, id) => {
      wasRemoved(cache, 'album', id, [...keys.albums, id])
      // The list alone: the album itself is not there to be asked for.
      return cache.invalidateQueries({ queryKey: keys.albums, exact: true })
    },
  })
}

export function useGoals() {
  return useQuery({
    queryKey: keys.goals,
    queryFn: ({ signal }: Asked) => take(api.GET('/api/goals/', { signal })),
  })
}

export function useGoalWrites() {
  const cache = useQueryClient()
  const begin = useMutation({
    mutationFn: (line: string) => take(api.POST('/api/goals/', { body: { line } })),
    onSuccess: (goals) => {
      cache.setQueryData(keys.goals, goals)
    },
  })
  const remove = useMutation({
    mutationFn: (id: number) => take(api.DELETE('/api/goals/{id}/', { params: { path: { id } } })),
    onSuccess: (_, id) => {
      wasRemoved(cache, 'goal', id, keys.goals)
      return askAgain(cache, keys.goals)
    },
  })
  return { begin, remove }
}
