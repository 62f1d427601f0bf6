import { useMutation, useQueryClient } from '@tanstack/react-query'
import { api, ask, Refused, type Schemas } from '../api/client'
import { changed, keys } from '../api/queries'
import { useClass } from '../classes/context'

export type Log = Schemas['LogOut']
export type LogThing = Schemas['LogThingOut']
export type StepTaken = Schemas['StepTakenOut']

/** Writing in the log of the class: the answer is the whole log, and what follows from it is fetched again. */
export function useLog() {
  const queries = useQueryClient()
  const { saved } = useClass()
  const path = { params: { path: { class_id: saved.id } } }
  const write = useMutation({
    mutationFn: (answer: Promise<Log>) => answer,
    onSuccess: async (log) => {
      queries.setQueryData(keys.log(saved.id), log)
      await queries.invalidateQueries({ queryKey: keys.ticks(saved.id, 'tasks') })
      // A class that is over moves stock with it, and teaches.
      if (saved.finished) await changed(queries, 'stock')
      for (const key of [['learned'], ['taught'], ['ready']])
        await queries.invalidateQueries({ queryKey: key })
    },
    // Somebody else wrote there: their value is shown, and what was typed is said again on top of it.
    onError: async (error) => {
      if (error instanceof Refused && error.status === 409)
        await queries.invalidateQueries({ queryKey: keys.log(saved.id) })
    },
  })
  return {
    /** What went wrong on the way; what could not be read is said beside its field. */
    error: write.error instanceof Refused ? null : write.error,
    used: (body: Schemas['UsedIn']) =>
      write.mutateAsync(ask(api.PUT('/api/classes/{class_id}/log/used', { ...path, body }))),
    took: (body: Schemas['TookIn']) =>
      write.mutateAsync(ask(api.PUT('/api/classes/{class_id}/log/took', { ...path, body }))),
    left: (body: Schemas['KitsLeftIn']) =>
      write.mutateAsync(ask(api.PUT('/api/classes/{class_id}/log/left', { ...path, body }))),
  }
}
