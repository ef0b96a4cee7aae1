/** Server data as hooks. What was changed answers with the whole page, which goes straight into the cache. */
import { askAgain } from './askAgain'
import { useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query'
import {
  api,
  signedOut,
  take,
  type Asked,
  type Change,
  type NewPage,
  type Page,
  type Session,
  type Way,
} from './client'
import { wasRemoved, type Kind } from './removed'

export const keys = {
  session: ['session'] as const,
  sketches: ['sketches'] as const,
  photos: ['photos'] as const,
  pages: ['pages'] as const,
  formats: ['formats'] as const,
  deleted: ['deleted'] as const,
  onTable: ['on-table'] as const,
  page: (id: number) => ['page', id] as const,
  fit: (id: number, terms: string, way: Way) => ['fit', id, terms, ...wayKey(way)] as const,
  ways: (id: number, terms: string, way: Way) =>
    ['ways', id, terms, way.turn ?? 0, way.mirrored ?? false, (way.plan ?? '') !== ''] as const,
  reasons: (id: number, terms: string, way: Way) => ['reasons', ...keys.fit(id, terms, way)] as const,
  ties: (id: number, terms: string, way: Way) => ['ties', ...keys.fit(id, terms, way)] as const,
  proposals: (id: number, terms: string, way: Way) => ['proposals', ...keys.fit(id, terms, way)] as const,
  papers: ['papers'] as const,
  palettes: ['palettes'] as const,
  companions: ['companions'] as const,
  trimmers: ['trimmers'] as const,
  tools: ['tools'] as const,
  alphabets: ['alphabets'] as const,
  scripts: ['scripts'] as const,
  embellishments: ['embellishments'] as const,
  look: (id: number) => ['look', id] as const,
  record: (id: number) => ['record', id] as const,
  logbook: ['logbook'] as const,
  albums: ['albums'] as const,
  goals: ['goals'] as const,
  usingUp: ['using-up'] as const,
  boxes: ['boxes'] as const,
  sticking: (id: number) => ['sticking', id] as const,
  tablePictures: (id: number) => ['table-pictures', id] as const,
  steps: (id: number, version: number) => ['steps', id, version] as const,
  snapshots: (id: number) => ['snapshots', id] as const,
  table: (id: number, version: number) => ['cutting', id, version] as const,
  run: (id: number) => ['cut-run', id] as const,
  waysOut: (id: number, terms: string, way: Way) => ['ways-out', id, terms, ...wayKey(way)] as const,
}

function wayKey(way: Way) {
  return [way.school, way.variant ?? '', way.turn ?? 0, way.mirrored ?? false, way.plan ?? ''] as const
}

/** Who is signed in. One who is signed out meanwhile keeps the page, and signs in over it. */
export function useSession() {
  const cache = useQueryClient()
  return useQuery({
    queryKey: keys.session,
    queryFn: async ({ signal }) => {
      const session = await take(api.GET('/api/session/', { signal }))
      const before = cache.getQueryData<Session>(keys.session)
      if (!before?.user || session.user !== null) return session
      signedOut.tell(true)
      return before
    },
    staleTime: 60_000,
  })
}

/** Milliseconds in which the shelf is not asked for a second time by its own parts. */
const SHELF_FRESH = 2_000

export function useSketches() {
  const queryFn = async ({ signal }: Asked) =>
    (await take(api.GET('/api/sketches/', { signal, params: { query: { limit: 200 } } }))).results
  return useQuery({ queryKey: keys.sketches, queryFn, staleTime: SHELF_FRESH })
}

export function usePages() {
  const queryFn = async ({ signal }: Asked) =>
    (await take(api.GET('/api/pages/', { signal, params: { query: { limit: 200 } } }))).results
  return useQuery({ queryKey: keys.pages, queryFn, staleTime: SHELF_FRESH })
}

export function useFormats() {
  const queryFn = ({ signal }: Asked) => take(api.GET('/api/formats/', { signal }))
  return useQuery({ queryKey: keys.formats, queryFn, staleTime: Infinity })
}

export function useDeleted() {
  return useQuery({
    queryKey: keys.deleted,
    queryFn: ({ signal }) => take(api.GET('/api/deleted/', { signal })),
    staleTime: SHELF_FRESH,
  })
}

export function usePage(id: number) {
  const queryFn = ({ signal }: Asked) =>
    take(api.GET('/api/pages/{id}/', { signal, params: { path: { id } } }))
  return useQuery({ queryKey: keys.page(id), queryFn })
}

export const sameWay = (a: Way, b: Way) =>
  a.school === b.school &&
  (a.variant ?? '') === (b.variant ?? '') &&
  (a.turn ?? 0) === (b.turn ?? 0) &&
  (a.mirrored ?? false) === (b.mirrored ?? false) &&
  (a.plan ?? '') === (b.plan ?? '')

/** The ways to fit a page, the nearest to the drawing first. */
export function useWays(page: Page, wanted: boolean) {
  return useQuery({
    enabled: wanted,
    queryKey: keys.ways(page.id, page.terms, page.way),
    queryFn: ({ signal }) =>
      take(api.GET('/api/pages/{id}/ways/', { signal, params: { path: { id: page.id } } })),
    staleTime: Infinity,
  })
}

/** What the chosen way lost, with the reasons; they take a few solves more, so they come later. */
export function useReasons(page: Page, wanted: boolean) {
  const query = { ...page.way, reasons: true }
  const queryFn = ({ signal }: Asked) =>
    take(api.GET('/api/pages/{id}/fit/', { signal, params: { path: { id: page.id }, query } }))
  return useQuery({
    queryKey: keys.reasons(page.id, page.terms, page.way),
    queryFn,
    enabled: wanted,
    staleTime: Infinity,
  })
}

/** What the pieces are tied to. */
export function useTies(page: Page, wanted: boolean) {
  const queryFn = ({ signal }: Asked) =>
    take(api.GET('/api/pages/{id}/ties/', { signal, params: { path: { id: page.id } } }))
  return useQuery({
    enabled: wanted,
    queryKey: keys.ties(page.id, page.terms, page.way),
    queryFn,
    staleTime: Infinity,
  })
}

export function useProposals(page: Page, wanted: boolean) {
  const queryFn = ({ signal }: Asked) =>
    take(api.GET('/api/pages/{id}/proposals/', { signal, params: { path: { id: page.id } } }))
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
  const queryFn = ({ signal }: Asked) => take(api.GET('/api/pages/{id}/companions/', { signal, params }))
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
      void askAgain(cache, keys.pages)
    },
  })
}

