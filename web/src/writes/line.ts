/**
 * The line of writes to one page: what was done waits here, in order, until the server has it.
 *
 * It is kept in the browser's own database, so that it outlives a reload; each write has a key,
 * so that sent again after an answer got lost it is made once. No React.
 */
import { createStore, del, entries, set } from 'idb-keyval'
import { api, take, Refused, type Change, type ChangedPage, type Page, type Stale } from '../api/client'

export type Deed = { kind: 'change'; change: Change } | { kind: 'undo' } | { kind: 'redo' }
export type Waiting = Deed & { key: string }

export interface LineState {
  waiting: Waiting[]
  /** How the first of them fares. */
  now: 'at rest' | 'writing' | 'no answer' | 'signed out' | 'stale'
  /** The latest write that could not be, and why; the page is as it was. */
  refused: { error: Error; change: Change | null } | null
  stale: Stale | null
  /** What the server said when it could not write just now; null where it said nothing. */
  why: string | null
}

/** Where pages are held for the screens. */
export interface Pages {
  get: (id: number) => Page | undefined
  put: (page: Page) => void
}

const AT_REST: LineState = { waiting: [], now: 'at rest', refused: null, stale: null, why: null }
/** No answer at all, a server between two starts, a full disk: what cannot be written now may be soon. */
const NOT_NOW = new Set([0, 502, 503, 504, 507])
/** Pauses between tries where there was no answer, in milliseconds; the last one from then on. */
const PAUSES = [500, 1000, 2000, 4000, 8000]
const store = createStore('ink-quilt', 'lines')

export class Line {
  state: LineState = AT_REST
  private watchers = new Set<() => void>()
  private settled = new Map<string, () => void>()
  private timer = 0
  private tries = 0
  private going = false

  constructor(
    readonly user: string,
    readonly page: number,
    private pages: Pages,
    waiting: Waiting[] = [],
  ) {
    this.state = { ...AT_REST, waiting }
  }

  watch = (watcher: () => void) => {
    this.watchers.add(watcher)
    return () => this.watchers.delete(watcher)
  }

  snapshot = () => this.state

  /** Put a deed in line; the promise ends when it is written or cannot be. */
  add(deed: Deed): Promise<void> {
    const waiting = { ...deed, key: crypto.randomUUID() }
    const done = new Promise<void>((resolve) => this.settled.set(waiting.key, resolve))
    this.tell({ waiting: [...this.state.waiting, waiting], refused: null })
    void this.keep()
    void this.go()
    return done
  }

  /** Try again now: a hand touched the page, the network is back, somebody signed in. */
  again = () => {
    if (this.state.waiting.length === 0 || this.state.now === 'stale') return
    clearTimeout(this.timer)
    void this.go()
  }

  /** Forget what went wrong. */
  settle() {
    this.tell({ refused: null })
  }

  /** The page was changed elsewhere: do this one on top of it, or leave it. */
  decide(page: Page, onTop: boolean) {
    this.pages.put(page)
    this.tell({ stale: null, now: 'at rest' })
    if (!onTop) this.drop()
    void this.go()
  }

  private async go() {
    if (this.going) return
    this.going = true
    clearTimeout(this.timer)
    try {
      while (this.state.waiting.length > 0 && this.state.now !== 'stale') {
        this.tell({ now: this.state.now === 'no answer' ? 'no answer' : 'writing' })
        if (!(await this.write(this.state.waiting[0]!))) return
      }
      if (this.state.now !== 'stale') this.tell({ now: 'at rest' })
    } finally {
      this.going = false
    }
  }

  /** Write one; tells whether the next can be. */
  private async write(one: Waiting): Promise<boolean> {
    try {
      const page = this.pages.get(this.page) ?? (await this.fetched())
      const answer = await this.sent(one, page)
      this.tries = 0
      if (answer) this.pages.put(answer)
      this.tell({ now: 'writing' })
      this.drop()
      return true
    } catch (error) {
      return this.failed(one, error instanceof Error ? error : new Error('That could not be written.'))
    }
  }

  private async fetched(): Promise<Page> {
    const page = await take(api.GET('/api/pages/{id}/', { params: { path: { id: this.page } } }))
    this.pages.put(page)
    return page
  }

  private sent(one: Waiting, page: Page): Promise<Page | null> {
    const params = { path: { id: this.page } }
    const { version, parts: have } = page
    const { key } = one
    const merged = (changed: ChangedPage): Page => ({ ...page, ...changed })
    switch (one.kind) {
      case 'change':
        return take(
          api.POST('/api/pages/{id}/changes/', { params, body: { version, key, have, change: one.change } }),
        ).then(merged)
      case 'undo':
        if (page.undo === null) return Promise.resolve(null)
        return take(api.POST('/api/pages/{id}/undo/', { params, body: { version, key, have } })).then(merged)
      case 'redo':
        if (page.redo === null) return Promise.resolve(null)
        return take(api.POST('/api/pages/{id}/redo/', { params, body: { version, key, have } })).then(merged)
    }
  }

  private failed(one: Waiting, error: Error): boolean {
    if (error instanceof Refused && error.isSignedOut) {
      this.tell({ now: 'signed out' })
      return false
    }
    if (!(error instanceof Refused) || NOT_NOW.has(error.status)) {
      const why = error instanceof Refused && error.status !== 0 ? error.message : null
      this.tell({ now: 'no answer', why })
      const pause = PAUSES[Math.min(this.tries, PAUSES.length - 1)]
      this.tries += 1
      this.timer = window.setTimeout(() => void this.go(), pause)
      return false
    }
    if (error.code === 'stale') {
      this.tell({ now: 'stale', stale: error.body as Stale })
      return false
    }
    this.tell({ now: 'writing', refused: { error, change: one.kind === 'change' ? one.change : null } })
    this.drop()
    return true
  }

  private drop() {
    const [first, ...rest] = this.state.waiting
    this.tell({ waiting: rest })
    void this.keep()
    if (first) {
      this.settled.get(first.key)?.()
      this.settled.delete(first.key)
    }
  }

  private keep(): Promise<void> {
    const key = `${this.user}/${this.page}`
    const { waiting } = this.state
    // A browser that keeps nothing still writes: only a reload then loses what was on its way.
    return (waiting.length > 0 ? set(key, waiting, store) : del(key, store)).catch(() => undefined)
  }

  private tell(changed: Partial<LineState>) {
    this.state = { ...this.state, ...changed }
    for (const watcher of this.watchers) watcher()
  }
}

/** What an earlier visit of this person left unwritten, by page. */
export async function leftUnwritten(user: string): Promise<Map<number, Waiting[]>> {
  const found = await entries<string, Waiting[]>(store).catch(() => [])
  const mine = found.filter(([key]) => key.startsWith(`${user}/`))
  return new Map(mine.map(([key, waiting]) => [Number(key.slice(user.length + 1)), waiting]))
}
