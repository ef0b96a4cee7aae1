/** Keeps a draft on the server while it is drawn, one write at a time: the latest state is what counts. */
import type { useTableWrites } from '../api/draftQueries'
import type { OnTable } from './useDraft'

/** Milliseconds of rest before a change goes to the server, and before what failed is tried again. */
const REST = 400
const AGAIN = 4000

export class Keeper {
  private latest: OnTable | null = null
  private timer = 0
  private running: Promise<void> | null = null
  private off = false

  constructor(
    private id: number | null,
    private writes: ReturnType<typeof useTableWrites>,
    private onId: (id: number) => void,
  ) {}

  /** The table as it is now. */
  lay(table: OnTable) {
    this.latest = table
    this.after(REST)
  }

  /** At once, before the window or the screen is left. */
  flush(keepalive: boolean) {
    clearTimeout(this.timer)
    void this.write(keepalive)
  }

  /** Off the table: thrown away, to be brought back with Undo, or for good since it was kept as a sketch. */
  async takeOff(name: string, kept: boolean) {
    clearTimeout(this.timer)
    if (!kept) await this.write(false)
    this.off = true
    this.latest = null
    await this.running
    if (this.id !== null) await this.writes.takeOff(this.id, name, kept)
  }

  private after(rest: number) {
    clearTimeout(this.timer)
    this.timer = window.setTimeout(() => void this.write(false), rest)
  }

  private async write(keepalive: boolean) {
    await this.running
    const table = this.latest
    if (!table || this.off) return
    this.latest = null
    this.running = this.send(table, keepalive).catch(() => {
      // Not there yet: it goes with the next change, or by itself a little later.
      this.latest ??= table
      if (!this.off) this.after(AGAIN)
    })
    await this.running
    this.running = null
  }

  private async send(table: OnTable, keepalive: boolean) {
    if (this.id === null) {
      this.id = await this.writes.lay(table)
      this.onId(this.id)
    } else await this.writes.change(this.id, table, keepalive)
  }
}
