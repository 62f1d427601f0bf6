/** Bags and what is ticked of them, free of React. */
import type { Schemas } from '../api/client'
import type { Ticks } from './tickQueue'

export type Packing = Schemas['PackingOut']
export type BagRow = Packing['bags'][number]
export type Item = BagRow['items'][number]

const keyOf = (bag: number, item: string) => ['b', bag, '|', item].join('')

/** Every bag with its number. */
export const bagsOf = (packing: Packing) =>
  packing.bags.flatMap((row) => Array.from({ length: row.kits }, (_, n) => ({ number: row.first + n, row })))

/** The items of a bag that are not in it, or not all of them. */
export const missingIn = (row: BagRow, bag: number, ticks: Ticks): Item[] =>
  row.items.filter((item) => (ticks[keyOf(bag, item.key)] ?? 0) < item.count)

export const isClosed = (bag: number, ticks: Ticks) => (ticks[keyOf(bag, 'closed')] ?? 0) > 0

/** An item put into a bag, or taken out of it again; a bag that lacks something is open. */
export const put = (bag: number, item: Item, inside: boolean): Ticks => ({
  [keyOf(bag, item.key)]: inside ? item.count : 0,
  ...(inside ? {} : { [keyOf(bag, 'closed')]: 0 }),
})

/** Everything of a bag put into it. */
export const filled = (row: BagRow, bag: number): Ticks =>
  Object.fromEntries(row.items.map((item) => [keyOf(bag, item.key), item.count]))

export const closed = (bag: number, now: boolean): Ticks => ({ [keyOf(bag, 'closed')]: now ? 1 : 0 })

/** How many bags of a colourway have all of an item. */
export const bagsWith = (row: BagRow, item: Item, ticks: Ticks): number =>
  Array.from({ length: row.kits }, (_, n) => row.first + n).filter(
    (bag) => (ticks[keyOf(bag, item.key)] ?? 0) >= item.count,
  ).length

/** An item laid into the first so many bags of a colourway, and into no other. */
export function dealt(row: BagRow, item: Item, count: number, ticks: Ticks): Ticks {
  const found: Ticks = {}
  for (let n = 0; n < row.kits; n++) {
    const bag = row.first + n
    const [now, wanted] = [ticks[keyOf(bag, item.key)] ?? 0, n < count ? item.count : 0]
    if (now !== wanted) Object.assign(found, put(bag, item, n < count))
  }
  return found
}

/** Bags that are closed, of all. */
export const closedOf = (packing: Packing, ticks: Ticks) =>
  bagsOf(packing).filter(({ number }) => isClosed(number, ticks)).length
