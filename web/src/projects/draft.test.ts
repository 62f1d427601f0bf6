import { expect, test } from 'vitest'
import type { Piece, ProjectIn } from '../api/client'
import {
  duplicatedPiece,
  minutesOf,
  placedPiece,
  withChanges,
  faultsOf,
  movedPiece,
  newPiece,
  otherScores,
  scoresText,
  withoutPieces,
  withPiece,
  withScores,
} from './draft'
import { newVersion } from './versions'

const blank = newPiece([])
const tray: Piece = {
  ...blank,
  name: 'Tray',
  scores: [
    { along: 'width', at: ['1', '4 1/2'] },
    { along: 'height', at: ['1'], from: '0', to: '2' },
  ],
}
const mat: Piece = { ...blank, name: 'Mat', mat_of: { piece: 'Tray', column: 1, row: 1 } }
const list: ProjectIn = {
  version: 1,
  name: 'Box',
  pieces: [tray, mat],
  fits: [{ kind: 'lid', outer: 'Mat', inner: 'Tray', times: 1 }],
  supplies: [],
  tools: [],
  steps: [{ says: 'Fold', pieces: ['Tray'], when: 'table', cautions: [], supplies: [] }],
  contents: [],
  variants: [newVersion('A4', [{ piece: 'Tray', number: 'width', value: '4' }])],
}

test('scores are typed as they are said and read back the same', () => {
  expect(scoresText(tray, 'width')).toBe('1, 4 1/2')
  const changed = withScores(tray, 'width', '1, 4 1/4,')
  expect(changed.scores?.[0]).toEqual({ along: 'width', at: ['1', '4 1/4'] })
  expect(scoresText(withScores(tray, 'width', ''), 'width')).toBe('')
})

test('a score that stops short is kept when the others are typed again', () => {
  expect(otherScores(tray)).toBe(1)
  expect(otherScores(withScores(tray, 'width', '2'))).toBe(1)
  expect(otherScores(withScores(tray, 'height', '3'))).toBe(1)
})

test('how a score folds stays with it when the scores are typed again', () => {
  const folded: Piece = {
    ...tray,
    scores: [
      { along: 'width', at: ['1'], fold: 'mountain', angle: 90 },
      { along: 'width', at: ['4 1/2'], angle: 0 },
    ],
  }
  expect(scoresText(folded, 'width')).toBe('1, 4 1/2')
  expect(otherScores(folded)).toBe(0)
  // Another distance in its place, one more behind it, and one removed.
  expect(withScores(folded, 'width', '1 1/4, 4 1/2').scores?.[0]).toMatchObject({ at: ['1 1/4'], angle: 90 })
  const more = withScores(folded, 'width', '1, 4 1/2, 5')
  expect(more.scores?.map((group) => group.angle)).toEqual([90, 0, undefined])
  expect(withScores(folded, 'width', '4 1/2').scores).toEqual([{ along: 'width', at: ['4 1/2'], angle: 0 }])
})

test('renaming a piece takes its mats and fits along', () => {
  const renamed = withPiece(list, 0, { ...tray, name: 'Base' })
  expect(renamed.pieces?.[1]?.mat_of?.piece).toBe('Base')
  expect(renamed.fits?.[0]).toMatchObject({ outer: 'Mat', inner: 'Base' })
})

test('a piece that goes takes its fits with it, and order is changed one step at a time', () => {
  expect(withoutPieces(list, 0, 0)).toMatchObject({ pieces: [{ name: 'Mat' }], fits: [] })
  expect(movedPiece(list, 0, 1).pieces?.map((p) => p.name)).toEqual(['Mat', 'Tray'])
  expect(movedPiece(list, 0, -1)).toBe(list)
})

test('a new piece has a name of its own and goes on in the paper of the last', () => {
  expect(newPiece([{ ...blank, name: 'Piece 2', paper: 'print' }])).toMatchObject({
    name: 'Piece 3',
    paper: 'print',
  })
})

test('a fault is shown at the field it names', () => {
  const faults = [
    { path: 'pieces[1].scores[0].at[1]', message: 'x' },
    { path: 'pieces[11].width', message: 'y' },
  ]
  expect(faultsOf(faults, 1)).toEqual([{ field: 'scores', message: 'x' }])
})

test('a piece is doubled below itself, and put at another place', () => {
  expect(duplicatedPiece(list, 0).pieces?.map((p) => p.name)).toEqual(['Tray', 'Tray (2)', 'Mat'])
  expect(placedPiece(list, 1, 0).pieces?.map((p) => p.name)).toEqual(['Mat', 'Tray'])
  expect(placedPiece(list, 1, 1)).toBe(list)
})

test('what names a piece follows its new name, and goes when it goes', () => {
  const renamed = withPiece(list, 0, { ...tray, name: 'Base' })
  expect(renamed.steps?.[0]?.pieces).toEqual(['Base'])
  expect(renamed.variants?.[0]?.numbers[0]?.piece).toBe('Base')
  expect(withoutPieces(list, 0, 0).variants?.[0]?.numbers).toEqual([])
  expect(withoutPieces(list, 0, 0).steps?.[0]?.pieces).toEqual([])
})

test('a piece never takes the name of another, so that what names the one cannot follow the other', () => {
  const renamed = withPiece(list, 1, { ...mat, name: 'Tray' })
  expect(renamed.pieces?.map((p) => p.name)).toEqual(['Tray', 'Tray (2)'])
  expect(renamed.steps?.[0]?.pieces).toEqual(['Tray'])
  expect(renamed.fits?.[0]).toMatchObject({ outer: 'Tray (2)', inner: 'Tray' })
})

test('a fix puts its pieces in their lines, changes the parts it gives and leaves the rest as it was typed', () => {
  const wide = { ...tray, width: '6' }
  const changes = { pieces: [{ at: 0, piece: wide }, { at: 2, piece: blank }], fits: null, tools: ['trimmer'] } // prettier-ignore
  expect(withChanges(list, changes)).toEqual({ ...list, pieces: [wide, mat, blank], tools: ['trimmer'] })
  expect(withChanges(list, { tools: [] }).pieces).toEqual(list.pieces)
})

test('minutes of the steps are summed, and nothing is said where none is', () => {
  const step = { says: 'x', pieces: [], when: 'table' as const, cautions: [], supplies: [] }
  expect(minutesOf([{ ...step, minutes: '2.5' }, { ...step, minutes: '0.1' }, step])).toBe('2.6')
  expect(minutesOf([step])).toBe('')
})
