import { expect, test } from 'vitest'
import { stepsOf, ticksOf } from './feeLines'

test('the cost stays level until the seat that opens something', () => {
  const points: [number, number][] = [
    [1, 5],
    [2, 5],
    [3, 9],
  ]
  expect(stepsOf(points)).toEqual([
    [1, 5],
    [2, 5],
    [2, 5],
    [3, 5],
    [3, 9],
  ])
})

test('the ticks are round, few, and reach over the most', () => {
  for (const most of [0.4, 1, 7, 39.99, 40, 41, 123, 999, 12_345]) {
    const ticks = ticksOf(most)
    expect(ticks[0]).toBe(0)
    expect(ticks.length).toBeGreaterThan(2)
    expect(ticks.length).toBeLessThan(7)
    expect(ticks.at(-1)).toBeGreaterThanOrEqual(most)
    expect(ticks.at(-2)).toBeLessThan(most)
  }
})
