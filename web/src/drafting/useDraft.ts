import { useCallback, useEffect, useRef, useState, type Dispatch, type SetStateAction } from 'react'
import type { Draft, FromFile, Redraw } from '../api/client'
import { useTableWrites, type Stroke } from '../api/draftQueries'
import { useRedraw } from '../api/sketchQueries'
import { Keeper } from './keeper'

/** What lies on the drawing table: every state it was in, and the picture it was read from. */
export interface OnTable {
  /** Its number on the server, once it is there. */
  id: number | null
  states: Draft[]
  /** What was undone, the last one first. */
  undone: Draft[]
  picture: string | null
  remarks: string[]
}

const KEPT = 'ink-quilt-draft'
/** So many states can be gone back. */
const MOST_STATES = 12

export const startedWith = (draft: Draft): OnTable => ({
  id: null,
  states: [draft],
  undone: [],
  picture: null,
  remarks: [],
})

export const startedFrom = (file: FromFile, draft: Draft): OnTable => ({
  id: null,
  states: [draft],
  undone: [],
  picture: file.picture,
  remarks: file.remarks.map((remark) => remark.message),
})

/** What was on the table before the window was loaded again. */
export function leftOnTable(): OnTable | null {
  try {
    const left = JSON.parse(sessionStorage.getItem(KEPT) ?? 'null') as OnTable | null
    return left && { ...left, undone: left.undone ?? [], id: left.id ?? null }
  } catch {
    return null
  }
}

export function clearTable() {
  sessionStorage.removeItem(KEPT)
}

const stepBack = (now: OnTable): OnTable =>
  now.states.length < 2
    ? now
    : { ...now, states: now.states.slice(0, -1), undone: [now.states[now.states.length - 1]!, ...now.undone] }

const stepForward = (now: OnTable): OnTable => {
  const [next, ...later] = now.undone
  return next ? { ...now, states: [...now.states, next], undone: later } : now
}

/** A draft under the pencil: each change goes to the server and comes back drawn; undo goes back state by state, redo forward. */
export function useDraft(start: OnTable, remember: boolean) {
  const [table, setTable] = useState(start)
  const redraw = useRedraw()
  const draft = table.states[table.states.length - 1]!
  useEffect(() => {
    if (!remember) return
    try {
      sessionStorage.setItem(KEPT, JSON.stringify(table))
    } catch {
      // A picture too large to remember: the draft itself is worth more.
      sessionStorage.setItem(KEPT, JSON.stringify({ ...table, states: [draft], undone: [], picture: null }))
    }
  }, [table, draft, remember])
  const keeper = useKeeper(table, remember, setTable)
  const { mutateAsync } = redraw
  // One change after the other, each made to what the one before it left: none may be lost to a slower answer.
  const latest = useRef(draft)
  const queue = useRef(Promise.resolve())
  useEffect(() => {
    latest.current = draft
  }, [draft])
  const send = useCallback(
    (change: Redraw) => {
      queue.current = queue.current.then(() =>
        mutateAsync({ draft: latest.current, change }).then(
          (next) => {
            latest.current = next
            setTable((now) => ({ ...now, states: [...now.states, next].slice(-MOST_STATES), undone: [] }))
          },
          () => undefined,
        ),
      )
      return queue.current
    },
    [mutateAsync],
  )
  const { trace } = useTableWrites()
  const [tracing, setTracing] = useState<{ busy: boolean; error: Error | null }>({ busy: false, error: null })
  const { id } = table
  const goOver = useCallback(
    (stroke: Stroke) => {
      if (id === null) return
      queue.current = queue.current.then(async () => {
        setTracing({ busy: true, error: null })
        try {
          const next = await trace(id, latest.current, stroke)
          latest.current = next
          setTable((now) => ({ ...now, states: [...now.states, next].slice(-MOST_STATES), undone: [] }))
          setTracing({ busy: false, error: null })
        } catch (error) {
          setTracing({ busy: false, error: error as Error })
        }
      })
    },
    [id, trace],
  )
  const rename = useCallback(
    (name: string) =>
      setTable((now) => {
        const last = now.states[now.states.length - 1]!
        return { ...now, states: [...now.states.slice(0, -1), { ...last, data: { ...last.data, name } }] }
      }),
    [],
  )
  const undo = useCallback(() => setTable(stepBack), [])
  const redo = useCallback(() => setTable(stepForward), [])
  return {
    draft,
    picture: table.picture,
    remarks: table.remarks,
    send,
    /** Goes over the picture with one stroke; not before the drawing lies on the table. */
    goOver: id === null || !table.picture ? null : goOver,
    rename,
    undo,
    redo,
    canUndo: table.states.length > 1,
    canRedo: table.undone.length > 0,
    busy: redraw.isPending || tracing.busy,
    failed: redraw.error ?? tracing.error,
    settle: () => {
      redraw.reset()
      setTracing({ busy: false, error: null })
    },
    takeOff: keeper,
  }
}

/** Keeps the table on the server; a kept sketch drawn on is laid there with its first change. */
function useKeeper(table: OnTable, isNew: boolean, setTable: Dispatch<SetStateAction<OnTable>>) {
  const writes = useTableWrites()
  const [keeper] = useState(() => new Keeper(table.id, writes, (id) => setTable((now) => ({ ...now, id }))))
  const { states, undone } = table
  const first = useRef(states)
  useEffect(() => {
    const isUntouched = states === first.current
    if (isUntouched && (!isNew || table.id !== null)) return
    keeper.lay({ ...table, states, undone })
    // Its number alone is no change.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [keeper, isNew, states, undone])
  useEffect(() => {
    const leave = () => keeper.flush(true)
    window.addEventListener('pagehide', leave)
    return () => {
      window.removeEventListener('pagehide', leave)
      keeper.flush(false)
    }
  }, [keeper])
  return useCallback((name: string, kept: boolean) => keeper.takeOff(name, kept), [keeper])
}
