import { useEffect, useState, useSyncExternalStore } from 'react'
import { useMay } from '../frame/May'
import { useShortcuts } from '../frame/useShortcuts'
import { Autosaver, type SaveState, type Saving } from './autosave'

/** Savers whose last save is not through yet, by what they save: a page opened again goes on with its own. */
const open = new Map<string, Autosaver<never, never>>()

/** What is edited and how its saving goes. */
export interface Autosave<Doc, Saved> extends SaveState<Doc> {
  saver: Autosaver<Doc, Saved>
}

/**
 * An autosaver for as long as a page is open; it warns before leaving with unsaved work. `key` names what
 * is saved, so that a page that is left and opened again within a save does not conflict with itself.
 */
export function useAutosave<Doc, Saved>(
  key: string,
  newest: { doc: Doc; version: number },
  saving: Saving<Doc, Saved>,
): Autosave<Doc, Saved> {
  const [saver] = useState(() => {
    const left = open.get(key) as Autosaver<Doc, Saved> | undefined
    return left?.pending ? left : new Autosaver(newest.doc, newest.version, saving)
  })
  const state = useSyncExternalStore(saver.subscribe, saver.snapshot)
  const allowed = useMay()
  useEffect(() => saver.use(saving))
  useEffect(() => saver.allow(allowed), [saver, allowed])
  useEffect(() => saver.adopt(newest.doc, newest.version), [saver, newest.doc, newest.version])
  useEffect(() => {
    const leaving = (event: BeforeUnloadEvent) => {
      if (saver.pending) event.preventDefault()
    }
    const back = () => saver.retry()
    open.set(key, saver as unknown as Autosaver<never, never>)
    window.addEventListener('beforeunload', leaving)
    window.addEventListener('online', back)
    return () => {
      window.removeEventListener('beforeunload', leaving)
      window.removeEventListener('online', back)
      saver.leave()
    }
  }, [saver, key])
  return { saver, ...state }
}

/** The keys that undo and redo on a page. */
export function useUndoKeys({ saver }: { saver: Pick<Autosaver<never, never>, 'undo' | 'redo'> }): void {
  useShortcuts({
    'mod+z': () => saver.undo(),
    'mod+shift+z': () => saver.redo(),
    'mod+y': () => saver.redo(),
  })
}
