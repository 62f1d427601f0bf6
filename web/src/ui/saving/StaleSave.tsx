import { differences } from './differences'
import { StaleQuestion } from './SaveMark'
import type { Autosave } from './useAutosave'

interface Props<Doc, Saved> {
  autosave: Autosave<Doc, Saved>
  /** What is edited of what is saved. */
  draftOf: (saved: Saved) => Doc
  /** The one saved elsewhere goes on. */
  onTheirs?: (theirs: Saved) => void
}

/** Asks which of two versions goes on, where what is edited here was changed elsewhere. */
export function StaleSave<Doc extends { name: string }, Saved extends { version?: number }>(
  props: Props<Doc, Saved>,
) {
  const { saver, doc, status, problem } = props.autosave
  if (status !== 'stale' || !problem?.current) return null
  const theirs = problem.current as unknown as Saved
  const version = theirs.version ?? 0
  return (
    <StaleQuestion
      what={doc.name}
      message={problem.message}
      differences={differences({ ...doc }, { ...props.draftOf(theirs) })}
      keepMine={() => saver.keepMine(version)}
      takeTheirs={() => {
        saver.takeTheirs(props.draftOf(theirs), version)
        props.onTheirs?.(theirs)
      }}
    />
  )
}
