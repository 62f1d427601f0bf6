import { t } from '@lingui/core/macro'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import { api, ask, type ClassIn } from '../api/client'
import { changed } from '../api/queries'

/** A class of a project as it begins: eight seats, one sample, and papers still to be chosen. */
export const emptyClass = (project: { id: number; name: string }): ClassIn => ({
  version: 0,
  name: t`${project.name} class`.slice(0, 120),
  project: project.id,
  place: '',
  seats: 8,
  samples: 1,
  spares: 0,
  style: 'fewest-sheets',
  sheets_at_once: 1,
  trimmer: '',
  mix_sizes: false,
  papers_together: false,
  empty_last: false,
  squaring: '0',
  safety: '0',
  most_piles: 0,
  variant: '',
  keep_offcut: ['1 in', '3 in'],
  extras: [],
  other_fees: [],
  at_table: [],
  colourways: [{ name: t`As chosen`, share: 1, ready: 0, variant: '', papers: {} }],
})

/** The same class again: its project, papers, fees and way of cutting, on a day that is still to be chosen. */
export const taughtAgain = (kitClass: ClassIn): ClassIn => ({
  ...kitClass,
  version: 0,
  date: null,
  // What was ready for this class is used.
  colourways: (kitClass.colourways ?? []).map((colourway) => ({ ...colourway, ready: 0 })),
})

/** Adds the same class for another day and opens it where the day is chosen. */
export function useTaughtAgain() {
  const queries = useQueryClient()
  const go = useNavigate()
  return useMutation({
    mutationFn: (kitClass: ClassIn) => ask(api.POST('/api/classes', { body: taughtAgain(kitClass) })),
    onSuccess: async (made) => {
      await changed(queries, 'class')
      await go(`/classes/${made.id}/kit`)
    },
  })
}

/** A class of a project as it begins, in the one paper that there is where there is just one. */
async function firstClass(project: { id: number; name: string }): Promise<ClassIn> {
  const body = emptyClass(project)
  const papers = await ask(api.GET('/api/papers'))
  const [only] = papers
  if (!only || papers.length > 1) return body
  const params = { path: { project_id: project.id }, query: { version: '' } }
  const { roles } = await ask(api.GET('/api/projects/{project_id}', { params }))
  const chosen = Object.fromEntries(roles.map((role) => [role, only.id]))
  return { ...body, colourways: (body.colourways ?? []).map((way) => ({ ...way, papers: chosen })) }
}

/** Adds a class of a project and opens it where its papers are chosen. */
export function useNewClass() {
  const queries = useQueryClient()
  const go = useNavigate()
  return useMutation({
    mutationFn: async (project: { id: number; name: string }) =>
      ask(api.POST('/api/classes', { body: await firstClass(project) })),
    onSuccess: async (made) => {
      await changed(queries, 'class')
      await go(`/classes/${made.id}/papers`)
    },
  })
}
