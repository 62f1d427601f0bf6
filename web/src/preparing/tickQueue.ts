/** What is ticked and not on the server yet, free of React: kept in the browser, sent key by key, tried again. */
export type Ticks = Record<string, number>
/** How many seconds something took, by key. */
export type Seconds = Record<string, number>

interface Kept {
  getItem: (key: string) => string | null
  setItem: (key: string, value: string) => void
  removeItem: (key: string) => void
}

const AGAIN_MS = 2500

/** Ticks by key that outlive the page; each key is set by itself, so what is said twice counts once. */
export class TickQueue {
  private unsent: Ticks
  private took: Seconds
  private sending = false
  private again: ReturnType<typeof setTimeout> | undefined
  private listeners = new Set<() => void>()

  constructor(
    private readonly place: string,
    private readonly put: (ticks: Ticks, took: Seconds) => Promise<void>,
    private readonly kept: Kept,
  ) {
    const before = this.read()
    this.unsent = before.ticks
    this.took = before.took
  }

  /** What is not on the server yet; another object when it changed. */
  waiting = (): Ticks => this.unsent

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    void this.send()
    return () => {
      this.listeners.delete(listener)
      if (!this.listeners.size) clearTimeout(this.again)
    }
  }

  say(more: Ticks, took: Seconds = {}): void {
    this.took = { ...this.took, ...took }
    this.write({ ...this.unsent, ...more })
    void this.send()
  }

  async send(): Promise<void> {
    if (this.sending || !Object.keys(this.unsent).length) return
    this.sending = true
    clearTimeout(this.again)
    const said = this.unsent
    try {
      await this.put(said, this.took)
      // What was ticked again meanwhile is sent again.
      this.write(Object.fromEntries(Object.entries(this.unsent).filter(([key, n]) => said[key] !== n)))
    } catch {
      this.again = setTimeout(() => void this.send(), AGAIN_MS)
      return
    } finally {
      this.sending = false
    }
    await this.send()
  }

  private read(): { ticks: Ticks; took: Seconds } {
    try {
      const kept = JSON.parse(this.kept.getItem(this.place) ?? '{}') as { ticks?: Ticks; took?: Seconds }
      return { ticks: kept.ticks ?? {}, took: kept.took ?? {} }
    } catch {
      return { ticks: {}, took: {} }
    }
  }

  private write(ticks: Ticks): void {
    this.unsent = ticks
    this.took = Object.fromEntries(Object.entries(this.took).filter(([key]) => key in ticks))
    try {
      const all = JSON.stringify({ ticks, took: this.took })
      if (Object.keys(ticks).length) this.kept.setItem(this.place, all)
      else this.kept.removeItem(this.place)
    } catch {
      // A browser that keeps nothing: what is ticked is sent all the same.
    }
    for (const listener of this.listeners) listener()
  }
}
