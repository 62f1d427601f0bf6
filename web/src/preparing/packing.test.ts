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
    { colourway: 'Fern', kits: 3, items: [item('a', 2), item('b', 1)], weight: '', into: '' },
    { colourway: 'Dusk', kits: 2, items: [item('a', 2)], weight: '', into: '' },
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

test('bags are numbered within their colourway', () => {
  expect(bagsOf(packing.bags).map(({ number, row }) => `${number} ${row.colourway}`)).toEqual([
    '1 Fern', '2 Fern', '3 Fern', '1 Dusk', '2 Dusk',
  ]) // prettier-ignore
})

test('a bag lacks what is not in it in full', () => {
  expect(missingIn(fern, 1, {}).map((one) => one.key)).toEqual(['a', 'b'])
  expect(missingIn(fern, 1, { 'Fern|1|a': 1, 'Fern|1|b': 1 }).map((one) => one.key)).toEqual(['a'])
  expect(missingIn(fern, 1, filled(fern, 1))).toEqual([])
})

test('what is removed again opens the bag', () => {
  const ticks = { ...filled(fern, 2), ...closed(fern, 2, true) }
  expect(isClosed(fern, 2, ticks)).toBe(true)
  expect(isClosed(fern, 2, { ...ticks, ...put(fern, 2, b, false) })).toBe(false)
  expect(isClosed(fern, 2, { ...ticks, ...put(fern, 2, b, true) })).toBe(true)
  expect(closedOf(packing.bags, ticks)).toBe(1)
})

test('a piece is dealt to the first bags, and only what changes is said', () => {
  const two = dealt(fern, a, 2, {})
  expect(two).toEqual({ 'Fern|1|a': 2, 'Fern|2|a': 2 })
  expect(bagsWith(fern, a, two)).toBe(2)
  expect(bagsWith(dusk, a, two)).toBe(0)
  expect(dealt(fern, a, 3, two)).toEqual({ 'Fern|3|a': 2 })
  expect(dealt(fern, a, 1, two)).toEqual({ 'Fern|2|a': 0, 'Fern|2|closed': 0 })
})
