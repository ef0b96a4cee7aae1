/** Photos, what matters in them, matching them to slots, and finding a sketch for them. */
import { askAgain } from './askAgain'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useRef, useState } from 'react'
import {
  api,
  take,
  uploadPhoto,
  type Area,
  type DescribePhoto,
  type FindRequest,
  type FormatRequest,
  type Found,
  type NewPrint,
  type Page,
  type Photo,
  type PrintAsked,
  type PrinterAsked,
  type School,
} from './client'
import { keys } from './queries'
import { lastRemoved, wasRemoved } from './removed'

const PAGE = 200
/** So many files travel at once: the server has two processes that read them. */
const AT_ONCE = 2

/** All photos of the box, however many. */
export function usePhotos() {
  const queryFn = async () => {
    const photos: Photo[] = []
    for (;;) {
      const query = { limit: PAGE, offset: photos.length }
      const part = await take(api.GET('/api/photos/', { params: { query } }))
      photos.push(...part.results)
      if (!part.next || part.results.length === 0) return photos
    }
  }
  return useQuery({ queryKey: keys.photos, queryFn })
}

/** What became of the files added last. */
export interface Adding {
  total: number
  done: number
  known: string[]
  refused: string[]
}

/** Adds files two at a time; what is refused is named, the rest goes on. */
export function useAdding(onAdded?: (ids: number[]) => void) {
  const cache = useQueryClient()
  const [adding, setAdding] = useState<Adding | null>(null)
  const busy = useRef(false)
  const add = useCallback(
    async (files: File[]) => {
      if (busy.current || files.length === 0) return
      busy.current = true
      const waiting = [...files]
      const added: number[] = []
      setAdding({ total: files.length, done: 0, known: [], refused: [] })
      const one = async (file: File) => {
        const told: Pick<Adding, 'known' | 'refused'> = { known: [], refused: [] }
        try {
          const photo = await uploadPhoto(file)
          added.push(photo.id)
          if (photo.known) told.known.push(file.name)
        } catch (error) {
          told.refused.push(`${file.name}: ${(error as Error).message}`)
        }
        setAdding(
          (now) =>
            now && {
              ...now,
              done: now.done + 1,
              known: [...now.known, ...told.known],
              refused: [...now.refused, ...told.refused],
            },
        )
      }
      const hand = async () => {
        for (let file = waiting.shift(); file; file = waiting.shift()) await one(file)
      }
      await Promise.all(Array.from({ length: AT_ONCE }, hand))
      busy.current = false
      await askAgain(cache, keys.photos)
      onAdded?.(added)
    },
    [cache, onAdded],
  )
  const running = adding !== null && adding.done < adding.total
  return { adding, running, add, clear: () => setAdding(null) }
}

/** Puts a photo as the server told it in place of what is known of it; pages it lies on are fetched anew. */
function usePut() {
  const cache = useQueryClient()
  return useCallback(
    (photo: Photo) => {
      cache.setQueryData<Photo[]>(keys.photos, (all) =>
        all?.map((other) => (other.id === photo.id ? photo : other)),
      )
      void askAgain(cache, ['page'])
    },
    [cache],
  )
}

export function useDescribePhoto() {
  const onSuccess = usePut()
  return useMutation({
    mutationFn: ({ id, ...body }: DescribePhoto & { id: number }) =>
      take(api.PATCH('/api/photos/{id}/', { params: { path: { id } }, body })),
    onSuccess,
  })
}

export function useMarkAreas() {
  const onSuccess = usePut()
  return useMutation({
    // One after the other: each sends all parts as they are, and the last must stay the last.
    scope: { id: 'areas' },
    mutationFn: ({ id, areas }: { id: number; areas: Area[] }) =>
      take(api.PUT('/api/photos/{id}/areas/', { params: { path: { id } }, body: { areas } })),
    onSuccess,
  })
}

export function useEnterPrint() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: NewPrint) => take(api.POST('/api/photos/prints/', { body })),
    onSuccess: () => askAgain(cache, keys.photos),
  })
}

