/** The stash of paper, the plan of a page's cuts, cutting at the table, and the trimmers. */
import { askAgain } from './askAgain'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import {
  api,
  AS_IT_IS,
  take,
  type LightAsked,
  type Asked,
  uploadPaperPicture,
  type CutRun,
  type DescribePaper,
  type FoundScrap,
  type Page,
  type ShapingToolAsked,
  type TrimmerAsked,
} from './client'
import { keys } from './queries'
import { lastRemoved, wasRemoved } from './removed'

/** How long a better plan is looked for after the first one is shown. */
const SECONDS = 1.2

/** Papers of the stash; with words, those that have all of them. */
export function usePapers(words = '') {
  const query = { limit: 200, ...(words ? { words } : {}) }
  const queryFn = async ({ signal }: Asked) =>
    (await take(api.GET('/api/stash/papers/', { signal, params: { query } }))).results
  return useQuery({ queryKey: [...keys.papers, words], queryFn, placeholderData: (before) => before })
}

/** What can be done with the stash; everything that shows papers is fetched anew. */
export function useStash() {
  const cache = useQueryClient()
  const onSuccess = () => {
    void askAgain(cache, keys.papers, ['cutting'], keys.deleted)
  }
  const enter = useMutation({
    mutationFn: ({ line, unit }: { line: string; unit: 'in' | 'mm' }) =>
      take(api.POST('/api/stash/papers/', { body: { line, unit } })),
    onSuccess,
  })
  const describe = useMutation({
    mutationFn: ({ id, facts }: { id: number; facts: DescribePaper }) =>
      take(api.PATCH('/api/stash/papers/{id}/', { params: { path: { id } }, body: facts })),
    onSuccess,
  })
  const remove = useMutation({
    mutationFn: (id: number) => take(api.DELETE('/api/stash/papers/{id}/', { params: { path: { id } } })),
    onSuccess: (_, id) => {
      wasRemoved(cache, 'paper', id, keys.papers)
      return onSuccess()
    },
  })
  const add = useMutation({
    mutationFn: ({ id, ...body }: { id: number; kind: 'sheet' | 'scrap'; width: string; height: string }) =>
      take(
        api.POST('/api/stash/papers/{id}/stock/', { params: { path: { id } }, body: { ...body, count: 1 } }),
      ),
    onSuccess,
  })
  const count = useMutation({
    mutationFn: ({ id, stock, count: body }: { id: number; stock: number; count: number }) =>
      take(
        api.PATCH('/api/stash/papers/{id}/stock/{stock}/', {
          params: { path: { id, stock } },
          body: { count: body },
        }),
      ),
    onSuccess,
  })
  const keepScrap = useMutation({
    mutationFn: ({ id, scrap }: { id: number; scrap: FoundScrap }) => {
      const { across, down, outline, picture } = scrap
      const body = { across, down, outline, picture }
      return take(api.POST('/api/stash/papers/{id}/scraps/', { params: { path: { id } }, body }))
    },
    onSuccess,
  })
  return { enter, describe, remove, add, count, keepScrap }
}

/** Photos of a paper's sides. */
export function usePaperPictures(id: number) {
  const cache = useQueryClient()
  const onSuccess = () => void askAgain(cache, keys.papers)
  const add = useMutation({
    mutationFn: ({ side, file, wide }: { side: 'A' | 'B'; file: File; wide: string }) =>
      uploadPaperPicture(id, side, file, wide),
    onSuccess,
  })
  const drop = useMutation({
    mutationFn: ({ side }: { side: 'A' | 'B'; picture: number; name: string }) =>
      take(api.DELETE('/api/stash/papers/{id}/pictures/{side}/', { params: { path: { id, side } } })),
    onSuccess: (_, { picture, name }) => {
      lastRemoved.tell({ kind: 'paper-picture', id: picture, name })
      void askAgain(cache, keys.deleted)
      onSuccess()
    },
  })
  const read = useMutation({
    mutationFn: ({ side, ...asked }: { side: 'A' | 'B' } & Partial<LightAsked>) =>
      take(
        api.POST('/api/stash/papers/{id}/pictures/{side}/read/', {
          params: { path: { id, side } },
          body: { ...AS_IT_IS, ...asked },
        }),
      ),
    onSuccess,
  })
  return { add, drop, read }
}

/** The plan of a page's cuts: a first one at once, a better one while it is looked at. */
export function useCutTable(page: Page) {
  const path = { id: page.id }
  const ask = (seconds: number) => () =>
    take(api.GET('/api/pages/{id}/cutting/', { params: { path, query: { seconds } } }))
  const key = keys.table(page.id, page.version)
  const first = useQuery({ queryKey: [...key, 'first'], queryFn: ask(0), placeholderData: (old) => old })
  const best = useQuery({
    queryKey: [...key, 'best'],
    queryFn: ask(SECONDS),
    enabled: first.isSuccess && !first.isPlaceholderData,
  })
  return { table: best.data ?? first.data, error: first.error, improving: best.isPending }
}

