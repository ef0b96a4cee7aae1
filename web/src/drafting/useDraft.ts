import { useCallback, useEffect, useRef, useState } from 'react'
import type { Draft, FromFile, Redraw } from '../api/client'
import { useRedraw } from '../api/sketchQueries'

/** What lies on the drawing table: every state it was in, and the picture it was read from. */
export interface OnTable {
  states: Draft[]
  /** What was undone, the last one first. */
  undone: Draft[]
  picture: string | null
  remarks: string[]
}

const KEPT = 'ink-quilt-draft'

export const startedWith = (draft: Draft): OnTable => ({
  states: [draft],
  undone: [],
  picture: null,
  remarks: [],
})

export const startedFrom = (file: FromFile, draft: Draft): OnTable => ({
  states: [draft],
  undone: [],
  picture: file.picture,
  remarks: file.remarks.map((remark) => remark.message),
})

/** What was on the table before the window was loaded again. */
export function leftOnTable(): OnTable | null {
  try {
    const left = JSON.parse(sessionStorage.getItem(KEPT) ?? 'null') as OnTable | null
    return left && { ...left, undone: left.undone ?? [] }
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
      sessionStorage.setItem(KEPT, JSON.stringify({ ...table, states: table.states.slice(-12) }))
    } catch {
      // A picture too large to remember: the draft itself is worth more.
      sessionStorage.setItem(
        KEPT,
        JSON.stringify({ states: [draft], undone: [], picture: null, remarks: [] }),
      )
    }
  }, [table, draft, remember])
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
            setTable((now) => ({ ...now, states: [...now.states, next], undone: [] }))
          },
          () => undefined,
        ),
      )
      return queue.current
    },
    [mutateAsync],
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
    rename,
    undo,
    redo,
    canUndo: table.states.length > 1,
    canRedo: table.undone.length > 0,
    busy: redraw.isPending,
    failed: redraw.error,
    settle: redraw.reset,
  }
}
