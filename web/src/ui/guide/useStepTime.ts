import { useEffect, useMemo, useRef } from 'react'

// Longer than this is no step any more: somebody was called away.
const LONGEST_S = 600

/**
 * How long steps take. Only one that was on screen from its beginning is timed: the one before was ended here.
 * What was begun before the page was opened, was gone back to, or was broken off has no time, rather than a
 * short one.
 */
export function useStepTime(step: string | number | undefined) {
  const since = useRef(0)
  const whole = useRef(false)
  const ended = useRef(false)
  useEffect(() => {
    since.current = Date.now()
    whole.current = ended.current
    ended.current = false
  }, [step])
  return useMemo(
    () => ({
      /** The step is done, and the next one begins: its seconds, null where they are not known. */
      end: (longest = LONGEST_S): number | null => {
        const seconds = Math.round((Date.now() - since.current) / 1000)
        ended.current = true
        return whole.current && seconds <= longest ? Math.max(1, seconds) : null
      },
      /** The work was broken off: nobody knows how long this step is. */
      breakOff: () => {
        whole.current = false
      },
    }),
    [],
  )
}
