import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { api, ask, type Cutting, Refused } from '../api/client'
import { cancelCutting, keep, keys } from '../api/queries'

const AGAIN_MS = 2500

/** Steps that are made and not on the server yet: how many are done, and what they follow. */
interface Unsent {
  done: number
  follows: number
  /** How long the last one took. */
  seconds: number | null
}

const placeOf = (classId: number) => `neat-sheaf-cutting-${classId}`

function readUnsent(classId: number): Unsent | null {
  try {
    return JSON.parse(localStorage.getItem(placeOf(classId)) ?? 'null') as Unsent | null
  } catch {
    return null
  }
}

function keepUnsent(classId: number, unsent: Unsent | null): void {
  try {
    if (unsent) localStorage.setItem(placeOf(classId), JSON.stringify(unsent))
    else localStorage.removeItem(placeOf(classId))
  } catch {
    // A browser that keeps nothing: the steps are sent all the same.
  }
}

/**
 * How many steps are done: at once on screen, then on the server; what another device did is taken over.
 * Each save says which number of steps it follows, so that a step of two devices counts once, and one that
 * is behind is told where the cutting is (`moved`) instead of taking steps back. Steps that are not sent yet
 * are kept in the browser, and sent when the page is opened again.
 */
export function useProgress(classId: number, cutting: Cutting) {
  const queries = useQueryClient()
  const [before] = useState(() => readUnsent(classId))
  const [mine, setMine] = useState<number | null>(before?.done ?? null)
  const [kept, setKept] = useState(!before)
  const [moved, setMoved] = useState(false)
  const unsent = useRef<number | null>(before?.done ?? null)
  const seconds = useRef<number | null>(before?.seconds ?? null)
  const follows = useRef(before?.follows ?? cutting.done)
  const sending = useRef(false)
  const again = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  useEffect(() => {
    // What is sent and not answered yet follows what it was based on.
    if (unsent.current === null) follows.current = cutting.done
  }, [cutting.done])

  const take = (now: Cutting) => {
    follows.current = now.done
    keep.cutting(queries, classId, now)
  }

  const sent = () => {
    unsent.current = null
    setMine(null)
    setKept(true)
    keepUnsent(classId, null)
  }

  const send = async () => {
    if (sending.current || unsent.current === null) return
    const done = unsent.current
    sending.current = true
    try {
      // A look from before this step must not come in after it.
      await cancelCutting(queries, classId)
      const now = await ask(
        api.PUT('/api/classes/{class_id}/cutting/done', {
          params: { path: { class_id: classId } },
          body: { done, follows: follows.current, seconds: seconds.current },
        }),
      )
      setKept(true)
      // A step answers its number; all else of the cutting is as it was.
      take({ ...(queries.getQueryData<Cutting>(keys.cutting(classId)) ?? cutting), done: now.done })
      if (unsent.current === done) sent()
    } catch (error) {
      if (error instanceof Refused && error.problem.code === 'stale' && error.problem.current) {
        sent()
        setMoved(true)
        take(error.problem.current as unknown as Cutting)
      } else {
        setKept(false)
        clearTimeout(again.current)
        again.current = setTimeout(() => void send(), AGAIN_MS)
      }
    } finally {
      sending.current = false
    }
    if (unsent.current !== null && unsent.current !== done) void send()
  }

  useEffect(() => {
    if (unsent.current !== null) void send()
    return () => clearTimeout(again.current)
    // Once, for what was not sent when the page was left.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [])

  return {
    done: mine ?? cutting.done,
    kept,
    moved,
    say: (done: number, took: number | null = null) => {
      unsent.current = done
      seconds.current = took
      keepUnsent(classId, { done, follows: follows.current, seconds: took })
      setMine(done)
      setMoved(false)
      void send()
    },
  }
}
