/** How a page is put together: its steps, and what can still be done about a piece that is stuck. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { askAgain } from './askAgain'
import { api, take, uploadTablePicture, type Page, type TablePicture } from './client'
import { keys } from './queries'
import { wasRemoved } from './removed'

export function useSticking(page: Page, wanted = true) {
  const path = { id: page.id }
  return useQuery({
    queryKey: [...keys.sticking(page.id), page.version],
    queryFn: ({ signal }) => take(api.GET('/api/pages/{id}/sticking/', { signal, params: { path } })),
    enabled: wanted,
    placeholderData: (before) => before,
  })
}

export function useAfterwards(page: Page, thing: string | null) {
  const path = { id: page.id, thing: thing ?? '' }
  return useQuery({
    queryKey: [...keys.sticking(page.id), page.version, 'afterwards', thing],
    queryFn: ({ signal }) => take(api.GET('/api/pages/{id}/sticking/{thing}/', { signal, params: { path } })),
    enabled: thing !== null,
  })
}

/** Pictures of the page on the table, with what was seen on them, the latest first. */
export function useTablePictures(page: Page) {
  const path = { id: page.id }
  return useQuery({
    queryKey: [...keys.tablePictures(page.id), page.version],
    queryFn: ({ signal }) => take(api.GET('/api/pages/{id}/table-pictures/', { signal, params: { path } })),
    placeholderData: (before) => before,
  })
}

export function useTablePictureWrites(id: number, kind: TablePicture['kind'] = 'dry-fit') {
  const cache = useQueryClient()
  const onSuccess = () => askAgain(cache, keys.tablePictures(id), keys.deleted)
  const add = useMutation({ mutationFn: (file: File) => uploadTablePicture(id, file, kind), onSuccess })
  const remove = useMutation({
    mutationFn: ({ id: picture }: { id: number; name: string }) =>
      take(api.DELETE('/api/pages/{id}/table-pictures/{picture}/', { params: { path: { id, picture } } })),
    onSuccess: (_, { id: picture }) => {
      wasRemoved(cache, 'table-picture', picture, keys.tablePictures(id))
      return onSuccess()
    },
  })
  return { add, remove }
}
