import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { spell } from '../i18n/format'
import { spanOf, turnOf } from './BoardDrawing'
import { leftOf, placeIn, scoreSteps, type ScoreStep, type Scoring } from './scoreSteps'
import { TickQueue, type Ticks } from './tickQueue'

const stroke = {
  key: 'a',
  piece: 'Tray',
  count: 12,
  edge: 'left' as const,
  facing: 'print-up' as const,
  fold: 'valley' as const,
  measured_from: 'bottom' as const,
  start: null,
  end: null,
}
const scoring: Scoring = {
  batches: [
    {
      phase: 'long',
      distance: 10,
      on_groove: true,
      strokes: [stroke, { ...stroke, key: 'b', edge: 'right' }],
    },
    { phase: 'short', distance: 20, on_groove: false, strokes: [{ ...stroke, key: 'c' }] },
  ],
  marked: [{ key: 'd', piece: 'Top', count: 3, facing: 'print-down', lines: [[0, 0, 5, 5]] }],
  scores: 39,
  proved: true,
  beyond: [],
}

test('steps go stop by stop, and the marks come last', () => {
  const steps = scoreSteps(scoring)
  expect(steps.map((step) => [step.key, step.phase, step.setNow, step.stop])).toEqual([
    ['a', 'long', true, 1],
    ['b', 'long', false, 1],
    ['c', 'short', true, 2],
    ['d', 'marks', true, 3],
  ])
})

test('the place is the first step that is not done, and a class that grew has some more to do', () => {
  const steps = scoreSteps(scoring)
  expect(placeIn(steps, {})).toBe(0)
  expect(placeIn(steps, { a: 12, b: 12 })).toBe(2)
  expect(placeIn(steps, { a: 10, b: 12 })).toBe(0)
  expect(leftOf({ key: 'a', count: 12 }, { a: 10 })).toBe(2)
  expect(leftOf({ key: 'a', count: 12 }, { a: 15 })).toBe(0)
  expect(placeIn(steps, { a: 12, b: 12, c: 12, d: 3 })).toBe(4)
})

test('minutes are said in hours from an hour on', () => {
  expect([45, 60, 100].map(spell)).toEqual(['45 min', '1 h', '1 h 40'])
})

const lies = (edge: string, down: boolean) =>
  turnOf({ stroke: { ...stroke, edge, facing: down ? 'print-down' : 'print-up' } } as unknown as ScoreStep)

test('the arrow points where the top of the print is', () => {
  expect(lies('left', false)).toBe(0)
  expect(lies('left', true)).toBe(180)
  expect(lies('right', false)).toBe(180)
  expect(lies('right', true)).toBe(0)
  expect(lies('top', false)).toBe(-90)
  expect(lies('bottom', true)).toBe(90)
})

test.each([
  // The edge at the fence, the side that is up, the edge it is measured from, and where 1 to 3 of 10 then is.
  ['left', 'print-up', 'bottom', [1, 3]],
  ['left', 'print-down', 'bottom', [7, 9]],
  ['right', 'print-up', 'bottom', [7, 9]],
  ['right', 'print-down', 'bottom', [1, 3]],
  ['top', 'print-up', 'left', [1, 3]],
  ['bottom', 'print-up', 'left', [7, 9]],
  ['top', 'print-down', 'left', [7, 9]],
  ['bottom', 'print-down', 'left', [1, 3]],
])('a part score at the %s edge, %s, measured from the %s', (edge, facing, measured_from, where) => {
  const step = { stroke: { ...stroke, edge, facing, measured_from, start: 1, end: 3 } }
  expect(spanOf(step as unknown as ScoreStep, 10)).toEqual(where)
})

const shelf = () => {
  const kept = new Map<string, string>()
  return {
    kept,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  }
}

beforeEach(() => vi.useFakeTimers())
afterEach(() => vi.useRealTimers())

test('ticks are sent, tried again without a connection, and outlive the page', async () => {
  const store = shelf()
  const sent: Ticks[] = []
  let there = false
  const put = (ticks: Ticks) => {
    if (!there) return Promise.reject(new Error('no connection'))
    sent.push(ticks)
    return Promise.resolve()
  }
  const first = new TickQueue('p', put, store)
  first.subscribe(() => undefined)
  first.say({ a: 1 })
  first.say({ b: 2 })
  await vi.advanceTimersByTimeAsync(6000)
  expect(sent).toEqual([])
  expect(first.waiting()).toEqual({ a: 1, b: 2 })
  // The page is closed and opened again.
  const second = new TickQueue('p', put, store)
  expect(second.waiting()).toEqual({ a: 1, b: 2 })
  there = true
  second.subscribe(() => undefined)
  await vi.advanceTimersByTimeAsync(10)
  expect(sent).toEqual([{ a: 1, b: 2 }])
  expect(second.waiting()).toEqual({})
  expect(store.kept.size).toBe(0)
})

test('what is ticked again while it is sent is sent again', async () => {
  const sent: Ticks[] = []
  let answer: () => void = () => undefined
  const put = (ticks: Ticks) => {
    sent.push(ticks)
    return new Promise<void>((done) => (answer = done))
  }
  const queue = new TickQueue('p', put, shelf())
  queue.say({ a: 1, b: 1 })
  queue.say({ a: 0 })
  answer()
  await vi.advanceTimersByTimeAsync(1)
  expect(sent).toEqual([{ a: 1, b: 1 }, { a: 0 }])
  answer()
  await vi.advanceTimersByTimeAsync(1)
  expect(queue.waiting()).toEqual({})
})
