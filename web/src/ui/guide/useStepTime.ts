import { useCallback, useEffect, useRef } from 'react'

// Longer than this is no step any more: somebody was called away.
const LONGEST_S = 600

/** How long the step that is shown has been, in whole seconds; null where that is too long to be work. */
export function useStepTime(step: string | number | undefined) {
  const since = useRef(0)
  useEffect(() => {
    since.current = Date.now()
  }, [step])
  return useCallback((longest = LONGEST_S) => {
    const seconds = Math.round((Date.now() - since.current) / 1000)
    return seconds <= longest ? Math.max(1, seconds) : null
  }, [])
}
