import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useMemo, useSyncExternalStore } from 'react'
import { api, ask } from '../api/client'
import { rememberAnswer } from '../api/offline'
import { asked, type GuideName, keys } from '../api/queries'
import { type Seconds, TickQueue, type Ticks } from './tickQueue'

/**
 * What is ticked in a guide of a class: at once on screen, then on the server. Without a connection it is
 * kept in the browser and sent when there is one.
 */
export function useTicks(classId: number, guide: GuideName) {
  const queries = useQueryClient()
  const server = useQuery(asked.ticks(classId, guide))
  const queue = useMemo(
    () =>
      new TickQueue(
        ['neat-sheaf-ticks', classId, guide].join('-'),
        async (ticks, took) => {
          // A look from before these ticks must not come in after them.
          await queries.cancelQueries({ queryKey: keys.ticks(classId, guide) })
          const now = await ask(
            api.PUT('/api/classes/{class_id}/ticks/{guide}', {
              params: { path: { class_id: classId, guide } },
              body: {
                ticks: Object.entries(ticks).map(([key, count]) => ({
                  key,
                  count,
                  seconds: took[key] ?? null,
                })),
              },
            }),
          )
          queries.setQueryData(keys.ticks(classId, guide), now)
          rememberAnswer(`/api/classes/${classId}/ticks/${guide}`, now)
          // What is done is not laid into the evenings again.
          if (guide === 'tasks') await queries.invalidateQueries({ queryKey: ['prepare', classId] })
        },
        localStorage,
      ),
    [classId, guide, queries],
  )
  const unsent = useSyncExternalStore(queue.subscribe, queue.waiting)
  const ticks: Ticks = { ...server.data, ...unsent }
  return {
    ticks,
    say: (more: Ticks, took?: Seconds) => queue.say(more, took),
    kept: !Object.keys(unsent).length,
  }
}
