/** What is being typed, kept at once: on this device with every letter, on the server a moment later. */
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useRef, useState, type FormEvent } from 'react'
import { api, Refused, take } from '../api/client'
import { useSession } from '../api/queries'

/** Milliseconds of rest before what was typed goes to the server. */
const REST = 400

/** What was typed in this window: it is later than any answer still on its way. */
const typed = new Map<string, string>()

const hereKey = (user: string, place: string) => `ink-quilt-unfinished/${user}/${place}`

function putHere(key: string, text: string) {
  try {
    localStorage.setItem(key, text)
  } catch {
    // A browser that keeps nothing: the server has it a moment later.
  }
}

function there(place: string, text: string, keepalive = false) {
  return take(api.PUT('/api/unfinished/{place}/', { params: { path: { place } }, body: { text }, keepalive }))
}

/** The text that stands in a place, and how to change it. */
export function useUnfinishedText(place: string) {
  const cache = useQueryClient()
  const user = useSession().data?.user ?? ''
  const key = hereKey(user, place)
  const queryKey = ['unfinished', user, place]
  const kept = useQuery({
    queryKey,
    queryFn: async ({ signal }) => {
      // What is here was typed later than what is there: it is taken away once it is there too.
      const here = localStorage.getItem(key)
      if (here !== null) {
        void there(place, here).then(() => localStorage.getItem(key) === here && localStorage.removeItem(key))
        return here
      }
      const params = { path: { place } }
      const told = (await take(api.GET('/api/unfinished/{place}/', { signal, params }))).text
      return typed.get(key) ?? told
    },
    staleTime: Infinity,
    retry: 3,
  })
  // A field is drawn with what was just typed, before anything else is told of it.
  const [now, setNow] = useState<string | null>(null)
  const waiting = useRef<{ timer: number; text: string } | null>(null)
  const flush = useCallback(
    (keepalive = false) => {
      const now = waiting.current
      if (!now) return
      clearTimeout(now.timer)
      waiting.current = null
      void there(place, now.text, keepalive).then(
        () => localStorage.getItem(key) === now.text && localStorage.removeItem(key),
        () => undefined, // it stays here, and goes there at the next visit
      )
    },
    [place, key],
  )
  const set = useCallback(
    (text: string) => {
      cache.setQueryData(['unfinished', user, place], text)
      setNow(text)
      typed.set(key, text)
      putHere(key, text)
      if (waiting.current) clearTimeout(waiting.current.timer)
      waiting.current = { text, timer: window.setTimeout(() => flush(), REST) }
    },
    [cache, user, place, key, flush],
  )
  useEffect(() => {
    const leave = () => flush(true)
    window.addEventListener('pagehide', leave)
    return () => {
      window.removeEventListener('pagehide', leave)
      leave()
    }
  }, [flush])
  return { text: now ?? kept.data ?? null, isKnown: kept.isFetched, set }
}

/** A value that is kept while it is worked on; `empty` until something was kept. */
export function useUnfinished<Value>(place: string, empty: Value) {
  const { text, isKnown, set } = useUnfinishedText(place)
  const change = useCallback((value: Value) => set(JSON.stringify(value)), [set])
  const forget = useCallback(() => set(''), [set])
  return { value: read<Value>(text) ?? empty, isKnown, change, forget }
}

function read<Value>(text: string | null): Value | null {
  try {
    return text ? (JSON.parse(text) as Value) : null
  } catch {
    return null
  }
}

function putBack(form: HTMLFormElement, fields: [string, string][]) {
  const ticks: HTMLInputElement[] = []
  for (const [name, value] of fields) {
    const field = form.elements.namedItem(name)
    if (field instanceof HTMLInputElement && field.type === 'checkbox') ticks.push(field)
    else if (field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement) {
      if (field.value === field.defaultValue) field.value = value
    } else if (field instanceof HTMLSelectElement) field.value = value
  }
  // A touch tells whoever watches the tick; it is told of the whole form, so the other fields come first.
  for (const tick of ticks) if (!tick.checked) tick.click()
}

/** Marks the fields that the server named as wrong, and those alone; one that is typed in again is not marked. */
function markWrong(form: HTMLFormElement, error: Error | null) {
  const wrong = new Set(error instanceof Refused ? error.faults.map((fault) => fault.block) : [])
  for (const field of form.querySelectorAll<HTMLElement>('[name]')) {
    const isWrong = wrong.has(field.getAttribute('name'))
    field.classList.toggle('is-invalid', isWrong)
    if (isWrong) field.setAttribute('aria-invalid', 'true')
    else field.removeAttribute('aria-invalid')
  }
}

/**
 * Keeps what stands in the fields of a form by their names, and puts it back when the form is opened again; what the
 * server said of it last is marked on the fields it is about.
 */
export function useKeptForm(place: string, error: Error | null = null) {
  const { text, isKnown, set } = useUnfinishedText(place)
  const [form, setForm] = useState<HTMLFormElement | null>(null)
  const restored = useRef(false)
  useEffect(() => {
    if (!form || !isKnown || restored.current) return
    restored.current = true
    putBack(form, Object.entries(read<Record<string, string>>(text) ?? {}))
  }, [form, isKnown, text])
  useEffect(() => {
    if (form) markWrong(form, error)
  }, [form, error])
  const onInput = useCallback(
    (event: FormEvent<HTMLFormElement>) => {
      const field = event.target as HTMLElement
      field.classList.remove('is-invalid')
      field.removeAttribute('aria-invalid')
      const fields = [...new FormData(event.currentTarget)].filter(([, value]) => typeof value === 'string')
      const isEmpty = fields.every(([, value]) => value === '')
      set(isEmpty ? '' : JSON.stringify(Object.fromEntries(fields)))
    },
    [set],
  )
  const forget = useCallback(() => set(''), [set])
  return { hold: setForm, onInput, forget }
}
