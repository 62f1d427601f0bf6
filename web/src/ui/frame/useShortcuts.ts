import { useEffect, useRef } from 'react'

const TYPING = 'input, textarea, select, [contenteditable="true"]'
const DIALOG = '[role="dialog"]'

interface Options {
  /** Whether a key that is kept down acts again and again. */
  repeats?: boolean
}

/** What was pressed: a key by what it prints, so that every keyboard layout has it; `mod+z`, `mod+shift+z`. */
function pressed(event: KeyboardEvent): string {
  if (!event.ctrlKey && !event.metaKey) return event.key
  return `mod+${event.shiftKey ? 'shift+' : ''}${event.key.toLowerCase()}`
}

/**
 * The keys of a page. Plain keys do nothing while somebody types; those with `mod` (Ctrl, or the command key)
 * work there too. While a dialog is open its own keys count, Escape above all, and not those of the page
 * behind it.
 */
export function useShortcuts(shortcuts: Record<string, () => void>, { repeats = true }: Options = {}): void {
  const latest = useRef(shortcuts)
  useEffect(() => {
    latest.current = shortcuts
  })
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.altKey || document.querySelector(`${DIALOG}[aria-modal="true"]`)) return
      const name = pressed(event)
      const act = latest.current[name]
      const target = event.target instanceof Element ? event.target : null
      if (!act || target?.closest(name.startsWith('mod+') ? DIALOG : `${TYPING}, ${DIALOG}`)) return
      event.preventDefault()
      if (event.repeat && !repeats) return
      act()
    }
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  }, [repeats])
}
