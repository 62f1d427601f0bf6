import { act } from 'react'
import { createRoot } from 'react-dom/client'
import { expect, test } from 'vitest'
import { useKeys } from './useKeys'

function Probe({ press, held }: { press: () => void; held?: boolean }) {
  useKeys({ ' ': press }, held)
  return null
}

test.each([
  [false, 1],
  [true, 3],
])('a key that is kept down acts again only where it may (%s)', async (held, times) => {
  let pressed = 0
  const root = createRoot(document.createElement('div'))
  await act(async () => {
    root.render(<Probe press={() => pressed++} held={held} />)
    await Promise.resolve()
  })
  for (const repeat of [false, true, true]) {
    window.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', repeat }))
  }
  expect(pressed).toBe(times)
  await act(async () => {
    root.unmount()
    await Promise.resolve()
  })
})