export function useWaysOut(page: Page, wanted: boolean) {
  const queryFn = ({ signal }: Asked) =>
    take(api.GET('/api/pages/{id}/ways-out/', { signal, params: { path: { id: page.id } } }))
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

/** Works out to the end what was shown before it was proven; no step of its own. */
export function useFinishFit(id: number) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (version: number) =>
      take(api.POST('/api/pages/{id}/finish/', { params: { path: { id } }, body: { version } })),
    // Nothing was said of what is here, so all of it comes.
    onSuccess: (answer) => {
      const page = answer as Page
      cache.setQueryData<Page>(keys.page(id), (now) => (now && now.version > page.version ? now : page))
    },
  })
}

export function useMakePage() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (wanted: NewPage) => take(api.POST('/api/pages/', { body: wanted })),
    onSuccess: (page) => {
      cache.setQueryData(keys.page(page.id), page)
      void askAgain(cache, keys.pages)
    },
  })
}

/** Where each kind is listed; what is brought back is asked for anew there. */
const listOf: Record<Kind, readonly string[]> = {
  page: keys.pages,
  sketch: keys.sketches,
  photo: keys.photos,
  paper: keys.papers,
  embellishment: keys.embellishments,
  letters: keys.alphabets,
  hand: keys.scripts,
  trimmer: keys.trimmers,
  punch: keys.tools,
  state: ['snapshots'],
  'paper-picture': keys.papers,
  draft: keys.onTable,
  palette: keys.palettes,
  companion: keys.companions,
  'table-picture': ['table-pictures'],
  album: keys.albums,
  goal: keys.goals,
  box: keys.boxes,
}

export function useDelete() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: ({ kind, id }: { kind: 'page' | 'sketch' | 'photo'; id: number }) => {
      const params = { path: { id } }
      if (kind === 'page') return take(api.DELETE('/api/pages/{id}/', { params }))
      if (kind === 'sketch') return take(api.DELETE('/api/sketches/{id}/', { params }))
      return take(api.DELETE('/api/photos/{id}/', { params }))
    },
    onSuccess: (_, { kind, id }) => {
      wasRemoved(cache, kind, id, listOf[kind])
      void askAgain(cache, listOf[kind], keys.deleted)
      if (kind === 'photo') void askAgain(cache, ['page'])
    },
  })
}

export function useBringBack() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: ({ kind, id }: { kind: Kind; id: number }) =>
      take(api.POST('/api/deleted/', { body: { kind, id } })),
    onSuccess: (left, { kind }) => {
      cache.setQueryData(keys.deleted, left)
      void askAgain(cache, listOf[kind])
      if (kind === 'photo') void askAgain(cache, ['page'])
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
      const before = cache.getQueryData<Session>(keys.session)
      if (before?.user !== session.user) forgetAll(cache)
      cache.setQueryData(keys.session, session)
      if (!signedOut.snapshot()) return
      signedOut.tell(false)
      void cache.invalidateQueries({ predicate: (query) => query.state.status === 'error' })
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

/** What she measures in and her usual page, once she was asked. */
export function useUsual() {
  return useSession().data?.usual ?? null
}

/** The unit that everything is told in which belongs to no page. */
export function useUnit(): 'in' | 'mm' {
  return useUsual()?.unit ?? 'in'
}

export function useSettleUsual() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Partial<NonNullable<Session['usual']>>) =>
      take(api.PUT('/api/session/usual/', { body })),
    onSuccess: (session) => {
      const before = cache.getQueryData<Session>(keys.session)?.usual?.unit
      cache.setQueryData(keys.session, session)
      // Sizes are told in another unit from now on.
      if (before !== session.usual?.unit)
        void cache.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== keys.session[0] })
    },
  })
}

export function useCopyPage() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (id: number) => take(api.POST('/api/pages/{id}/copies/', { params: { path: { id } } })),
    onSuccess: () => askAgain(cache, keys.pages),
  })
}

export function useRenamePage() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: ({ id, ...body }: { id: number; version: number; name: string }) =>
      take(api.PATCH('/api/pages/{id}/', { params: { path: { id } }, body })),
    onSuccess: (page) => {
      cache.setQueryData(keys.page(page.id), page)
      void askAgain(cache, keys.pages)
    },
  })
}
