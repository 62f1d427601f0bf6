import { expect, test } from 'vitest'
import { INCH, lineAcross, MILLIMETRE, onScreen, rulerTicks, scaleToFit, turned } from './geometry'

test('a Letter sheet keeps its proportion in any frame', () => {
  const scale = scaleToFit(215.9, 279.4, 400, 400)
  expect(279.4 * scale).toBeCloseTo(400)
  expect(215.9 * scale).toBeLessThan(400)
})

test('up the sheet is up on the screen', () => {
  const low = onScreen({ x: 0, y: 0, width: 50, height: 20 }, 100, 2)
  expect(low).toEqual({ x: 0, y: 160, width: 100, height: 40 })
})

test('an inch ruler has numbers at inches and quarters between', () => {
  const ticks = rulerTicks(8.5 * INCH, 'in')
  expect(ticks).toHaveLength(35)
  expect(ticks.filter((t) => t.label).map((t) => t.label)).toEqual([...'012345678'])
  expect(ticks.at(-1)).toMatchObject({ rank: 1, label: '' })
})

test('a centimetre ruler on A4 ends at 21', () => {
  const ticks = rulerTicks(210 * MILLIMETRE, 'cm')
  expect(ticks.at(-1)).toMatchObject({ at: 210 * MILLIMETRE, label: '21' })
})

test('a score along the width runs up the piece, and a short one stops', () => {
  const size = { width: 100, height: 60 }
  expect(lineAcross('width', 30, size, null, null)).toEqual({ x1: 30, x2: 30, y1: 0, y2: 60 })
  expect(lineAcross('height', 30, size, 10, null)).toEqual({ y1: 30, y2: 30, x1: 10, x2: 100 })
})

test('on a turned piece the width runs up the sheet', () => {
  const line = lineAcross('width', 30, { width: 100, height: 60 }, null, null)
  expect(turned(line)).toEqual({ x1: 0, x2: 60, y1: 30, y2: 30 })
})
