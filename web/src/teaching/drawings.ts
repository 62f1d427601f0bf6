/** Where the folded drawings of a list are, free of React. */
import type { Project } from '../api/client'

/** The address of the folded drawing of a piece (from 0); null for one that lies flat or folds in no known way. */
export function foldedDrawing(project: Project, n: number, version: string): string | null {
  const folded = project.folded[n]
  if (!folded?.finished || !folded.kind || folded.kind === 'flat') return null
  const query = version ? '?' + new URLSearchParams({ version }).toString() : ''
  return `/api/projects/${project.id}/pieces/${n}/folded.svg${query}`
}
