import { createContext, useContext } from 'react'
import type { KitClass, Paper, Project } from '../api/client'

/** What every part of the trimmer's screen is given. */
export interface TrimmerContext {
  kitClass: KitClass
  project: Project
  papers: Paper[]
}

const Context = createContext<TrimmerContext | null>(null)

export const TrimmerProvider = Context.Provider

/** The class that is being cut. */
export function useTrimmer(): TrimmerContext {
  const found = useContext(Context)
  if (!found) throw new Error('no class is being cut here')
  return found
}
