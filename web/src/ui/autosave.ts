/** Saving by itself: one save at a time, the newest version last, nothing lost on the way. */
import { Refused, Unreachable, type Problem } from '../api/client'

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

export class Autosaver<Doc, Saved> {
  private state: SaveState<Doc>
  private listeners = new Set<() => void>()
  private timer: ReturnType<typeof setTimeout> | undefined
  private flying = false
  private unsent = false
  private past: Doc[] = []
  private future: Doc[] = []
  private lastMark = { mark: '', at: 0 }

  constructor(
    doc: Doc,
    private version: number,
    private readonly saving: Saving<Doc, Saved>,
  ) {
    this.state = { doc, status: 'saved', problem: null, canUndo: false, canRedo: false }
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly snapshot = (): SaveState<Doc> => this.state

  /** Change the document. Changes of one `mark` in a row are undone together. */
  change(doc: Doc, mark = '', delay = this.saving.delay ?? 450): void {
    const now = Date.now()
    const goesOn = mark !== '' && mark === this.lastMark.mark && now - this.lastMark.at < COALESCE_MS
    if (!goesOn) this.past = [...this.past.slice(-99), this.state.doc]
    this.lastMark = { mark, at: now }
    this.future = []
    this.show(doc, delay)
  }

  undo(): void {
    const before = this.past.pop()
    if (before === undefined) return
    this.future.push(this.state.doc)
    this.lastMark = { mark: '', at: 0 }
    this.show(before, 0)
  }

  redo(): void {
    const after = this.future.pop()
    if (after === undefined) return
    this.past.push(this.state.doc)
    this.show(after, 0)
  }

  /** A stale save: save mine over what is there now. */
  keepMine(theirVersion: number): void {
    this.version = theirVersion
    this.set({ status: 'waiting', problem: null })
    void this.flush()
  }

  /** A stale save: take what is there now; mine can still be undone to. */
  takeTheirs(doc: Doc, theirVersion: number): void {
    this.version = theirVersion
    this.past = [...this.past, this.state.doc]
    this.unsent = false
    this.set({ doc, status: 'saved', problem: null })
  }

  /** Take a newer version that came in by itself, where nothing here waits to be saved. */
  adopt(doc: Doc, version: number): void {
    if (version <= this.version || this.pending || this.state.status !== 'saved') return
    this.version = version
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
      this.saving.onSaved(saved)
      if (this.unsent) void this.flush()
    } catch (error) {
      this.flying = false
      const changedMeanwhile = this.unsent
      this.unsent = true
      this.failed(error, changedMeanwhile)
    }
  }

  private failed(error: unknown, changedMeanwhile: boolean): void {
    if (error instanceof Unreachable || (error instanceof Refused && error.status === 401)) {
      this.set({ status: 'offline' })
      this.timer = setTimeout(() => void this.flush(), this.saving.retryAfter ?? 3000)
    } else if (error instanceof Refused && error.problem.code === 'stale') {
      this.set({ status: 'stale', problem: error.problem })
    } else if (error instanceof Refused) {
      this.set({ status: 'faulty', problem: error.problem })
      if (changedMeanwhile) void this.flush()
    } else {
      this.set({ status: 'failed' })
    }
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
