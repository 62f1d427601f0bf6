import { expect, test } from 'vitest'
import type { KitClass, Layout } from '../api/client'
import { piecesOf, splitColourway, takersOf, withColourway, withPaper } from './draft'
import { cutAlike, settingsOf } from './layouts'
import { whatMoved } from './moved'
import { emptyClass, taughtAgain } from './newClass'

const layout = (colourway: string, times: number, x = 0): Layout => ({
  letter: x ? 'B' : 'A',
  times,
  stock: { kind: 'sheet', width: 216, height: 279 },
  placements: [{ piece: 'Card', colourway, region: { x, y: 0, width: 100, height: 200 }, turned: false }],
  residuals: [],
  cuts: [
    { setting: 100, along: 'width', of: { x: 0, y: 0, width: 216, height: 279 } },
    { setting: 200, along: 'height', of: { x: 0, y: 0, width: 100, height: 279 } },
    { setting: 100, along: 'width', of: { x: 100, y: 0, width: 116, height: 279 } },
  ],
})

test('sheets that are cut alike are one layout, and each colourway still has its count', () => {
  const alike = cutAlike([layout('Fern', 8), layout('Dusk', 6), layout('Dusk', 1, 20)])
  expect(alike.map((group) => group.times)).toEqual([14, 1])
  expect(alike[0]?.pieces).toEqual([
    {
      piece: 'Card',
      each: 1,
      byColourway: [
        { colourway: 'Fern', count: 8 },
        { colourway: 'Dusk', count: 6 },
      ],
    },
  ])
})

test('a setting of the trimmer is listed once', () => {
  expect(settingsOf(layout('Fern', 1))).toEqual([100, 200])
})

const planned = (kits: number, sheets: number, packs: number, cost: string, designs = 0) =>
  ({
    kits,
    planned: {
      faults: [],
      plan: {
        currency: 'EUR',
        papers: [{ paper: '1', sheets, packs }],
        packs: [{ pack: '4', packs: designs }],
        supplies: [{ supply: '7', packs: 1 }],
        cost: { per_kit: { sheets_opened: cost }, missing: { sheets_opened: 0 } },
      },
    },
  }) as unknown as KitClass

const names = { paper: () => 'Loam kraft', pack: () => 'Garden year', supply: () => 'Foam pads' }

test('what changed is said, and what did not is not', () => {
  expect(whatMoved(planned(16, 24, 0, '1.71'), planned(17, 25, 1, '1.68'), names)).toEqual([
    '+1 kit',
    '+1 sheet of Loam kraft',
    '+1 pack of Loam kraft to buy',
    'a kit costs €1.68, was €1.71',
  ])
  expect(whatMoved(planned(17, 25, 1, '1.68'), planned(15, 23, 1, '1.68'), names)).toEqual([
    '−2 kits',
    '−2 sheets of Loam kraft',
  ])
  expect(whatMoved(planned(16, 24, 1, '1.71'), planned(16, 24, 1, '1.71'), names)).toEqual([])
})

test('a pack of designs that is bought for it is said', () => {
  expect(whatMoved(planned(16, 24, 0, '1.71', 1), planned(16, 24, 0, '1.71', 2), names)).toEqual([
    '+1 pack of Garden year to buy',
  ])
})

test('a colourway is added in the papers of the last, and a paper is chosen in one only', () => {
  const draft = {
    version: 1,
    place: '',
    seats: 8,
    samples: 1,
    spares: 0,
    style: 'fewest-sheets' as const,
    sheets_at_once: 1,
    trimmer: '12',
    mix_sizes: false,
    papers_together: false,
    empty_last: false,
    squaring: '0',
    safety: '0',
    most_piles: 0,
    variant: '',
    extras: [],
    other_fees: [],
    at_table: [],
    keep_offcut: ['1', '3'],
    name: 'Evening',
    project: 1,
    colourways: [{ name: 'Fern', share: 1, ready: 0, variant: '', papers: { body: 3 } }],
  }
  const two = withColourway(draft)
  expect(two.colourways?.[1]).toEqual({
    name: 'Colourway 2',
    share: 1,
    ready: 0,
    variant: '',
    papers: { body: 3 },
  })
  expect(withPaper(two, 1, 'body', 9).colourways?.map((c) => c.papers?.body)).toEqual([3, 9])
})

test('a class that mixes versions counts a piece for the colourways that take it', () => {
  const mixed = {
    colourways: [
      { name: 'Plain', kits: 5, without: ['Card, Short'] },
      { name: 'Low', kits: 3, without: ['Card', 'Extra'] },
    ],
  } as unknown as Parameters<typeof takersOf>[0]
  const pieces = ['Card', 'Card, Short', 'Extra', 'Mat'].map((name) => ({ name, per_kit: 2 }))
  const named = pieces.map(({ name }) => takersOf(mixed, name).map((colourway) => colourway.name))
  expect(named).toEqual([['Plain'], ['Low'], ['Plain'], ['Plain', 'Low']])
  expect(piecesOf(mixed, pieces as unknown as Parameters<typeof piecesOf>[1])).toEqual([4, 6])
})

test('a colourway is split in two, and the others keep their kits', () => {
  const draft = {
    name: 'Class',
    project: 1,
    colourways: [
      { name: 'Fern', share: 1, papers: { body: 1, print: 2 } },
      { name: 'Dusk', share: 1, papers: { body: 1, print: 3 } },
    ],
  } as unknown as Parameters<typeof splitColourway>[0]
  const split = splitColourway(draft, [8, 7], 0, 5, 'body', 4).colourways ?? []
  expect(split.map((c) => [c.name, c.share, c.papers?.['body']])).toEqual([
    ['Fern', 5, 1],
    ['Fern 2', 3, 4],
    ['Dusk', 7, 1],
  ])
})

test('a class that is taught again keeps all but its day', () => {
  const held = {
    ...emptyClass({ id: 3, name: 'Drawer' }),
    version: 9,
    date: '2026-11-02',
    seats: 14,
    fee: '18.00',
  }
  const again = taughtAgain(held)
  expect(again).toEqual({ ...held, version: 0, date: null })
})