/** Looks photos over one after the other, in the background; what is found is proposed. */
export function useLooking() {
  const put = usePut()
  const [looking, setLooking] = useState<{ done: number; total: number } | null>(null)
  const stopped = useRef(false)
  const look = async (photos: Photo[]) => {
    stopped.current = false
    setLooking({ done: 0, total: photos.length })
    for (const [index, photo] of photos.entries()) {
      if (stopped.current) break
      try {
        put(await take(api.POST('/api/photos/{id}/look/', { params: { path: { id: photo.id } } })))
      } catch {
        break // the next time it is asked for, it goes on from here
      }
      setLooking({ done: index + 1, total: photos.length })
    }
    setLooking(null)
  }
  return { looking, look, stop: () => (stopped.current = true) }
}

export function useWaysToShow(page: Page, slot: string, wanted: boolean) {
  const params = { path: { id: page.id }, query: { slot } }
  return useQuery({
    queryKey: ['shows', page.id, page.version, slot],
    queryFn: ({ signal }) => take(api.GET('/api/pages/{id}/shows/', { signal, params })),
    enabled: wanted,
  })
}

export function useMatColour(page: Page, slot: string) {
  const params = { path: { id: page.id }, query: { slot } }
  return useQuery({
    queryKey: ['mat-colour', page.id, page.version, slot],
    queryFn: ({ signal }) => take(api.GET('/api/pages/{id}/mat-colour/', { signal, params })),
  })
}

export function useMatch(page: Page) {
  return useMutation({
    mutationFn: (body: { photos: number[]; order: 'taken' | 'mine' | 'any' }) =>
      take(api.POST('/api/pages/{id}/match/', { params: { path: { id: page.id } }, body })),
  })
}

export function useFind(body: FindRequest) {
  return useQuery({
    queryKey: ['finder', body],
    queryFn: () => take(api.POST('/api/finder/', { body })),
    enabled: body.photos.length > 0,
    placeholderData: (before) => before,
  })
}

/** A found sketch fitted truly; asked for only when ``wanted``. */
export function useFitFound(
  found: Found,
  photos: number[],
  format: FormatRequest,
  school: School,
  wanted: boolean,
) {
  const { sketch, basic, turn, mirrored } = found
  const body = { photos, ...format, school, sketch, basic, turn, mirrored }
  return useQuery({
    queryKey: ['finder', 'fit', body],
    queryFn: () => take(api.POST('/api/finder/fit/', { body })),
    enabled: wanted,
    staleTime: Infinity,
  })
}

/** Photos of pages laid on photo paper. */
export function usePrintPlan(query: PrintAsked) {
  return useQuery({
    queryKey: ['prints', query],
    queryFn: ({ signal }) => take(api.GET('/api/prints/', { signal, params: { query } })),
    placeholderData: (before) => before,
  })
}

/** The printer that is not there. */
export function usePrinter() {
  return useMutation({ mutationFn: (body: PrinterAsked) => take(api.POST('/api/printer/', { body })) })
}

/** Removes several photos at once; they come back together. */
export function useRemovePhotos() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: async (ids: number[]) => {
      for (const id of ids) await take(api.DELETE('/api/photos/{id}/', { params: { path: { id } } }))
    },
    onSuccess: (_, [id, ...also]) => {
      if (id !== undefined && also.length > 0) lastRemoved.tell({ kind: 'photo', id, name: '', also })
      else if (id !== undefined) wasRemoved(cache, 'photo', id, keys.photos)
    },
    onSettled: () => askAgain(cache, keys.photos, keys.deleted, ['page']),
  })
}

/** Says of several photos that they belong together, or that they do not any more. */
export function useGroupPhotos() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: async ({ ids, group }: { ids: number[]; group: string }) => {
      for (const id of ids)
        await take(api.PATCH('/api/photos/{id}/', { params: { path: { id } }, body: { group } }))
    },
    onSettled: () => askAgain(cache, keys.photos),
  })
}

/** Keeps a copy of a photo, turned or made lighter; the photo stays as it is. */
export function useCopyPhoto() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: ({ id, ...body }: { id: number; turn: 0 | 90 | 180 | 270; light: number }) =>
      take(api.POST('/api/photos/{id}/copies/', { params: { path: { id } }, body })),
    onSuccess: () => askAgain(cache, keys.photos),
  })
}
