import { expect, test } from 'vitest'
import { newPiece } from '../../projects/draft'
import { marksOf, panelBox, panelsOf, sameMark, snapped, withMark } from './marks'

const EIGHTH = 3_175_000
const tray = {
  ...newPiece([]),
  width: '5 1/2',
  height: '7',
  scores: [
    { along: 'width' as const, at: ['1', '4 1/2'] },
    { along: 'height' as const, at: ['1', '6'], fold: 'mountain' as const },
  ],
  slits: [{ along: 'width' as const, at: ['1'], from: '0', to: '1', relief: '1/16' }],
}

test('every mark knows where its number is written, how it folds and how wide its wedge is', () => {
  const marks = marksOf(tray, 'in')
  expect(marks.scores.map((m) => [m.ref.group, m.ref.at, m.mountain])).toEqual([
    [0, 0, false],
    [0, 1, false],
    [1, 0, true],
    [1, 1, true],
  ])
  expect(marks.slits[0]).toMatchObject({ start: 0, end: 25_400_000, relief: 1_587_500 })
  expect(sameMark(marks.scores[1]!.ref, { kind: 'scores', group: 0, at: 1 })).toBe(true)
  expect(sameMark(null, marks.scores[1]!.ref)).toBe(false)
})

test('a moved mark changes that number and no other', () => {
  const moved = withMark(tray, { kind: 'scores', group: 0, at: 1 }, '4 5/8')
  expect(moved.scores?.[0]?.at).toEqual(['1', '4 5/8'])
  expect(moved.scores?.[1]).toEqual(tray.scores[1])
  expect(moved.slits).toEqual(tray.slits)
})

test('a panel is where its column and row cross', () => {
  expect(panelBox(tray, 'in', 2, 1)).toEqual({ x: 25_400_000, y: 0, width: 88_900_000, height: 25_400_000 })
  expect(panelBox(tray, 'in', 4, 1)).toBeNull()
  expect(panelsOf([30, 10, 99], 50)).toEqual([10, 20, 20])
})

test('a dragged score stops at grooves and stays inside the side', () => {
  const side = 139_700_000
  expect(snapped(25_400_000 + 1_400_000, EIGHTH, side)).toBe(25_400_000)
  expect(snapped(25_400_000 + 1_700_000, EIGHTH, side)).toBe(25_400_000 + EIGHTH)
  expect(snapped(-5, EIGHTH, side)).toBe(EIGHTH)
  expect(snapped(side + 5, EIGHTH, side)).toBe(side - EIGHTH)
})
