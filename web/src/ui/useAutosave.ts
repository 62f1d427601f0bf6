import { useEffect, useState, useSyncExternalStore } from 'react'
import { Autosaver, type Saving } from './autosave'

/** An autosaver for as long as a page is open; it warns before leaving with unsaved work. */
export function useAutosave<Doc, Saved>(newest: { doc: Doc; version: number }, saving: Saving<Doc, Saved>) {
  const [saver] = useState(() => {
    return new Autosaver(newest.doc, newest.version, saving)
  })
  const state = useSyncExternalStore(saver.subscribe, saver.snapshot)
  useEffect(() => saver.adopt(newest.doc, newest.version), [saver, newest.doc, newest.version])
  useEffect(() => {
    const leaving = (event: BeforeUnloadEvent) => {
      if (saver.pending) event.preventDefault()
    }
    const back = () => saver.retry()
    window.addEventListener('beforeunload', leaving)
    window.addEventListener('online', back)
    return () => {
      window.removeEventListener('beforeunload', leaving)
      window.removeEventListener('online', back)
    }
  }, [saver])
  return { saver, ...state }
}
