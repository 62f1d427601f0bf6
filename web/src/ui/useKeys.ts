import { useEffect, useRef } from 'react'

const TYPING = 'input, textarea, select, [contenteditable="true"]'

/** Single keys for the page, by what they print, so that every keyboard layout has them. */
export function useKeys(keys: Record<string, () => void>): void {
  const latest = useRef(keys)
  useEffect(() => {
    latest.current = keys
  })
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return
      if (event.target instanceof Element && event.target.closest(TYPING)) return
      const act = latest.current[event.key]
      if (!act) return
      event.preventDefault()
      act()
    }
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  }, [])
}