/** What would save a sheet or find a place for more pieces; asked once the plan is the best that was found. */
export function useCutAdvice(page: Page, enabled: boolean) {
  return useQuery({
    queryKey: [...keys.table(page.id, page.version), 'advice'],
    queryFn: ({ signal }) =>
      take(api.GET('/api/pages/{id}/cutting/advice/', { signal, params: { path: { id: page.id } } })),
    enabled,
  })
}

/** A page on the cutting table. */
export function useCutRun(id: number) {
  const queryFn = () => take(api.POST('/api/pages/{id}/cutting/run/', { params: { path: { id } } }))
  return useQuery({ queryKey: keys.run(id), queryFn, staleTime: Infinity, retry: false })
}

export interface Spoiled {
  sheet: string
  part: string
  left: { width: string; height: string }[]
}

/** What is done at the table; every answer is the whole run. */
export function useCutRunWrites(id: number) {
  const cache = useQueryClient()
  const params = { path: { id } }
  const onSuccess = (run: CutRun) => {
    cache.setQueryData(keys.run(id), run)
  }
  const settled = (run: CutRun) => {
    onSuccess(run)
    void askAgain(cache, keys.papers, ['cutting', id])
  }
  /** Whatever was refused, what the server has is what counts: another hand may have gone on. */
  const onError = () => void askAgain(cache, keys.run(id))
  const takeStock = useMutation({
    mutationFn: (body: { version: number; keep_above: string; spoiled?: Spoiled }) =>
      take(api.POST('/api/pages/{id}/cutting/run/stock/', { params, body })),
    onSuccess: settled,
    onError,
  })
  const undo = useMutation({
    mutationFn: (version: number) =>
      take(api.POST('/api/pages/{id}/cutting/run/undo/', { params, body: { version } })),
    onSuccess: settled,
    onError,
  })
  const putAway = useMutation({
    mutationFn: () => take(api.DELETE('/api/pages/{id}/cutting/run/', { params })),
    onSuccess: () => cache.resetQueries({ queryKey: keys.run(id) }),
  })
  return { takeStock, undo, putAway }
}

export interface MachineAsked {
  width: string
  height: string
  /** Numbers with commas; nothing for those that are no plain rectangles. */
  pieces: string
  /** Each shape once more so much further out; nothing for none. */
  outline: string
  /** The titles as letters of this font; nothing for none. */
  letters: '' | 'Literata' | 'Figtree'
  letter_height: string
  mat: number
  kind: 'svg' | 'dxf'
}

/** What a cutting machine that is not there does with the file of a mat. */
export function useMachineRun(page: Page, asked: MachineAsked, wanted: boolean) {
  const params = { path: { id: page.id }, query: asked }
  return useQuery({
    queryKey: ['machine', page.id, page.version, asked],
    queryFn: ({ signal }) => take(api.GET('/api/pages/{id}/cutting/machine/', { signal, params })),
    enabled: wanted,
    retry: false,
  })
}

/** Punches and dies. */
export function useShapingTools() {
  return useQuery({ queryKey: keys.tools, queryFn: ({ signal }) => take(api.GET('/api/tools/', { signal })) })
}

export function useShapingToolWrites() {
  const cache = useQueryClient()
  const onSuccess = () => askAgain(cache, keys.tools)
  const add = useMutation({
    mutationFn: (tool: ShapingToolAsked) => take(api.POST('/api/tools/', { body: tool })),
    onSuccess,
  })
  const remove = useMutation({
    mutationFn: (id: number) => take(api.DELETE('/api/tools/{id}/', { params: { path: { id } } })),
    onSuccess: (_, id) => {
      wasRemoved(cache, 'punch', id, keys.tools)
      return onSuccess()
    },
  })
  return { add, remove }
}

export function useTrimmers() {
  return useQuery({
    queryKey: keys.trimmers,
    queryFn: ({ signal }) => take(api.GET('/api/trimmers/', { signal })),
  })
}

export function useTrimmerWrites() {
  const cache = useQueryClient()
  const onSuccess = () => {
    void askAgain(cache, keys.trimmers, ['cutting'])
  }
  const keep = useMutation({
    mutationFn: ({ id, trimmer }: { id: number | null; trimmer: TrimmerAsked }) =>
      id === null
        ? take(api.POST('/api/trimmers/', { body: trimmer }))
        : take(api.PUT('/api/trimmers/{id}/', { params: { path: { id } }, body: trimmer })),
    onSuccess,
  })
  const remove = useMutation({
    mutationFn: (id: number) => take(api.DELETE('/api/trimmers/{id}/', { params: { path: { id } } })),
    onSuccess: (_, id) => {
      wasRemoved(cache, 'trimmer', id, keys.trimmers)
      return onSuccess()
    },
  })
  return { keep, remove }
}
