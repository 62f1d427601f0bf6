import { act } from 'react'
import { createRoot } from 'react-dom/client'
import { expect, test } from 'vitest'
import { useShortcuts } from './useShortcuts'

type Shortcuts = Parameters<typeof useShortcuts>[0]

function Probe({ shortcuts, repeats }: { shortcuts: Shortcuts; repeats: boolean }) {
  useShortcuts(shortcuts, { repeats })
  return null
}

/** What these keys do while a page with these shortcuts is open. */
async function press(
  shortcuts: Shortcuts,
  keys: KeyboardEventInit[],
  repeats = true,
  from: EventTarget = window,
) {
  const root = createRoot(document.createElement('div'))
  await act(async () => {
    root.render(<Probe shortcuts={shortcuts} repeats={repeats} />)
    await Promise.resolve()
  })
  for (const key of keys) from.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, ...key }))
  await act(async () => {
    root.unmount()
    await Promise.resolve()
  })
}

test.each([
  [false, 1],
  [true, 3],
])('a key that is kept down acts again only where it may (%s)', async (repeats, times) => {
  let pressed = 0
  const space = [false, true, true].map((repeat) => ({ key: ' ', repeat }))
  await press({ ' ': () => pressed++ }, space, repeats)
  expect(pressed).toBe(times)
})

test('while somebody types, a plain key is theirs and one with Ctrl is the page’s', async () => {
  const done: string[] = []
  const field = document.createElement('input')
  document.body.append(field)
  const shortcuts = {
    z: () => done.push('z'),
    'mod+z': () => done.push('undo'),
    'mod+shift+z': () => done.push('redo'),
  }
  const keys = [{ key: 'z' }, { key: 'z', ctrlKey: true }, { key: 'Z', metaKey: true, shiftKey: true }]
  await press(shortcuts, keys, true, field)
  expect(done).toEqual(['undo', 'redo'])
  field.remove()
})

test('while a dialog is open the page behind it has no keys', async () => {
  const dialog = document.createElement('div')
  dialog.setAttribute('role', 'dialog')
  dialog.setAttribute('aria-modal', 'true')
  document.body.append(dialog)
  let pressed = 0
  await press({ a: () => pressed++, 'mod+z': () => pressed++ }, [{ key: 'a' }, { key: 'z', ctrlKey: true }])
  expect(pressed).toBe(0)
  dialog.remove()
})
