/** Saving by itself: one save at a time, the newest version last, nothing lost on the way. */
import { Refused, Unreachable, type Problem } from '../../api/client'

export type SaveStatus = 'saved' | 'waiting' | 'saving' | 'offline' | 'stale' | 'faulty' | 'failed'

export interface SaveState<Doc> {
  doc: Doc
  status: SaveStatus
  problem: Problem | null
  canUndo: boolean
  canRedo: boolean
}

export interface Saving<Doc, Saved> {
  /** Send the document as based on `version`. */
  send: (doc: Doc, version: number) => Promise<Saved>
  versionOf: (saved: Saved) => number
  /** What was saved came back. */
  onSaved: (saved: Saved) => void
  delay?: number
  retryAfter?: number
}

const COALESCE_MS = 900

/** A version to go back to; `across` where another device's version lies between it and what is there now. */
interface Kept<Doc> {
  doc: Doc
  across?: Problem
}

const unitsOf = (doc: unknown) => (doc as { units?: unknown } | null)?.units

export class Autosaver<Doc, Saved> {
  private state: SaveState<Doc>
  private listeners = new Set<() => void>()
  private timer: ReturnType<typeof setTimeout> | undefined
  private flying = false
  private allowed = true
  private unsent = false
  private past: Kept<Doc>[] = []
  private future: Doc[] = []
  private lastMark = { mark: '', at: 0 }

  constructor(
    doc: Doc,
    private version: number,
    private saving: Saving<Doc, Saved>,
  ) {
    this.state = { doc, status: 'saved', problem: null, canUndo: false, canRedo: false }
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly snapshot = (): SaveState<Doc> => this.state

  /** Whether whoever looks may change it; what they may not is not even changed on the screen. */
  allow(allowed: boolean): void {
    this.allowed = allowed
  }

  /** Save this way from now on: the page was drawn again, or opened again before the last save was through. */
  use(saving: Saving<Doc, Saved>): void {
    this.saving = saving
  }

  /** Change the document. Changes of one `mark` in a row are undone together. */
  change(doc: Doc, mark = '', delay = this.saving.delay ?? 450): void {
    if (!this.allowed) return
    const now = Date.now()
    const goesOn = mark !== '' && mark === this.lastMark.mark && now - this.lastMark.at < COALESCE_MS
    if (!goesOn) this.past = [...this.past.slice(-99), { doc: this.state.doc }]
    this.lastMark = { mark, at: now }
    this.future = []
    this.show(doc, delay)
  }

  undo(): void {
    const before = this.past.pop()
    if (before === undefined) return
    this.lastMark = { mark: '', at: 0 }
    if (before.across) {
      // Another device's version would be overwritten: that is the person's to say, not undo's.
      this.future = []
      this.unsent = true
      clearTimeout(this.timer)
      this.set({ doc: before.doc, status: 'stale', problem: before.across })
      return
    }
    this.future.push(this.state.doc)
    this.show(before.doc, 0)
  }

  redo(): void {
    const after = this.future.pop()
    if (after === undefined) return
    this.past.push({ doc: this.state.doc })
    this.show(after, 0)
  }

  /** A stale save: save mine over what is there now. */
  keepMine(theirVersion: number): void {
    this.version = Math.max(this.version, theirVersion)
    this.set({ status: 'waiting', problem: null })
    void this.flush()
  }

  /** A stale save: take what is there now; mine can still be undone to, and is then asked about again. */
  takeTheirs(doc: Doc, theirVersion: number): void {
    this.version = Math.max(this.version, theirVersion)
    this.past = [...this.past, { doc: this.state.doc, across: this.state.problem ?? undefined }]
    this.future = []
    this.unsent = false
    clearTimeout(this.timer)
    this.set({ doc, status: 'saved', problem: null })
  }

  /**
   * Take a newer version that came in by itself, or the same in another unit, where nothing here waits to
   * be saved. What was done here before it cannot be undone any more: that would undo the other's work.
   */
  adopt(doc: Doc, version: number): void {
    if (version < this.version || this.pending || this.state.status !== 'saved') return
    if (version === this.version && unitsOf(doc) === unitsOf(this.state.doc)) return
    this.version = version
    this.past = []
    this.future = []
    this.set({ doc })
  }

  /** Send again what could not be sent. */
  retry(): void {
    if (this.unsent && this.state.status !== 'stale') void this.flush()
  }

  /** Whether something is not on the server yet. */
  get pending(): boolean {
    return this.unsent || this.flying
  }

  /** Send at once what waits: the page is being left. */
  leave(): void {
    if (this.unsent && (this.state.status === 'waiting' || this.state.status === 'saving')) void this.flush()
  }

  private show(doc: Doc, delay: number): void {
    this.unsent = true
    const stale = this.state.status === 'stale'
    this.set({ doc, ...(stale ? {} : { status: this.flying ? 'saving' : 'waiting' }) })
    if (stale) return
    clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.flush(), delay)
  }

  private async flush(): Promise<void> {
    clearTimeout(this.timer)
    if (this.flying) return
    this.flying = true
    this.unsent = false
    this.set({ status: 'saving' })
    try {
      const saved = await this.saving.send(this.state.doc, this.version)
      this.version = this.saving.versionOf(saved)
      this.flying = false
      this.set({ status: this.unsent ? 'waiting' : 'saved', problem: null })
      this.told(saved)
      if (this.unsent) void this.flush()
    } catch (error) {
      this.flying = false
      const changedMeanwhile = this.unsent
      this.unsent = true
      this.failed(error, changedMeanwhile)
    }
  }

  /** Say that it is saved. A fault in who is told is a fault there: the save itself went through. */
  private told(saved: Saved): void {
    try {
      this.saving.onSaved(saved)
    } catch (error) {
      reportError(error)
    }
  }

  private failed(error: unknown, changedMeanwhile: boolean): void {
    if (error instanceof Unreachable || (error instanceof Refused && error.status === 401)) {
      this.set({ status: 'offline', problem: null })
      this.again()
    } else if (error instanceof Refused && error.problem.code === 'stale') {
      this.set({ status: 'stale', problem: error.problem })
    } else if (error instanceof Refused && error.problem.code === 'faulty') {
      this.set({ status: 'faulty', problem: error.problem })
      if (changedMeanwhile) void this.flush()
    } else {
      // Nothing that was typed is to blame, so it is tried again as it is.
      this.set({ status: 'failed', problem: error instanceof Refused ? error.problem : null })
      if (error instanceof Refused && error.status < 500) return
      this.again()
    }
  }

  private again(): void {
    clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.flush(), this.saving.retryAfter ?? 3000)
  }

  private set(change: Partial<SaveState<Doc>>): void {
    this.state = {
      ...this.state,
      ...change,
      canUndo: this.past.length > 0,
      canRedo: this.future.length > 0,
    }
    this.listeners.forEach((tell) => tell())
  }
}
