import { expect, test } from 'vitest'
import {
  begin,
  dueTimes,
  elapsed,
  minutesOf,
  pause,
  resume,
  standing,
  startOver,
  type TableStep,
} from './clock'

const step = (minutes: number | null, more: Partial<TableStep> = {}): TableStep => ({
  key: 'k', step: 0, pieces: [], supplies: [], cautions: [], kind: 'step', says: '', tool: '',
  seconds: minutes === null ? null : minutes * 60, sharing: 1, waits: 0, ...more,
}) // prettier-ignore

test('a step takes everybody as long as the last of those who share, and what dries', () => {
  expect(minutesOf(step(6))).toBe(6)
  expect(minutesOf(step(2, { sharing: 7 }))).toBe(14)
  expect(minutesOf(step(5, { waits: 10 }))).toBe(15)
  expect(minutesOf(step(null))).toBe(0)
})

test('steps are due one after the other', () => {
  expect(dueTimes([step(6), step(null), step(3)])).toEqual([
    { from: 0, to: 6 },
    { from: 6, to: 6 },
    { from: 6, to: 9 },
  ])
})

test('behind once a step should be over, ahead while it should not have begun', () => {
  const steps = [step(6), step(5), step(3)]
  expect(standing(steps, 0, 0)).toBe(0)
  expect(standing(steps, 0, 6)).toBe(0)
  expect(standing(steps, 0, 8)).toBe(2)
  expect(standing(steps, 2, 4)).toBe(-7)
  expect(standing(steps, 1, 8)).toBe(0)
  // All done: beside the whole plan.
  expect(standing(steps, 3, 20)).toBe(6)
  expect(standing(steps, 3, 10)).toBe(-4)
  expect(standing([], 0, 5)).toBe(5)
})

test('a break is no work, and several add up', () => {
  let ticks: Record<string, number> = {}
  expect(elapsed(ticks, 1000)).toBe(0)
  ticks = { ...ticks, ...begin(1000) }
  expect(elapsed(ticks, 1012)).toBe(12)
  ticks = { ...ticks, ...pause(1012) }
  expect(elapsed(ticks, 1030)).toBe(12)
  ticks = { ...ticks, ...resume(ticks, 1030) }
  expect(elapsed(ticks, 1035)).toBe(17)
  ticks = { ...ticks, ...pause(1035) }
  ticks = { ...ticks, ...resume(ticks, 1040) }
  expect(elapsed(ticks, 1040)).toBe(17)
  // A clock that was put back shows nothing, never less.
  expect(elapsed(ticks, 900)).toBe(0)
})

test('begun again nothing is done and no clock runs', () => {
  const ticks = { ...begin(1000), a: 1, b: 1, ...startOver([step(1, { key: 'a' }), step(2, { key: 'b' })]) }
  expect(ticks).toEqual({ a: 0, b: 0, begun: 0, breaks: 0, paused: 0 })
  expect(elapsed(ticks, 2000)).toBe(0)
})
