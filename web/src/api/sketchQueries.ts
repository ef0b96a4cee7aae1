/** Sketches on the shelf, drafts on the drawing table, and everything as one file. */
import { askAgain } from './askAgain'
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import {
  api,
  take,
  type Asked,
  uploadEverything,
  uploadSketchFile,
  type Draft,
  type FormatRequest,
  type Schemas,
  type Redraw,
} from './client'
import { keys } from './queries'

export function useSketch(id: number) {
  const queryFn = ({ signal }: Asked) =>
    take(api.GET('/api/sketches/{id}/', { signal, params: { path: { id } } }))
  return useQuery({ queryKey: [...keys.sketches, id], queryFn })
}

/** A kept sketch as a draft, to be changed and kept as another. */
export function useSketchDraft(id: number) {
  const queryFn = ({ signal }: Asked) =>
    take(api.GET('/api/sketches/{id}/draft/', { signal, params: { path: { id } } }))
  return useQuery({ queryKey: [...keys.sketches, id, 'draft'], queryFn, staleTime: Infinity })
}

export function useReadFile() {
  return useMutation({
    mutationFn: ({ file, format }: { file: File; format: string | null }) => uploadSketchFile(file, format),
  })
}

/** Basic types for so many photos, or for ones of these sizes as they are said. */
export function useBasicTypes(page: FormatRequest, photos: number, sizes: string) {
  const queryFn = () => take(api.POST('/api/drafts/basic/', { body: { ...page, photos, sizes } }))
  return useQuery({
    queryKey: ['basic', page, photos, sizes],
    queryFn,
    staleTime: Infinity,
    retry: false,
    placeholderData: keepPreviousData,
  })
}

/** A page, known or of its own size, and the pieces measured on it. */
type AskedMeasures = Schemas['MeasuredRequestRequest']

const drawMeasured = (body: AskedMeasures, signal?: AbortSignal) =>
  take(api.POST('/api/drafts/measured/', { body, ...(signal && { signal }) }))

/** What measures come to once they are typed. */
export function useMeasured() {
  return useMutation({ mutationFn: (body: AskedMeasures) => drawMeasured(body) })
}

/** What measures come to while they are typed; `asked` is the request as text. */
export function useMeasuredSoFar(asked: string) {
  return useQuery({
    queryKey: ['measured', asked],
    queryFn: ({ signal }) => drawMeasured(JSON.parse(asked) as AskedMeasures, signal),
    placeholderData: keepPreviousData,
    retry: false,
  })
}

export function useRedraw() {
  return useMutation({
    mutationFn: ({ draft, change }: { draft: Draft; change: Redraw }) =>
      take(api.POST('/api/drafts/redraw/', { body: { data: draft.data, guessed: draft.guessed, change } })),
  })
}

export function useKeepSketch() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (data: Draft['data']) => take(api.POST('/api/sketches/', { body: data })),
    onSuccess: () => askAgain(cache, keys.sketches),
  })
}

/** Keeps a fitted page on the shelf of sketches. */
export function useKeepAsSketch(id: number) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: () => take(api.POST('/api/pages/{id}/sketch/', { params: { path: { id } }, body: {} })),
    onSuccess: () => askAgain(cache, keys.sketches),
  })
}

export function useRestore() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: uploadEverything,
    onSuccess: () => cache.invalidateQueries(),
  })
}

export function useCopySketch() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (id: number) => take(api.POST('/api/sketches/{id}/copies/', { params: { path: { id } } })),
    onSuccess: () => askAgain(cache, keys.sketches),
  })
}

export function useRenameSketch() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: ({ id, name }: { id: number; name: string }) =>
      take(api.PATCH('/api/sketches/{id}/', { params: { path: { id } }, body: { name } })),
    onSuccess: () => askAgain(cache, keys.sketches),
  })
}

/** Puts the ready sketches on a shelf where they are missing. */
export function useLayOutReady() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: () => take(api.POST('/api/sketches/ready/')),
    onSuccess: () => askAgain(cache, keys.sketches),
  })
}
