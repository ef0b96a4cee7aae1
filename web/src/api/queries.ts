/** Server data as hooks. What was changed answers with the whole page, which goes straight into the cache. */
import { useCallback, useRef } from 'react'
import { useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query'
import { api, take, Refused, type Change, type NewPage, type Page, type Stale, type Way } from './client'

export const keys = {
  session: ['session'] as const,
  sketches: ['sketches'] as const,
  photos: ['photos'] as const,
  pages: ['pages'] as const,
  formats: ['formats'] as const,
  deleted: ['deleted'] as const,
  page: (id: number) => ['page', id] as const,
  fit: (id: number, terms: string, way: Way) => ['fit', id, terms, ...wayKey(way)] as const,
  ways: (id: number, terms: string, way: Way) =>
    ['ways', id, terms, way.turn ?? 0, way.mirrored ?? false, (way.plan ?? '') !== ''] as const,
  reasons: (id: number, terms: string, way: Way) => ['reasons', ...keys.fit(id, terms, way)] as const,
  ties: (id: number, terms: string, way: Way) => ['ties', ...keys.fit(id, terms, way)] as const,
  proposals: (id: number, terms: string, way: Way) => ['proposals', ...keys.fit(id, terms, way)] as const,
  papers: ['papers'] as const,
  trimmers: ['trimmers'] as const,
  tools: ['tools'] as const,
  alphabets: ['alphabets'] as const,
  scripts: ['scripts'] as const,
  embellishments: ['embellishments'] as const,
  look: (id: number) => ['look', id] as const,
  steps: (id: number, version: number) => ['steps', id, version] as const,
  snapshots: (id: number) => ['snapshots', id] as const,
  table: (id: number, version: number) => ['cutting', id, version] as const,
  run: (id: number) => ['cut-run', id] as const,
  waysOut: (id: number, terms: string, way: Way) => ['ways-out', id, terms, ...wayKey(way)] as const,
}

function wayKey(way: Way) {
  return [way.school, way.variant ?? '', way.turn ?? 0, way.mirrored ?? false, way.plan ?? ''] as const
}

export function useSession() {
  return useQuery({
    queryKey: keys.session,
    queryFn: () => take(api.GET('/api/session/')),
    staleTime: 60_000,
  })
}

export function useSketches() {
  const queryFn = async () =>
    (await take(api.GET('/api/sketches/', { params: { query: { limit: 200 } } }))).results
  return useQuery({ queryKey: keys.sketches, queryFn })
}

export function usePages() {
  const queryFn = async () =>
    (await take(api.GET('/api/pages/', { params: { query: { limit: 200 } } }))).results
  return useQuery({ queryKey: keys.pages, queryFn })
}

export function useFormats() {
  const queryFn = () => take(api.GET('/api/formats/'))
  return useQuery({ queryKey: keys.formats, queryFn, staleTime: Infinity })
}

export function useDeleted() {
  return useQuery({ queryKey: keys.deleted, queryFn: () => take(api.GET('/api/deleted/')) })
}

export function usePage(id: number) {
  const queryFn = () => take(api.GET('/api/pages/{id}/', { params: { path: { id } } }))
  return useQuery({ queryKey: keys.page(id), queryFn })
}

export const sameWay = (a: Way, b: Way) =>
  a.school === b.school &&
  (a.variant ?? '') === (b.variant ?? '') &&
  (a.turn ?? 0) === (b.turn ?? 0) &&
  (a.mirrored ?? false) === (b.mirrored ?? false) &&
  (a.plan ?? '') === (b.plan ?? '')

/** The ways to fit a page, the nearest to the drawing first. */
export function useWays(page: Page) {
  return useQuery({
    queryKey: keys.ways(page.id, page.terms, page.way),
    queryFn: () => take(api.GET('/api/pages/{id}/ways/', { params: { path: { id: page.id } } })),
    staleTime: Infinity,
  })
}

/** What the chosen way lost, with the reasons; they take a few solves more, so they come later. */
export function useReasons(page: Page, wanted: boolean) {
  const query = { ...page.way, reasons: true }
  const queryFn = () => take(api.GET('/api/pages/{id}/fit/', { params: { path: { id: page.id }, query } }))
  return useQuery({
    queryKey: keys.reasons(page.id, page.terms, page.way),
    queryFn,
    enabled: wanted,
    staleTime: Infinity,
  })
}

/** What the pieces are tied to. */
export function useTies(page: Page) {
  const queryFn = () => take(api.GET('/api/pages/{id}/ties/', { params: { path: { id: page.id } } }))
  return useQuery({ queryKey: keys.ties(page.id, page.terms, page.way), queryFn, staleTime: Infinity })
}

export function useProposals(page: Page, wanted: boolean) {
  const queryFn = () => take(api.GET('/api/pages/{id}/proposals/', { params: { path: { id: page.id } } }))
  return useQuery({
    queryKey: keys.proposals(page.id, page.terms, page.way),
    queryFn,
    enabled: wanted,
    staleTime: Infinity,
  })
}

/** What a facing page is for: so many photos, sizes as typed, or these photos; nothing said, those that are left. */
export interface ForPhotos {
  photos?: number
  sizes?: string
  picked?: number[]
}

/** Proposals for a page to face this one. */
export function useCompanions(page: Page, photos: ForPhotos, wanted: boolean) {
  const params = { path: { id: page.id }, query: photos }
  const queryFn = () => take(api.GET('/api/pages/{id}/companions/', { params }))
  return useQuery({
    queryKey: ['companions', page.id, page.version, photos],
    queryFn,
    enabled: wanted,
    placeholderData: (before) => before,
  })
}

export function useMakeCompanion(id: number) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: ForPhotos & { key: string }) =>
      take(api.POST('/api/pages/{id}/companions/', { params: { path: { id } }, body })),
    onSuccess: (page) => {
      cache.setQueryData(keys.page(page.id), page)
      void cache.invalidateQueries({ queryKey: keys.pages })
    },
  })
}

