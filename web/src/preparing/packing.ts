/** Bags and what is ticked of them, free of React. */
import type { Schemas } from '../api/client'
import type { Ticks } from './tickQueue'

export type Packing = Schemas['PackingOut']
export type BagRow = Packing['bags'][number]
export type Item = BagRow['items'][number]
/** Bags of one colourway. */
export type Counted = Pick<BagRow, 'colourway' | 'kits'>

/** What a bag is told by: a bag keeps its number when another colourway has more kits. */
export const bagKey = (row: Counted, bag: number) => [row.colourway, bag].join('|')

const keyOf = (row: Counted, bag: number, item: string) => [row.colourway, bag, item].join('|')

/** Every bag with its number within its colourway. */
export const bagsOf = <Row extends Counted>(rows: Row[]) =>
  rows.flatMap((row) => Array.from({ length: row.kits }, (_, n) => ({ number: n + 1, row })))

/** The items of a bag that are not in it, or not all of them. */
export const missingIn = (row: BagRow, bag: number, ticks: Ticks): Item[] =>
  row.items.filter((item) => (ticks[keyOf(row, bag, item.key)] ?? 0) < item.count)

export const isClosed = (row: Counted, bag: number, ticks: Ticks) =>
  (ticks[keyOf(row, bag, 'closed')] ?? 0) > 0

/** An item put into a bag, or removed again; a bag that lacks something is open. */
export const put = (row: BagRow, bag: number, item: Item, inside: boolean): Ticks => ({
  [keyOf(row, bag, item.key)]: inside ? item.count : 0,
  ...(inside ? {} : { [keyOf(row, bag, 'closed')]: 0 }),
})

/** Everything of a bag put into it. */
export const filled = (row: BagRow, bag: number): Ticks =>
  Object.fromEntries(row.items.map((item) => [keyOf(row, bag, item.key), item.count]))

export const closed = (row: Counted, bag: number, now: boolean): Ticks => ({
  [keyOf(row, bag, 'closed')]: now ? 1 : 0,
})

/** How many bags of a colourway have all of an item. */
export const bagsWith = (row: BagRow, item: Item, ticks: Ticks): number =>
  Array.from({ length: row.kits }, (_, n) => n + 1).filter(
    (bag) => (ticks[keyOf(row, bag, item.key)] ?? 0) >= item.count,
  ).length

/** An item laid into the first so many bags of a colourway, and into no other. */
export function dealt(row: BagRow, item: Item, count: number, ticks: Ticks): Ticks {
  const found: Ticks = {}
  for (let n = 0; n < row.kits; n++) {
    const bag = n + 1
    const [now, wanted] = [ticks[keyOf(row, bag, item.key)] ?? 0, n < count ? item.count : 0]
    if (now !== wanted) Object.assign(found, put(row, bag, item, n < count))
  }
  return found
}

/** Bags that are closed, of all. */
export const closedOf = (rows: Counted[], ticks: Ticks) =>
  bagsOf(rows).filter(({ number, row }) => isClosed(row, number, ticks)).length
