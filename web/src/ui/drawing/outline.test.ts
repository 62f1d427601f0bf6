import { expect, test } from 'vitest'
import outlines from '../../../../tests/outlines.json'
import type { Piece } from '../../api/client'
import { newPiece } from '../../projects/draft'
import { holesOf, pierced, removedOf, windowsOf } from './cutouts'
import { MILLIMETRE } from './geometry'
import { outlineOf } from './outline'

const INCH = 25_400_000
const piece = (more: Partial<Piece>): Piece => ({ ...newPiece([]), width: '4', height: '6', ...more })

test.each(outlines)('$says is drawn as the core draws it', (row) => {
  expect(outlineOf(piece(row.piece as Partial<Piece>), 'in', 1 / MILLIMETRE)).toBe(row.path)
})

test('a window is centred on its piece or its panel, or where it is said to be', () => {
  const scored = { scores: [{ along: 'height' as const, at: ['4'] }] }
  const at = (window: object) =>
    windowsOf(
      piece({ ...scored, windows: [{ shape: 'rectangle', width: '2', height: '1', ...window }] }),
      'in',
    )[0]
  expect(at({})).toMatchObject({ x: INCH, y: 2.5 * INCH, width: 2 * INCH })
  expect(at({ column: 1, row: 2 })).toMatchObject({ x: INCH, y: 4.5 * INCH })
  expect(at({ x: '1/2', y: '1', column: 1, row: 2 })).toMatchObject({ x: INCH / 2, y: 5 * INCH })
  expect(at({ column: 3 })).toBeUndefined()
})

test('a hole through the folds is met at its mirror in every panel it reaches', () => {
  expect(pierced(1, [4, 8], 12)).toEqual([1, 7, 9])
  expect(pierced(3, [4, 4.5], 12)).toEqual([3])
  expect(pierced(13, [4], 12)).toEqual([13])
  const strip = piece({
    scores: [{ along: 'height', at: ['3'] }],
    holes: [{ x: '1', y: '1', diameter: '1/8', through: 'height' }],
  })
  expect(holesOf(strip, 'in').map((hole) => hole.y / INCH)).toEqual([1, 5])
})

test('a panel that is removed is found; one that is not there is not', () => {
  const scored = { scores: [{ along: 'width' as const, at: ['1'] }] }
  const removed = removedOf(
    piece({
      ...scored,
      removed: [
        { column: 2, row: 1 },
        { column: 3, row: 1 },
      ],
    }),
    'in',
  )
  expect(removed).toEqual([{ x: INCH, y: 0, width: 3 * INCH, height: 6 * INCH }])
})
