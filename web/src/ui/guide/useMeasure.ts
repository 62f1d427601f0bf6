import { useCallback, useRef, useState } from 'react'

/** The size of an element in px, kept current; 0 before it is there. */
export function useMeasure<T extends Element>() {
  const [size, setSize] = useState({ width: 0, height: 0 })
  const watching = useRef<ResizeObserver | null>(null)
  const frame = useCallback((element: T | null) => {
    watching.current?.disconnect()
    if (!element) return
    watching.current = new ResizeObserver(([entry]) => {
      if (entry) setSize({ width: entry.contentRect.width, height: entry.contentRect.height })
    })
    watching.current.observe(element)
  }, [])
  return [frame, size] as const
}
