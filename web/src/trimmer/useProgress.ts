import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { api, ask, type Cutting } from '../api/client'

const AGAIN_MS = 2500

/** How many steps are done: at once on screen, then on the server; what another device did is taken over. */
export function useProgress(classId: number, cutting: Cutting) {
  const queries = useQueryClient()
  const [mine, setMine] = useState<number | null>(null)
  const [kept, setKept] = useState(true)
  const wanted = useRef<number | null>(null)
  const sending = useRef(false)
  const again = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  useEffect(() => () => clearTimeout(again.current), [])

  const send = async () => {
    if (sending.current || wanted.current === null) return
    const done = wanted.current
    sending.current = true
    try {
      const now = await ask(
        api.PUT('/api/classes/{class_id}/cutting/done', {
          params: { path: { class_id: classId } },
          body: { done },
        }),
      )
      setKept(true)
      queries.setQueryData(['cutting', classId], now)
      if (wanted.current === done) {
        wanted.current = null
        setMine(null)
      }
    } catch {
      setKept(false)
      again.current = setTimeout(() => void send(), AGAIN_MS)
    } finally {
      sending.current = false
    }
    if (wanted.current !== null && wanted.current !== done) void send()
  }

  return {
    done: mine ?? cutting.done,
    kept,
    say: (done: number) => {
      wanted.current = done
      setMine(done)
      void send()
    },
  }
}
