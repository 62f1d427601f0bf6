import { createContext, useContext } from 'react'
import type { Fault, Paper, Project, ProjectIn } from '../api/client'
import type { SaveStatus } from '../ui/saving/autosave'
import type { Units } from '../ui/text/length'
import type { Changes } from './actions'

/** What every tab of a project is given. */
export interface ProjectContext {
  /** The project as it is on the server, with what the checks found. */
  project: Project
  /** The project as it is on this screen. */
  doc: ProjectIn
  units: Units
  status: SaveStatus
  faults: Fault[]
  /** The paper that the soonest class has chosen for a role. */
  paperOf: (role: string) => Paper | undefined
  change: (doc: ProjectIn, mark?: string) => void
  fix: (changes: Changes) => void
}

const Context = createContext<ProjectContext | null>(null)

export const ProjectProvider = Context.Provider

/** The project that is open. */
export function useProject(): ProjectContext {
  const found = useContext(Context)
  if (!found) throw new Error('no project is open here')
  return found
}
