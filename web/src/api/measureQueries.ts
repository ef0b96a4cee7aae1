/** The measure card, and how a page's numbers were reckoned. */
import { useQuery } from '@tanstack/react-query'
import { api, take, type Asked, type Page } from './client'

/** Where distances are counted from. */
export type Counted = 'left-top' | 'nearest' | 'centre'

/** What is measured: a page as it lies now, or a sketch as it was drawn. */
export type Measured = { kind: 'page'; page: Page } | { kind: 'sketch'; id: number }

export function useMeasureCard(measured: Measured, counted: Counted) {
  const id = measured.kind === 'page' ? measured.page.id : measured.id
  const params = { path: { id }, query: { counted } }
  const queryFn = () =>
    measured.kind === 'page'
      ? take(api.GET('/api/pages/{id}/measures/', { params }))
      : take(api.GET('/api/sketches/{id}/measures/', { params }))
  const state = measured.kind === 'page' ? measured.page.version : 0
  return useQuery({ queryKey: ['measures', measured.kind, id, state, counted], queryFn, staleTime: Infinity })
}

export function useReckoning(page: Page, block: string) {
  const params = { path: { id: page.id }, query: { block } }
  const queryFn = ({ signal }: Asked) => take(api.GET('/api/pages/{id}/reckoning/', { signal, params }))
  return useQuery({ queryKey: ['reckoning', page.id, page.version, block], queryFn, staleTime: Infinity })
}
