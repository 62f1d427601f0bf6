import { answerWith } from '../testing/server'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, useEffect } from 'react'
import { createRoot, type Root } from 'react-dom/client'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import type { Cutting } from '../api/client'
import { useProgress } from './useProgress'

const run = (done: number): Cutting => ({ rounds: [], done, steps: 9, spoilt: [], changes: [], begun: '' })

let root: Root
let holder: HTMLDivElement
let progress: ReturnType<typeof useProgress>
let cutting = run(2)

function Probe() {
  const now = useProgress(1, cutting)
  useEffect(() => {
    progress = now
  })
  const { done, kept } = now
  return <p>{`${done} ${kept ? 'kept' : 'not kept'}`}</p>
}

const draw = () =>
  act(async () => {
    root.render(
      <QueryClientProvider client={queries}>
        <Probe />
      </QueryClientProvider>,
    )
    await Promise.resolve()
  })

let queries: QueryClient
beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
  cutting = run(2)
  localStorage.clear()
  queries = new QueryClient()
  holder = document.createElement('div')
  root = createRoot(holder)
})
afterEach(async () => {
  await act(async () => {
    root.unmount()
    await Promise.resolve()
  })
  vi.useRealTimers()
})

const settle = () =>
  act(async () => {
    for (let n = 0; n < 20; n++) await Promise.resolve()
    await new Promise((resolve) => setImmediate(resolve))
  })

test('a step is shown at once, and the newest is what the server keeps', async () => {
  const sent: number[] = []
  const waiting: (() => void)[] = []
  answerWith(async (_, request) => {
    const { done } = (await request.json()) as { done: number }
    sent.push(done)
    await new Promise<void>((resolve) => waiting.push(resolve))
    return run(done)
  })
  await draw()
  await act(async () => {
    progress.say(3)
    progress.say(4)
    progress.say(5)
    await Promise.resolve()
  })
  expect(holder.textContent).toBe('5 kept')
  await settle()
  expect(sent).toEqual([3])
  waiting.shift()?.()
  await settle()
  // What was pressed meanwhile is sent as one.
  expect(sent).toEqual([3, 5])
  expect(holder.textContent).toBe('5 kept')
  waiting.shift()?.()
  await settle()
  expect(sent).toEqual([3, 5])
})

test('without a connection steps go on, and are sent when it is back', async () => {
  let away = true
  const sent: number[] = []
  answerWith(async (_, request) => {
    const { done } = (await request.json()) as { done: number }
    if (away) throw new TypeError('no network')
    sent.push(done)
    return run(done)
  })
  await draw()
  await act(async () => {
    progress.say(3)
    await Promise.resolve()
  })
  await settle()
  expect(holder.textContent).toBe('3 not kept')
  away = false
  await act(async () => {
    vi.advanceTimersByTime(3000)
    await Promise.resolve()
  })
  await settle()
  expect(sent).toEqual([3])
  expect(holder.textContent).toContain('kept')
})

test('each step says which it follows, and one that is behind learns where the cutting is', async () => {
  const sent: { done: number; follows: number }[] = []
  answerWith(async (_, request) => {
    const body = (await request.json()) as { done: number; follows: number }
    sent.push(body)
    if (sent.length < 2) return run(body.done)
    return new Response(JSON.stringify({ code: 'stale', message: 'moved', faults: [], current: run(8) }), {
      status: 409,
      headers: { 'content-type': 'application/json' },
    })
  })
  await draw()
  await act(async () => {
    progress.say(3)
    await Promise.resolve()
  })
  await settle()
  await act(async () => {
    progress.say(4)
    await Promise.resolve()
  })
  await settle()
  expect(sent).toEqual([
    { done: 3, follows: 2, seconds: null },
    { done: 4, follows: 3, seconds: null },
  ])
  expect(progress.moved).toBe(true)
  expect(queries.getQueryData(['cutting', 1])).toMatchObject({ done: 8 })
})

test('what another device did is taken over where nothing of this one waits', async () => {
  answerWith(() => run(7))
  await draw()
  expect(holder.textContent).toBe('2 kept')
  cutting = run(7)
  await draw()
  expect(holder.textContent).toBe('7 kept')
})

test('steps that were made without a connection are sent when the page is opened again', async () => {
  const sent: unknown[] = []
  let there = false
  answerWith(async (_, request) => {
    if (!there) throw new TypeError('no connection')
    const body = (await request.json()) as { done: number }
    sent.push(body)
    return run(body.done)
  })
  await draw()
  await act(async () => {
    progress.say(3)
    progress.say(4, 7)
    await Promise.resolve()
  })
  await settle()
  expect(holder.textContent).toBe('4 not kept')
  // The page is closed, and opened again when the server is back.
  await act(async () => {
    root.unmount()
    await Promise.resolve()
  })
  there = true
  root = createRoot(holder)
  await draw()
  await settle()
  expect(sent).toEqual([{ done: 4, follows: 2, seconds: 7 }])
  expect(localStorage.length).toBe(0)
})
