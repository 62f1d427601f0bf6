import { expect, test } from 'vitest'
import {
  bagsOf,
  bagsWith,
  closed,
  closedOf,
  dealt,
  filled,
  isClosed,
  missingIn,
  type Packing,
  put,
} from './packing'

const item = (key: string, count: number) => ({ key, kind: 'piece' as const, name: key, count, says: key })
const packing: Packing = {
  bags: [
    { colourway: 'Fern', kits: 3, first: 1, items: [item('a', 2), item('b', 1)], weight: '', into: '' },
    { colourway: 'Dusk', kits: 2, first: 4, items: [item('a', 2)], weight: '', into: '' },
  ],
  table: [],
  allergens: [],
  cautions: [],
  spares: 1,
  whose: {},
  sheets: [],
}
const [fern, dusk] = packing.bags as [Packing['bags'][number], Packing['bags'][number]]
const [a, b] = fern.items as [(typeof fern.items)[number], (typeof fern.items)[number]]

test('bags are numbered through all colourways', () => {
  expect(bagsOf(packing).map(({ number, row }) => `${number} ${row.colourway}`)).toEqual([
    '1 Fern', '2 Fern', '3 Fern', '4 Dusk', '5 Dusk',
  ]) // prettier-ignore
})

test('a bag lacks what is not in it in full', () => {
  expect(missingIn(fern, 1, {}).map((one) => one.key)).toEqual(['a', 'b'])
  expect(missingIn(fern, 1, { 'b1|a': 1, 'b1|b': 1 }).map((one) => one.key)).toEqual(['a'])
  expect(missingIn(fern, 1, filled(fern, 1))).toEqual([])
})

test('what is taken out again opens the bag', () => {
  const ticks = { ...filled(fern, 2), ...closed(2, true) }
  expect(isClosed(2, ticks)).toBe(true)
  expect(isClosed(2, { ...ticks, ...put(2, b, false) })).toBe(false)
  expect(isClosed(2, { ...ticks, ...put(2, b, true) })).toBe(true)
  expect(closedOf(packing, ticks)).toBe(1)
})

test('a piece is dealt to the first bags, and only what changes is said', () => {
  const two = dealt(fern, a, 2, {})
  expect(two).toEqual({ 'b1|a': 2, 'b2|a': 2 })
  expect(bagsWith(fern, a, two)).toBe(2)
  expect(bagsWith(dusk, a, two)).toBe(0)
  expect(dealt(fern, a, 3, two)).toEqual({ 'b3|a': 2 })
  expect(dealt(fern, a, 1, two)).toEqual({ 'b2|a': 0, 'b2|closed': 0 })
})
