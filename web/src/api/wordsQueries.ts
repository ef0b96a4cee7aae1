/** Lettering, and the ways to set a title. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { askAgain } from './askAgain'
import { api, take, type AlphabetAsked, type HandAsked, type Page, type StoryAsked } from './client'
import { keys } from './queries'
import { wasRemoved } from './removed'

export function useAlphabets() {
  return useQuery({
    queryKey: keys.alphabets,
    queryFn: ({ signal }) => take(api.GET('/api/alphabets/', { signal })),
  })
}

export function useAlphabetWrites() {
  const cache = useQueryClient()
  const onSuccess = () => void askAgain(cache, keys.alphabets, ['title-ways'])
  const add = useMutation({
    mutationFn: (alphabet: AlphabetAsked) => take(api.POST('/api/alphabets/', { body: alphabet })),
    onSuccess,
  })
  const count = useMutation({
    mutationFn: ({ id, letters }: { id: number; letters: string }) =>
      take(api.PATCH('/api/alphabets/{id}/', { params: { path: { id } }, body: { letters } })),
    onSuccess,
  })
  const remove = useMutation({
    mutationFn: (id: number) => take(api.DELETE('/api/alphabets/{id}/', { params: { path: { id } } })),
    onSuccess: (_, id) => {
      wasRemoved(cache, 'letters', id, keys.alphabets)
      return onSuccess()
    },
  })
  return { add, count, remove }
}

/** Letters of a title that is stuck down: taken off their sheets, or put back. */
export function useLettersTaken(page: Page, block: string) {
  const cache = useQueryClient()
  const params = { path: { id: page.id, block } }
  return useMutation({
    mutationFn: (taken: boolean) =>
      taken
        ? take(api.POST('/api/pages/{id}/titles/{block}/letters/', { params }))
        : take(api.DELETE('/api/pages/{id}/titles/{block}/letters/', { params })),
    onSuccess: () => void askAgain(cache, keys.alphabets, ['title-ways']),
  })
}

/** The best ways to set a text in a title's place. */
export function useTitleWays(page: Page, block: string, text: string, alphabet: string) {
  const params = { path: { id: page.id, block }, query: { text, alphabet } }
  return useQuery({
    queryKey: ['title-ways', page.id, page.version, block, text, alphabet],
    queryFn: ({ signal }) => take(api.GET('/api/pages/{id}/titles/{block}/', { signal, params })),
    enabled: text !== '',
    placeholderData: (before) => before,
  })
}

/** Where a text can go as a title on a page without a place for one. */
export function useTitleSpots(page: Page, text: string, alphabet: string) {
  const params = { path: { id: page.id }, query: { text, alphabet } }
  return useQuery({
    queryKey: ['title-ways', page.id, page.version, 'places', text, alphabet],
    queryFn: ({ signal }) => take(api.GET('/api/pages/{id}/title-places/', { signal, params })),
    enabled: text !== '',
    placeholderData: (before) => before,
  })
}

/** Her hands and the shipped fonts. */
export function useScripts() {
  return useQuery({
    queryKey: keys.scripts,
    queryFn: ({ signal }) => take(api.GET('/api/scripts/', { signal })),
  })
}

export function useHandWrites() {
  const cache = useQueryClient()
  const onSuccess = () => void askAgain(cache, keys.scripts)
  const add = useMutation({
    mutationFn: (hand: HandAsked) => take(api.POST('/api/scripts/', { body: hand })),
    onSuccess,
  })
  const remove = useMutation({
    mutationFn: (id: number) => take(api.DELETE('/api/hands/{id}/', { params: { path: { id } } })),
    onSuccess: (_, id) => {
      wasRemoved(cache, 'hand', id, keys.scripts)
      return onSuccess()
    },
  })
  return { add, remove }
}

/** The best ways to write a story on a page; asked by POST, for a story can be long. */
export function useStoryWays(page: Page, asked: StoryAsked) {
  const params = { path: { id: page.id } }
  return useQuery({
    queryKey: ['story-ways', page.id, page.version, asked],
    queryFn: () => take(api.POST('/api/pages/{id}/stories/', { params, body: asked })),
    enabled: asked.script !== '',
    placeholderData: (before) => before,
  })
}
