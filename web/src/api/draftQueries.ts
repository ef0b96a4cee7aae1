/** What lies on the drawing table. */
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useMemo } from 'react'
import { askAgain } from './askAgain'
import { api, take, type Asked, type Draft } from './client'
import { keys } from './queries'
import { lastRemoved } from './removed'

/** A draft's states, as they are kept. */
export interface States {
  states: Draft[]
  undone: Draft[]
}

/** A stroke over the drawing, as a box in its unit, and what it goes round. */
export interface Stroke {
  role: 'photo' | 'paper'
  left: string
  top: string
  width: string
  height: string
}

const plain = ({ states, undone }: States) => ({ states: states.map(bare), undone: undone.map(bare) })
const bare = ({ data, guessed }: Draft) => ({ data, guessed })

export function useOnTable() {
  const queryFn = ({ signal }: Asked) => take(api.GET('/api/drafts/table/', { signal }))
  return useQuery({ queryKey: keys.onTable, queryFn })
}

export function draftOnTable(id: number) {
  return take(api.GET('/api/drafts/table/{id}/', { params: { path: { id } } }))
}

/** Lays, changes and takes off what is on the table; what is thrown away can be brought back. */
export function useTableWrites() {
  const cache = useQueryClient()
  return useMemo(() => {
    const anew = () => askAgain(cache, keys.onTable)
    return {
      lay: async (draft: States & { picture: string | null; remarks: string[] }) => {
        const { picture, remarks } = draft
        const { id } = await take(
          api.POST('/api/drafts/table/', { body: { ...plain(draft), picture, remarks } }),
        )
        void anew()
        return id
      },
      change: async (id: number, draft: States, keepalive: boolean) => {
        const params = { path: { id } }
        await take(api.PUT('/api/drafts/table/{id}/', { params, body: plain(draft), keepalive }))
        void anew()
      },
      trace: async (id: number, draft: Draft, stroke: Stroke) => {
        const body = { ...bare(draft), ...stroke }
        return await take(api.POST('/api/drafts/table/{id}/trace/', { params: { path: { id } }, body }))
      },
      takeOff: async (id: number, name: string, kept: boolean) => {
        await take(api.DELETE('/api/drafts/table/{id}/', { params: { path: { id }, query: { kept } } }))
        if (!kept) lastRemoved.tell({ kind: 'draft', id, name })
        void anew()
        void askAgain(cache, keys.deleted)
      },
    }
  }, [cache])
}
