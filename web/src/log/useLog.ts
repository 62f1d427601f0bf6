import { useMutation, useQueryClient } from '@tanstack/react-query'
import { api, ask, Refused, type Schemas } from '../api/client'
import { changed, keys } from '../api/queries'
import { useClass } from '../classes/context'

export type Log = Schemas['LogOut']
export type LogThing = Schemas['LogThingOut']
export type StepTaken = Schemas['StepTakenOut']
export type KitsOfWay = Schemas['KitsLeftOut']

/** What is changed of one thing: how much was used, or whether it ran out. */
export type Usage = { amount?: string | null; ran_out?: boolean }

export const sameThing = (one: LogThing, other: LogThing) =>
  one.paper === other.paper &&
  one.supply === other.supply &&
  one.width === other.width &&
  one.height === other.height

/**
 * Writing in the log of the class: the answer is the whole log, and what follows from it is fetched again.
 *
 * One is sent after the other, each on top of what the one before brought: a tick right behind a number would
 * otherwise be based on what was before that number.
 */
export function useLog() {
  const queries = useQueryClient()
  const { saved } = useClass()
  const path = { params: { path: { class_id: saved.id } } }
  const write = useMutation({
    scope: { id: `log ${saved.id}` },
    mutationFn: (send: (log: Log | undefined) => Promise<Log>) =>
      send(queries.getQueryData<Log>(keys.log(saved.id))),
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
    used: (thing: LogThing, more: Usage) =>
      write.mutateAsync((log) => {
        const now = log?.things.find((row) => sameThing(row, thing)) ?? thing
        const { paper, supply, width, height, version, ran_out } = now
        const body = { paper, supply, width, height, version, amount: now.used, ran_out, ...more }
        return ask(api.PUT('/api/classes/{class_id}/log/used', { ...path, body }))
      }),
    took: (step: StepTaken, seconds: number | null) =>
      write.mutateAsync((log) => {
        const rows = [...(log?.batches ?? []), ...(log?.table ?? [])]
        const { key, version } = rows.find((row) => row.key === step.key) ?? step
        return ask(api.PUT('/api/classes/{class_id}/log/took', { ...path, body: { key, version, seconds } }))
      }),
    left: (way: KitsOfWay, count: number | null) =>
      write.mutateAsync((log) => {
        const { colourway, version } = log?.kits.find((row) => row.colourway === way.colourway) ?? way
        const body = { colourway, version, count }
        return ask(api.PUT('/api/classes/{class_id}/log/left', { ...path, body }))
      }),
  }
}
