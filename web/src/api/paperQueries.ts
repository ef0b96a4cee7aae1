/** Choosing papers: colours, what suits a place, whole paperings, regrets, palettes, inks and pens. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { askAgain } from './askAgain'
import { api, AS_IT_IS, take, type LightAsked, type Page, type PapersAsked, type Regret } from './client'
import { keys } from './queries'
import { wasRemoved } from './removed'

/** The page as papers see it, for where she starts from. */
export function usePapersOnPage(page: Page, asked: PapersAsked, wanted: boolean) {
  const params = { path: { id: page.id } }
  return useQuery({
    queryKey: ['papers-on-page', page.id, page.version, asked],
    queryFn: ({ signal }) => take(api.POST('/api/pages/{id}/papers/', { signal, params, body: asked })),
    enabled: wanted,
    placeholderData: keepPreviousData,
  })
}

/** A handful of whole papered pages. */
export function usePaperings(page: Page, asked: PapersAsked, wanted: boolean) {
  const params = { path: { id: page.id } }
  return useQuery({
    queryKey: ['paperings', page.id, page.version, asked],
    queryFn: ({ signal }) =>
      take(api.POST('/api/pages/{id}/papers/paperings/', { signal, params, body: asked })),
    enabled: wanted,
    placeholderData: keepPreviousData,
  })
}

/** What suits one place, the best first. */
export function useSuited(page: Page, asked: PapersAsked, place: string | null, more: boolean) {
  const params = { path: { id: page.id } }
  const body = { ...asked, place: place ?? '', more }
  return useQuery({
    queryKey: ['suited', page.id, page.version, body],
    queryFn: ({ signal }) => take(api.POST('/api/pages/{id}/papers/suited/', { signal, params, body })),
    enabled: place !== null,
  })
}

/** Why one paper does not suit a place. */
export function useWhyNot(id: number) {
  const params = { path: { id } }
  return useMutation({
    mutationFn: (body: PapersAsked & { place: string; stash_paper: number; side: 'A' | 'B' }) =>
      take(api.POST('/api/pages/{id}/papers/why/', { params, body: { ...body, more: false } })),
  })
}

/** What takes a regret away. */
export function useMends(id: number) {
  const params = { path: { id } }
  return useMutation({
    mutationFn: ({ regret, asked }: { regret: Regret; asked: PapersAsked }) =>
      take(
        api.POST('/api/pages/{id}/papers/mends/', {
          params,
          body: { ...asked, kind: regret.kind, places: regret.places },
        }),
      ),
  })
}

/** The painter's wheel with a colour and a scheme on it. */
export function useWheel(colour: string, scheme: NonNullable<PapersAsked['scheme']>) {
  return useQuery({
    queryKey: ['wheel', colour, scheme],
    queryFn: ({ signal }) =>
      take(api.GET('/api/colours/wheel/', { signal, params: { query: { colour, scheme } } })),
    placeholderData: keepPreviousData,
  })
}

/** The colour at a place of a photo, and its light put right. */
export function usePhotoColours() {
  const cache = useQueryClient()
  const at = useMutation({
    mutationFn: ({ id, x, y }: { id: number; x: number; y: number }) =>
      take(api.GET('/api/photos/{id}/colours/at/', { params: { path: { id }, query: { x, y } } })),
  })
  const light = useMutation({
    mutationFn: ({ id, ...asked }: { id: number } & Partial<LightAsked>) =>
      take(
        api.POST('/api/photos/{id}/colours/', { params: { path: { id } }, body: { ...AS_IT_IS, ...asked } }),
      ),
    onSuccess: () => askAgain(cache, ['papers-on-page'], ['paperings'], ['suited']),
  })
  return { at, light }
}

export function usePalettes() {
  return useQuery({
    queryKey: keys.palettes,
    queryFn: ({ signal }) => take(api.GET('/api/stash/palettes/', { signal })),
  })
}

export function usePaletteWrites() {
  const cache = useQueryClient()
  const onSuccess = () => void askAgain(cache, keys.palettes)
  const keep = useMutation({
    mutationFn: (body: { name: string; colours: string[]; papers: number[] }) =>
      take(api.POST('/api/stash/palettes/', { body })),
    onSuccess,
  })
  const remove = useMutation({
    mutationFn: (id: number) => take(api.DELETE('/api/stash/palettes/{id}/', { params: { path: { id } } })),
    onSuccess: (_, id) => {
      wasRemoved(cache, 'palette', id, keys.palettes)
      return onSuccess()
    },
  })
  return { keep, remove }
}

export function useCompanions() {
  return useQuery({
    queryKey: keys.companions,
    queryFn: ({ signal }) => take(api.GET('/api/stash/companions/', { signal })),
  })
}

export function useCompanionWrites() {
  const cache = useQueryClient()
  const onSuccess = () => void askAgain(cache, keys.companions, ['papers-on-page'])
  const enter = useMutation({
    mutationFn: (line: string) => take(api.POST('/api/stash/companions/', { body: { line } })),
    onSuccess,
  })
  const colour = useMutation({
    mutationFn: ({ id, colour: seen }: { id: number; colour: string }) =>
      take(api.PATCH('/api/stash/companions/{id}/', { params: { path: { id } }, body: { colour: seen } })),
    onSuccess,
  })
  const remove = useMutation({
    mutationFn: (id: number) => take(api.DELETE('/api/stash/companions/{id}/', { params: { path: { id } } })),
    onSuccess: (_, id) => {
      wasRemoved(cache, 'companion', id, keys.companions)
      return onSuccess()
    },
  })
  return { enter, colour, remove }
}