export function useWaysOut(page: Page, wanted: boolean) {
  const queryFn = () => take(api.GET('/api/pages/{id}/ways-out/', { params: { path: { id: page.id } } }))
  return useQuery({ queryKey: keys.waysOut(page.id, page.terms, page.way), queryFn, enabled: wanted })
}

/** How near a piece can come to where a change that clashed wanted it; null where it cannot come nearer. */
export function useNearest(page: Page, change: Change | null) {
  const params = { path: { id: page.id } }
  const queryFn = async () => {
    if (!change) return null
    const body = { version: page.version, change }
    return (await take(api.POST('/api/pages/{id}/nearest/', { params, body }))).nearest
  }
  return useQuery({ queryKey: ['nearest', page.id, page.version, change], queryFn, enabled: change !== null })
}

/** What can be done to a page. `stale` holds both versions when a write came too late. */
export function usePageWrites(id: number) {
  const cache = useQueryClient()
  const params = { path: { id } }
  /** An answer that was overtaken by a later one tells nothing new. */
  const onSuccess = (page: Page) =>
    cache.setQueryData<Page>(keys.page(id), (now) => (now && now.version > page.version ? now : page))
  const options = { onSuccess }
  const change = useMutation({
    mutationFn: (write: { version: number; change: Change }) =>
      take(api.POST('/api/pages/{id}/changes/', { params, body: write })),
    ...options,
  })
  const undo = useMutation({
    mutationFn: (version: number) => take(api.POST('/api/pages/{id}/undo/', { params, body: { version } })),
    ...options,
  })
  const redo = useMutation({
    mutationFn: (version: number) => take(api.POST('/api/pages/{id}/redo/', { params, body: { version } })),
    ...options,
  })
  const finish = useMutation({
    mutationFn: (version: number) => take(api.POST('/api/pages/{id}/finish/', { params, body: { version } })),
    ...options,
  })
  const all = [change, undo, redo]
  const failed = all.map((mutation) => mutation.error).find((error) => error !== null) ?? null
  const stale = failed instanceof Refused && failed.code === 'stale' ? (failed.body as Stale) : null
  const { mutateAsync } = change
  const { mutateAsync: undoAsync } = undo
  const { mutateAsync: redoAsync } = redo
  /** One write after the other: each is based on the page the one before came back with. */
  const line = useRef<Promise<unknown>>(Promise.resolve())
  const inLine = useCallback(
    (write: (page: Page) => Promise<unknown> | undefined): Promise<unknown> => {
      const next = line.current
        .catch(() => undefined)
        .then(() => {
          const page = cache.getQueryData<Page>(keys.page(id))
          return page && write(page)
        })
      line.current = next
      return next.catch(() => undefined)
    },
    [cache, id],
  )
  const send = useCallback(
    (wanted: Change) => inLine((page) => mutateAsync({ version: page.version, change: wanted })),
    [inLine, mutateAsync],
  )
  const stepBack = useCallback(
    () => void inLine((page) => (page.undo === null ? undefined : undoAsync(page.version))),
    [inLine, undoAsync],
  )
  const stepForward = useCallback(
    () => void inLine((page) => (page.redo === null ? undefined : redoAsync(page.version))),
    [inLine, redoAsync],
  )
  return {
    change,
    send,
    finish,
    stepBack,
    stepForward,
    busy: all.some((mutation) => mutation.isPending),
    failed: stale ? null : failed,
    stale,
    /** Forgets what went wrong; with a page, takes that as the present one. */
    settle(page?: Page) {
      all.forEach((mutation) => mutation.reset())
      if (page) cache.setQueryData(keys.page(id), page)
    },
  }
}

