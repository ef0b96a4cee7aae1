/** Using up the stash: what lies longest, what a year took, and project boxes. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { askAgain } from './askAgain'
import { api, take, type Asked, type BoxChange } from './client'
import { keys } from './queries'
import { wasRemoved } from './removed'

export function useUsingUp() {
  return useQuery({
    queryKey: keys.usingUp,
    queryFn: ({ signal }: Asked) => take(api.GET('/api/using-up/', { signal })),
  })
}

export function useYearTaken(year: number | undefined) {
  return useQuery({
    queryKey: [...keys.usingUp, year],
    queryFn: ({ signal }: Asked) =>
      take(api.GET('/api/using-up/years/{year}/', { signal, params: { path: { year: year! } } })),
    enabled: year !== undefined,
    placeholderData: (before) => before,
  })
}

export function useBoxes() {
  return useQuery({
    queryKey: keys.boxes,
    queryFn: ({ signal }: Asked) => take(api.GET('/api/boxes/', { signal })),
  })
}

export function useBox(id: number | null) {
  return useQuery({
    queryKey: [...keys.boxes, id],
    queryFn: ({ signal }: Asked) =>
      take(api.GET('/api/boxes/{id}/', { signal, params: { path: { id: id! } } })),
    enabled: id !== null,
  })
}

/** A box is begun with a name, or from what lies longest. */
export function useBeginBox() {
  const cache = useQueryClient()
  const onSuccess = () => askAgain(cache, keys.boxes)
  const named = useMutation({
    mutationFn: (name: string) => take(api.POST('/api/boxes/', { body: { name } })),
    onSuccess,
  })
  const longest = useMutation({ mutationFn: () => take(api.POST('/api/using-up/longest/')), onSuccess })
  return { named, longest }
}

/** What can be done with a box; each answers with the box as it is then. */
export function useBoxWrites(id: number) {
  const cache = useQueryClient()
  const path = { id }
  const onSuccess = (box: unknown) => {
    cache.setQueryData([...keys.boxes, id], box)
    return askAgain(cache, keys.boxes, ['finder'])
  }
  const change = useMutation({
    mutationFn: (body: BoxChange) => take(api.PATCH('/api/boxes/{id}/', { params: { path }, body })),
    onSuccess,
  })
  const put = useMutation({
    mutationFn: (body: { line: string; unit: 'in' | 'mm' }) =>
      take(api.POST('/api/boxes/{id}/pieces/', { params: { path }, body })),
    onSuccess,
  })
  const leave = useMutation({
    mutationFn: ({ piece, count }: { piece: number; count: number }) =>
      take(
        api.PATCH('/api/boxes/{id}/pieces/{piece}/', { params: { path: { id, piece } }, body: { count } }),
      ),
    onSuccess,
  })
  const remove = useMutation({
    mutationFn: () => take(api.DELETE('/api/boxes/{id}/', { params: { path } })),
    onSuccess: () => {
      wasRemoved(cache, 'box', id, keys.boxes)
      // The list alone: the box itself is not there to be asked for.
      return cache.invalidateQueries({ queryKey: keys.boxes, exact: true })
    },
  })
  return { change, put, leave, remove }
}

/** What a page is made from: a box, or with null all of the stash. */
export function useChooseBox(page: number) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (box: number | null) =>
      take(api.PUT('/api/pages/{id}/box/', { params: { path: { id: page } }, body: { box } })),
    onSuccess: (answer) => {
      cache.setQueryData(keys.page(page), answer)
      return askAgain(cache, ['papers-on-page', page], ['paperings', page], ['suited', page])
    },
  })
}
