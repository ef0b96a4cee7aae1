/** The second look, changes tried, and states put away. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { askAgain } from './askAgain'
import { api, take, type Observation, type Page } from './client'
import { keys } from './queries'
import { wasRemoved } from './removed'

/** A piece in the hand, and where its centre is. */
export interface MovedPiece {
  moved: string
  x: number
  y: number
  /** Its cluster does not go along. */
  alone: boolean
}

/** What is noticed about a page; with a piece in the hand, as if it lay where it is. */
export function useLookAgain(page: Page, hand: MovedPiece | null, wanted = true) {
  const params = { path: { id: page.id }, query: hand ?? {} }
  return useQuery({
    queryKey: [...keys.look(page.id), page.version, hand],
    queryFn: ({ signal }) => take(api.GET('/api/pages/{id}/look/', { signal, params })),
    enabled: wanted,
    placeholderData: (before) => before,
  })
}

export function useTry(id: number) {
  const params = { path: { id } }
  return useMutation({
    mutationFn: ({ kind, keys: pieces }: Observation) =>
      take(api.POST('/api/pages/{id}/try/', { params, body: { kind, keys: pieces } })),
  })
}

export function useSwitchOff(id: number) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: { kind: Observation['kind']; off: boolean }) =>
      take(api.POST('/api/observations/off/', { body })),
    onSuccess: () => askAgain(cache, keys.look(id)),
  })
}

export function useSnapshots(id: number) {
  return useQuery({
    queryKey: keys.snapshots(id),
    queryFn: ({ signal }) =>
      take(api.GET('/api/pages/{id}/snapshots/', { signal, params: { path: { id } } })),
  })
}

/** The steps that led to a page as it is, the latest first. */
export function useSteps(page: Page, wanted: boolean) {
  const path = { id: page.id }
  return useQuery({
    queryKey: keys.steps(page.id, page.version),
    queryFn: ({ signal }) => take(api.GET('/api/pages/{id}/steps/', { signal, params: { path } })),
    enabled: wanted,
    placeholderData: (before) => before,
  })
}

/** The page as it was at an earlier step. */
export function useStep(page: Page, number: number | null) {
  const path = { id: page.id, number: number ?? 0 }
  return useQuery({
    queryKey: [...keys.steps(page.id, page.version), number],
    queryFn: ({ signal }) => take(api.GET('/api/pages/{id}/steps/{number}/', { signal, params: { path } })),
    enabled: number !== null,
    placeholderData: (before) => before,
    retry: false,
  })
}

export function useSnapshotWrites(id: number) {
  const cache = useQueryClient()
  const onSuccess = () => void askAgain(cache, keys.snapshots(id))
  const putAway = useMutation({
    mutationFn: (note: string) =>
      take(api.POST('/api/pages/{id}/snapshots/', { params: { path: { id } }, body: { note } })),
    onSuccess,
  })
  const throwAway = useMutation({
    mutationFn: (snapshot: number) =>
      take(api.DELETE('/api/pages/{id}/snapshots/{snapshot}/', { params: { path: { id, snapshot } } })),
    onSuccess: (_, snapshot) => {
      wasRemoved(cache, 'state', snapshot, keys.snapshots(id))
      return onSuccess()
    },
  })
  return { putAway, throwAway }
}
