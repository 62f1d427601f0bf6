/** The names under which answers of the server are kept, and which of them a change makes old. */
import type { QueryClient } from '@tanstack/react-query'

export const keys = {
  session: ['session'],
  studio: ['studio'],
  bench: ['bench'],
  projects: ['projects'],
  /** A list as one of its sister versions has it; '' is the list itself. */
  project: (id: number | undefined, version = '') => ['project', id, version],
  classes: ['classes'],
  kitClass: (id: number) => ['class', id],
  cutting: (classId: number) => ['cutting', classId],
  /** Choices laid side by side for a class as it was saved. */
  styles: (classId: number, version: number | undefined) => ['styles', classId, version],
  sizes: (classId: number, version: number | undefined) => ['sizes', classId, version],
  seats: (classId: number, version: number | undefined) => ['seats', classId, version],
  papers: ['papers'],
  supplies: ['supplies'],
  packs: ['packs'],
} as const

const OF_CLASSES = ['class', 'cutting', 'styles', 'sizes', 'seats', 'bench']

const AFTER: Record<'project' | 'class' | 'paper' | 'supply' | 'pack', string[]> = {
  project: ['projects', 'project', 'classes', ...OF_CLASSES],
  class: ['classes', 'projects', 'project', 'cutting', 'styles', 'sizes', 'seats', 'bench'],
  paper: ['papers', 'project', ...OF_CLASSES],
  supply: ['supplies', 'project', ...OF_CLASSES],
  pack: ['packs', ...OF_CLASSES],
}

/** Something was changed: what is kept of all that follows from it is fetched again when it is looked at. */
export function changed(queries: QueryClient, what: keyof typeof AFTER): Promise<void> {
  const names = new Set(AFTER[what])
  return queries.invalidateQueries({ predicate: (query) => names.has(String(query.queryKey[0])) })
}

/**
 * An answer as it is kept: an answer that was asked for before a save, and comes after it, is older than
 * what is there and does not take its place.
 */
export function newest<T extends { version?: number }>(
  queries: QueryClient,
  key: readonly unknown[],
  found: T,
): T {
  const kept = queries.getQueryData<T>(key)
  return kept && (kept.version ?? 0) > (found.version ?? 0) ? kept : found
}