export function useMakePage() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (wanted: NewPage) => take(api.POST('/api/pages/', { body: wanted })),
    onSuccess: (page) => {
      cache.setQueryData(keys.page(page.id), page)
      void cache.invalidateQueries({ queryKey: keys.pages })
    },
  })
}

type Kind = 'page' | 'sketch' | 'photo' | 'paper'
const listOf = { page: keys.pages, sketch: keys.sketches, photo: keys.photos, paper: keys.papers }

export function useDelete() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: ({ kind, id }: { kind: Kind; id: number }) => {
      const params = { path: { id } }
      if (kind === 'page') return take(api.DELETE('/api/pages/{id}/', { params }))
      if (kind === 'sketch') return take(api.DELETE('/api/sketches/{id}/', { params }))
      return take(api.DELETE('/api/photos/{id}/', { params }))
    },
    onSuccess: (_, { kind }) => {
      void cache.invalidateQueries({ queryKey: listOf[kind] })
      void cache.invalidateQueries({ queryKey: keys.deleted })
      if (kind === 'photo') void cache.invalidateQueries({ queryKey: ['page'] })
    },
  })
}

export function useBringBack() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (thing: { kind: Kind; id: number }) => take(api.POST('/api/deleted/', { body: thing })),
    onSuccess: (left, { kind }) => {
      cache.setQueryData(keys.deleted, left)
      void cache.invalidateQueries({ queryKey: listOf[kind] })
      if (kind === 'photo') void cache.invalidateQueries({ queryKey: ['page'] })
    },
  })
}

/** Nothing of one person's may show to the next; the session itself stays, for those who watch it. */
function forgetAll(cache: QueryClient) {
  cache.removeQueries({ predicate: (query) => query.queryKey[0] !== keys.session[0] })
}

export function useSignIn() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: ({ isNew, ...body }: { username: string; password: string; isNew: boolean }) =>
      isNew ? take(api.POST('/api/register/', { body })) : take(api.POST('/api/session/', { body })),
    onSuccess: (session) => {
      forgetAll(cache)
      cache.setQueryData(keys.session, session)
    },
  })
}

export function useOneUseLink() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (secret: string) => take(api.POST('/api/session/link/', { body: { secret } })),
    onSuccess: (session) => {
      forgetAll(cache)
      cache.setQueryData(keys.session, session)
    },
  })
}

export function useSignOut() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: () => take(api.DELETE('/api/session/')),
    onSuccess: (session) => {
      forgetAll(cache)
      cache.setQueryData(keys.session, session)
    },
  })
}
