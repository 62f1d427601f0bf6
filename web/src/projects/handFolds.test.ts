import { expect, test } from 'vitest'
import type { Piece } from '../api/client'
import { handFolds, isSetByHand, withFold, withFolds } from './handFolds'

const piece = {
  name: 'Wrap',
  paper: 'body',
  width: '4',
  height: '9',
  scores: [
    { along: 'height', at: ['2', '4', '6'] },
    { from: ['0', '0'], to: ['1', '1'] },
  ],
} as Piece

test('every score has a number of its own, a diagonal too', () => {
  expect(handFolds(piece).map((fold) => [fold.number, fold.group, fold.at])).toEqual([
    [0, 0, 0],
    [1, 0, 1],
    [2, 0, 2],
    [3, 1, null],
  ])
})

test('one score of a group folds by itself, and the others stay as they are and where they are', () => {
  const [, second] = handFolds(piece)
  if (!second) throw new Error('no second score')
  const set = withFold(piece, second, 90, 'mountain')
  expect(set.scores).toEqual([
    { along: 'height', at: ['2'] },
    { along: 'height', at: ['4'], angle: 90, fold: 'mountain' },
    { along: 'height', at: ['6'] },
    { from: ['0', '0'], to: ['1', '1'] },
  ])
  expect(handFolds(set).map((fold) => fold.number)).toEqual([0, 1, 2, 3])
  expect(isSetByHand(piece)).toBe(false)
  expect(isSetByHand(set)).toBe(true)
})

test('all are set at once, flat counts as set, and all are given back to the form', () => {
  const all = withFolds(piece, 0)
  expect(all.scores?.map((group) => group.angle)).toEqual([0, 0])
  expect(isSetByHand(all)).toBe(true)
  expect(isSetByHand(withFolds(all, null))).toBe(false)
})
