import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { api, ask, type Cutting, Refused } from '../api/client'
import { cancelCutting, keep } from '../api/queries'

const AGAIN_MS = 2500

/**
 * How many steps are done: at once on screen, then on the server; what another device did is taken over.
 * Each save says which number of steps it follows, so that a step of two devices counts once, and one that
 * is behind is told where the cutting is (`moved`) instead of taking steps back.
 */
export function useProgress(classId: number, cutting: Cutting) {
  const queries = useQueryClient()
  const [mine, setMine] = useState<number | null>(null)
  const [kept, setKept] = useState(true)
  const [moved, setMoved] = useState(false)
  const unsent = useRef<number | null>(null)
  const follows = useRef(cutting.done)
  const sending = useRef(false)
  const again = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  useEffect(() => () => clearTimeout(again.current), [])
  useEffect(() => {
    // What is sent and not answered yet follows what it was based on.
    if (unsent.current === null) follows.current = cutting.done
  }, [cutting.done])

  const take = (now: Cutting) => {
    follows.current = now.done
    keep.cutting(queries, classId, now)
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
          body: { done, follows: follows.current },
        }),
      )
      setKept(true)
      take(now)
      if (unsent.current === done) {
        unsent.current = null
        setMine(null)
      }
    } catch (error) {
      if (error instanceof Refused && error.problem.code === 'stale' && error.problem.current) {
        unsent.current = null
        setMine(null)
        setKept(true)
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

  return {
    done: mine ?? cutting.done,
    kept,
    moved,
    say: (done: number) => {
      unsent.current = done
      setMine(done)
      setMoved(false)
      void send()
    },
  }
}
