import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { api, ask, type Schemas } from '../../api/client'

export type Task = Schemas['StudioTaskOut']

/** A task as far as it is known here. */
export interface Running {
  task: Task | undefined
  underway: boolean
  error: Error | null
  end: () => void
}

const ASKED_EVERY = 700 // ms

/**
 * A task of the workers: started, looked at until it is finished, ended where nobody waits any more. Where
 * `start` gives null it was done without one.
 */
export function useTask<V = void>(start: (given: V) => Promise<Task | null>, done?: (task: Task) => void) {
  const queries = useQueryClient()
  const [id, setId] = useState<number | null>(null)
  const begin = useMutation({
    mutationFn: start,
    onSuccess: (task) => {
      if (!task) return
      queries.setQueryData(['task', task.id], task)
      setId(task.id)
    },
  })
  const looked = useQuery({
    queryKey: ['task', id],
    queryFn: () => ask(api.GET('/api/tasks/{task_id}', { params: { path: { task_id: id ?? 0 } } })),
    enabled: id !== null,
    refetchInterval: ({ state }) => (state.data?.finished ? false : ASKED_EVERY),
    staleTime: ASKED_EVERY,
  })
  const task = id === null ? undefined : looked.data
  const told = useRef<number | null>(null)
  useEffect(() => {
    if (!task?.finished || told.current === task.id) return
    told.current = task.id
    done?.(task)
  })
  return {
    begin,
    task,
    underway: begin.isPending || (task !== undefined && !task.finished && !looked.error),
    error: begin.error ?? looked.error,
    end: () => {
      if (id === null) return
      setId(null)
      void api.DELETE('/api/tasks/{task_id}', { params: { path: { task_id: id } } })
    },
  }
}

/** Where the file is that a task has made. */
export const fileOf = (task: Task) => `/api/tasks/${task.id}/file`

/** Fetch the file that a task has made, as a link to it would. */
export function fetchFile(task: Task) {
  if (task.file) window.location.assign(fileOf(task))
}
