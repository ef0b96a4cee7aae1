/**
 * Cuts ticked off at the table that the server does not have yet: they stand here, and on this device, until it has
 * them, so that cutting goes on without an answer and outlives a reload. No React.
 */
import { api, Refused, take, type CutRun } from '../api/client'

/** How many steps of a sheet are done, and how many the server knew of before that. */
interface Tick {
  from: number
  done: number
}

export interface TicksState {
  /** By sheet. */
  pending: Readonly<Record<string, Tick>>
  now: 'at rest' | 'writing' | 'no answer' | 'signed out'
  error: Error | null
}

/** Where the run is held for the screen. */
export interface Runs {
  get: () => CutRun | undefined
  put: (run: CutRun) => void
}

const NOT_NOW = new Set([0, 502, 503, 504, 507])
/** Milliseconds until it is tried again where there was no answer. */
const AGAIN = 3000

export const stepsDone = (run: CutRun, sheet: string) =>
  run.done.find((one) => one.sheet === sheet)?.steps ?? 0

export class Ticks {
  state: TicksState
  private watchers = new Set<() => void>()
  private timer = 0
  private going = false

  constructor(
    private page: number,
    private key: string,
    private runs: Runs,
  ) {
    this.state = { pending: kept(key), now: 'at rest', error: null }
  }

  watch = (watcher: () => void) => {
    this.watchers.add(watcher)
    return () => this.watchers.delete(watcher)
  }

  snapshot = () => this.state

  /** So many steps of a sheet are done. */
  tick(sheet: string, done: number) {
    const run = this.runs.get()
    if (!run) return
    const from = this.state.pending[sheet]?.from ?? stepsDone(run, sheet)
    this.keep({ ...this.state.pending, [sheet]: { from, done } })
    this.tell({ error: null })
    this.again()
  }

  /** Try now: a hand touched the table, the network is back, somebody signed in. */
  again = () => {
    if (Object.keys(this.state.pending).length === 0 || this.going) return
    clearTimeout(this.timer)
    void this.go()
  }

  settle = () => this.tell({ error: null })

  private async go() {
    this.going = true
    try {
      for (let next = this.first(); next; next = this.first()) {
        if (this.state.now === 'at rest') this.tell({ now: 'writing' })
        await this.write(...next)
      }
      this.tell({ now: 'at rest' })
    } catch (error) {
      const isSignedOut = error instanceof Refused && error.isSignedOut
      this.tell({ now: isSignedOut ? 'signed out' : 'no answer' })
      if (!isSignedOut) this.timer = window.setTimeout(this.again, AGAIN)
    } finally {
      this.going = false
    }
  }

  private first() {
    return Object.entries(this.state.pending)[0]
  }

  /** Write one; throws where it can be tried again later. */
  private async write(sheet: string, tick: Tick) {
    const params = { path: { id: this.page } }
    const run = this.runs.get() ?? (await this.fetched())
    try {
      const body = { version: run.version, sheet, done: tick.done }
      this.runs.put(await take(api.PATCH('/api/pages/{id}/cutting/run/', { params, body })))
    } catch (error) {
      if (!(error instanceof Refused) || NOT_NOW.has(error.status) || error.isSignedOut) throw error
      // Another hand went on meanwhile. Where it did not touch this sheet, this one's cuts count as well.
      const now = await this.fetched()
      const isHere = now.table.papers.some((paper) => paper.sheets.some((one) => one.id === sheet))
      if (error.code === 'moved-on' && isHere && stepsDone(now, sheet) === tick.from) return
      this.tell({ error })
    }
    const { [sheet]: latest, ...rest } = this.state.pending
    // Ticked on while this was on its way: that goes next.
    if (latest && latest.done !== tick.done && !this.state.error)
      this.keep({ ...rest, [sheet]: { from: tick.done, done: latest.done } })
    else this.keep(rest)
  }

  private async fetched(): Promise<CutRun> {
    const run = await take(api.POST('/api/pages/{id}/cutting/run/', { params: { path: { id: this.page } } }))
    this.runs.put(run)
    return run
  }

  private keep(pending: TicksState['pending']) {
    this.tell({ pending })
    try {
      if (Object.keys(pending).length > 0) localStorage.setItem(this.key, JSON.stringify(pending))
      else localStorage.removeItem(this.key)
    } catch {
      // A browser that keeps nothing still writes: only a reload then loses what was on its way.
    }
  }

  private tell(changed: Partial<TicksState>) {
    this.state = { ...this.state, ...changed }
    for (const watcher of this.watchers) watcher()
  }
}

function kept(key: string): TicksState['pending'] {
  try {
    return JSON.parse(localStorage.getItem(key) ?? '{}') as TicksState['pending']
  } catch {
    return {}
  }
}
