import { useEffect, useRef } from 'react'

const TYPING = 'input, textarea, select, [contenteditable="true"]'
const DIALOG = '[role="dialog"]'

/**
 * Single keys for the page, by what they print, so that every keyboard layout has them.
 * Not `held`: a key that is kept down acts once. While a dialog is open its own keys count, Escape above all, and not those of the page behind it.
 */
export function useKeys(keys: Record<string, () => void>, held = true): void {
  const latest = useRef(keys)
  useEffect(() => {
    latest.current = keys
  })
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return
      if (event.target instanceof Element && event.target.closest(`${TYPING}, ${DIALOG}`)) return
      if (document.querySelector(`${DIALOG}[aria-modal="true"]`)) return
      const act = latest.current[event.key]
      if (!act) return
      event.preventDefault()
      if (event.repeat && !held) return
      act()
    }
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  }, [held])
}
