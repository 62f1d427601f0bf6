import { createContext, useContext } from 'react'
import type { ClassIn, Fault, KitClass, Paper, Project, Supply } from '../api/client'

/** What every tab of a class is given. */
export interface ClassContext {
  /** The class as it is on the server, with its plan. */
  saved: KitClass
  /** The class as it is on this screen. */
  draft: ClassIn
  change: (draft: ClassIn, mark?: string, delay?: number) => void
  project: Project
  papers: Paper[]
  supplies: Supply[]
  faults: Fault[]
  paperOf: (id: string | number) => Paper | undefined
  supplyOf: (id: string) => Supply | undefined
}

const Context = createContext<ClassContext | null>(null)

export const ClassProvider = Context.Provider

/** The class that is open. */
export function useClass(): ClassContext {
  const found = useContext(Context)
  if (!found) throw new Error('no class is open here')
  return found
}
