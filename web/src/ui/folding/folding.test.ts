import { expect, test } from 'vitest'
import shared from '../../../../tests/folded.json'
import { posesOf, put, type Shape } from './motion'
import { type Patch, sceneOf } from './scene'

type Case = Shape & { spots: Record<string, number[][][]> }
const cases = Object.entries(shared as unknown as Record<string, Case>)
const named = (name: string): Case => {
  const found = cases.find(([key]) => key === name)
  if (!found) throw new Error(name)
  return found[1]
}
const eye = { turn: 32, tilt: 28 }
const sizeOf = (shape: Shape) => ({
  width: Math.max(...shape.facets.flatMap((f) => f.ring.map((p) => p[0] ?? 0))),
  height: Math.max(...shape.facets.flatMap((f) => f.ring.map((p) => p[1] ?? 0))),
})
const bodyOf = (shape: Shape, patches: Patch[] = []) => ({ shape, size: sizeOf(shape), patches })

test.each(cases)('%s: every corner is where the core has it, part of the way and closed', (_, shape) => {
  for (const [share, spots] of Object.entries(shape.spots)) {
    const poses = posesOf(shape, Number(share))
    shape.facets.forEach((facet, n) => {
      const pose = poses[n]
      if (!pose) throw new Error('a facet hangs on nothing')
      facet.ring.forEach((at, k) => {
        const spot = put(pose, at[0] ?? 0, at[1] ?? 0)
        spot.forEach((value, axis) => expect(value).toBeCloseTo(spots[n]?.[k]?.[axis] ?? NaN, 3))
      })
    })
  }
})

test.each(cases)('%s: every facet is drawn once, whatever way it is turned', (_, shape) => {
  for (const turn of [-170, -32, 0, 45, 120])
    for (const share of [0, 0.3, 1]) {
      const { plates, box } = sceneOf([bodyOf(shape)], shape, share, { turn, tilt: 28 })
      expect(new Set(plates.map((plate) => plate.facet)).size).toBe(shape.facets.length)
      expect(plates.length).toBe(shape.facets.length)
      expect(box.width).toBeGreaterThan(0)
    }
})

test('lying flat its size on the screen is that of the sheet', () => {
  const tray = named('tray')
  // Looked at from straight above its inside, the print is below.
  const { plates, box } = sceneOf([bodyOf(tray)], tray, 0, { turn: 0, tilt: 90 })
  expect(box.width).toBeCloseTo(152.4, 3)
  expect(box.height).toBeCloseTo(127, 3)
  expect(plates.every((plate) => !plate.printed)).toBe(true)
})

test('what is behind is drawn before what is in front of it', () => {
  const box = named('box')
  const { plates } = sceneOf([bodyOf(box)], box, 1, eye)
  const order = (column: number, row: number) =>
    plates.findIndex((plate) => {
      const panel = box.facets[plate.facet]?.panel
      return panel?.column === column && panel.row === row
    })
  // Seen from the front, the right and above: front and right last, the back before the front.
  expect(order(3, 2)).toBeLessThan(order(1, 2))
  expect(order(4, 2)).toBeLessThan(order(2, 2))
  // The front's print is towards the eye, the back's is not.
  expect(plates[order(1, 2)]?.printed).toBe(true)
  expect(plates[order(3, 2)]?.printed).toBe(false)
})

test('a mat lies on the print of its panel', () => {
  const box = named('box')
  const front = box.facets.findIndex((facet) => facet.panel.column === 1 && facet.panel.row === 2)
  const patch = { facet: front, x: 5, y: 50, width: 40, height: 60 }
  const { plates } = sceneOf([bodyOf(box, [patch])], box, 1, eye)
  const mat = plates.findIndex((plate) => plate.mat === 0)
  const panel = plates.findIndex((plate) => plate.facet === front && plate.mat === null)
  expect(mat).toBeGreaterThan(panel)
})
