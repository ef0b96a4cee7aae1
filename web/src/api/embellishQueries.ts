/** Embellishments, and what is proposed with them. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { askAgain } from './askAgain'
import { api, take, type ClusterWish, type EmbellishmentAsked, type Page, type ScatterWish } from './client'
import { keys } from './queries'
import { wasRemoved } from './removed'

export function useEmbellishments() {
  return useQuery({
    queryKey: keys.embellishments,
    queryFn: ({ signal }) => take(api.GET('/api/embellishments/', { signal })),
  })
}

export function useEmbellishmentWrites() {
  const cache = useQueryClient()
  const onSuccess = () => void askAgain(cache, keys.embellishments)
  const add = useMutation({
    mutationFn: (one: EmbellishmentAsked) => take(api.POST('/api/embellishments/', { body: one })),
    onSuccess,
  })
  const enter = useMutation({
    mutationFn: (body: { line: string; unit: 'in' | 'mm' }) =>
      take(api.POST('/api/embellishments/lines/', { body })),
    onSuccess,
  })
  const count = useMutation({
    mutationFn: ({ id, count: many }: { id: number; count: number | null }) =>
      take(api.PATCH('/api/embellishments/{id}/', { params: { path: { id } }, body: { count: many } })),
    onSuccess,
  })
  const remove = useMutation({
    mutationFn: (id: number) => take(api.DELETE('/api/embellishments/{id}/', { params: { path: { id } } })),
    onSuccess: (_, id) => {
      wasRemoved(cache, 'embellishment', id, keys.embellishments)
      return onSuccess()
    },
  })
  return { add, enter, count, remove }
}

/** Proposals for one page; what they are about changes with it, so they are forgotten with each change. */
export function useProposed(id: number) {
  const params = { path: { id } }
  const clusters = useMutation({
    mutationFn: (body: ClusterWish) => take(api.POST('/api/pages/{id}/clusters/', { params, body })),
  })
  const scatter = useMutation({
    mutationFn: (body: ScatterWish) => take(api.POST('/api/pages/{id}/scatter/', { params, body })),
  })
  const cover = useMutation({
    mutationFn: (body: { x: number; y: number; across: string }) =>
      take(api.POST('/api/pages/{id}/cover/', { params, body })),
  })
  return { clusters, scatter, cover }
}

/** Ready words as title, or beside the photos they name. */
export function useReadyWords(page: Page) {
  return useQuery({
    queryKey: ['ready-words', page.id, page.version],
    queryFn: ({ signal }) =>
      take(api.GET('/api/pages/{id}/ready-words/', { signal, params: { path: { id: page.id } } })),
  })
}
