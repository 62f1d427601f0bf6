import { act, useEffect } from 'react'
import { createRoot, type Root } from 'react-dom/client'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { useStepTime } from './useStepTime'

let root: Root
let time: ReturnType<typeof useStepTime>

function Probe({ step }: { step: string | undefined }) {
  const found = useStepTime(step)
  useEffect(() => {
    time = found
  })
  return null
}

const show = (step: string | undefined) => act(() => root.render(<Probe step={step} />))

beforeEach(() => {
  vi.useFakeTimers({ now: 1_000_000, toFake: ['Date'] })
  root = createRoot(document.createElement('div'))
})
afterEach(() => {
  act(() => root.unmount())
  vi.useRealTimers()
})

const later = (seconds: number) => vi.setSystemTime(Date.now() + 1000 * seconds)

test('a step is timed from the end of the one before, and the first that is shown is not', () => {
  show('a')
  later(30)
  expect(time.end()).toBeNull()
  show('b')
  later(12)
  expect(time.end()).toBe(12)
  show('c')
  later(0.2)
  expect(time.end()).toBe(1)
})

test('what was gone back to, broken off or takes too long has no time', () => {
  show('a')
  time.end()
  show('b')
  later(5)
  // Back to a: it was begun before.
  show('a')
  later(4)
  expect(time.end()).toBeNull()
  show('b')
  time.breakOff()
  later(4)
  expect(time.end()).toBeNull()
  show('c')
  later(601)
  expect(time.end()).toBeNull()
  show('d')
  later(601)
  expect(time.end(3600)).toBe(601)
})
