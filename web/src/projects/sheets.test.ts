import { expect, test } from 'vitest'
import { emptyProject, newPiece } from './draft'
import { type ReadLine, takenOf, withTaken } from './lines'
import {
  newVersion,
  numberSaid,
  piecesThatDiffer,
  withCount,
  withLeftOut,
  withoutPieceAdded,
  withPaper,
  withPieceAdded,
  withSupply,
} from './versions'

const card = { ...newPiece([]), name: 'Card', width: '4', height: '6' }
const line = (more: Partial<ReadLine>): ReadLine => ({
  number: 1,
  what: 'piece',
  supply: null,
  step: '',
  text: '',
  tidy: '',
  piece: null,
  questions: [],
  carried: false,
  of: 0,
  pieces: more.piece ? [more.piece] : [],
  tidies: [],
  parts: [],
  notes: [],
  ...more,
})
const question = { start: 0, end: 1, code: 'no-size', message: 'how large?', suggestions: [], learns: [] }
const ribbon = { id: 7, name: 'Ribbon', per_kit: '20', unit: 'in', cuts: 2, new: false }

test('a sheet goes to its three places, and what is asked about stays', () => {
  const lines = [
    line({ what: 'heading', text: 'Seed evening:' }),
    line({ number: 2, piece: card, text: 'Card 4 x 6' }),
    line({ number: 3, text: 'stars: 7', questions: [question] }),
    line({ number: 4, what: 'supply', supply: ribbon, text: '2 lengths of ribbon, 10 in each' }),
    line({ number: 5, what: 'supply', supply: { ...ribbon, id: null, name: 'Gems' }, text: '3 gems' }),
    line({ number: 6, what: 'step', step: 'Fold it.', text: '1. Fold it.' }),
  ]
  const { taken, left } = takenOf(lines, emptyProject('X'), false)
  expect(left.map((row) => row.text)).toEqual(['stars: 7', '3 gems'])
  const doc = withTaken({ ...emptyProject('X'), pieces: [card] }, taken)
  expect(doc.pieces?.map((piece) => piece.name)).toEqual(['Card', 'Card (2)'])
  expect(doc.supplies).toEqual([{ supply: '7', per_kit: '20', cuts: 2 }])
  expect(doc.steps?.map((step) => step.says)).toEqual(['Fold it.'])
  // What a kit takes already is changed there: the line stays.
  expect(takenOf(lines, doc, true).left.map((row) => row.text)).toContain('2 lengths of ribbon, 10 in each')
})

test('a sheet names a project that nobody has named, and no other', () => {
  const { taken } = takenOf([line({ what: 'heading', text: '# Seed evening:' })], emptyProject('X'), false)
  expect(withTaken(emptyProject('New project (2)'), taken).name).toBe('Seed evening')
  expect(withTaken(emptyProject('Lantern'), taken).name).toBe('Lantern')
})

test('a piece waits for the line that goes on about it, and that for the piece', () => {
  const wrap = line({ number: 1, piece: card, text: 'Wrap 4 x 6' })
  const more = line({ number: 2, what: 'more', of: 1, text: 'score at 9', questions: [question] })
  expect(takenOf([wrap, more], emptyProject('X'), false).left).toEqual([wrap, more])
  expect(takenOf([wrap, { ...more, questions: [] }], emptyProject('X'), false)).toMatchObject({
    left: [],
    taken: { pieces: [card] },
  })
  const pair = line({ pieces: [card, { ...card, name: 'Lid' }], piece: card })
  expect(takenOf([pair], emptyProject('X'), false).taken.pieces).toHaveLength(2)
})

test('a supply that the cupboard has not is made there', () => {
  const gems = { id: null, name: 'Gems', per_kit: '3', unit: '', cuts: 1, new: true }
  const { taken, left } = takenOf([line({ what: 'supply', supply: gems })], emptyProject('X'), false)
  expect(left).toEqual([])
  expect(taken.made).toEqual([{ name: 'Gems', per_kit: '3', cuts: 1, unit: 'each' }])
})

const doc = { ...emptyProject('X'), pieces: [card], variants: [newVersion('A4'), newVersion('Small')] }

test('a version counts, cuts and leaves out pieces, and shares again what is cleared', () => {
  const counted = withCount(doc, 0, 'Card', 3)
  expect(counted.variants?.[0]?.counts).toEqual([{ piece: 'Card', per_kit: 3 }])
  expect(counted.variants?.[1]?.counts).toEqual([])
  expect(piecesThatDiffer(counted)).toEqual(['Card'])
  expect(withCount(counted, 0, 'Card', null).variants?.[0]?.counts).toEqual([])
  const papered = withPaper(doc, 1, 'Card', 'print')
  expect(papered.variants?.[1]?.papers).toEqual([{ piece: 'Card', paper: 'print' }])
  expect(withPaper(papered, 1, 'Card', '').variants?.[1]?.papers).toEqual([])
  const out = withLeftOut(doc, 0, 'Card', true)
  expect(out.variants?.[0]?.left_out).toEqual(['Card'])
  expect(withLeftOut(out, 0, 'Card', false).variants?.[0]?.left_out).toEqual([])
})

test('a version takes another amount of a supply, or none', () => {
  const use = { supply: '7', per_kit: '20', cuts: 1 }
  const more = withSupply(doc, 0, use, '24')
  expect(more.variants?.[0]?.supplies).toEqual([{ ...use, per_kit: '24' }])
  const none = withSupply(more, 0, use, false)
  expect(none.variants?.[0]).toMatchObject({ supplies: [], without: ['7'] })
  expect(withSupply(none, 0, use, null).variants?.[0]).toMatchObject({ supplies: [], without: [] })
})

test('a piece of a version alone has a name of its own', () => {
  const added = withPieceAdded(doc, 0, card)
  expect(added.variants?.[0]?.added.map((piece) => piece.name)).toEqual(['Card (2)'])
  expect(withoutPieceAdded(added, 0, 'Card (2)').variants?.[0]?.added).toEqual([])
})

test('every number of a version is said in words', () => {
  expect(numberSaid('score width 2')).toBe('score 2 along the width')
  expect(numberSaid('slit height 1 relief')).toBe('slit 1 along the height, width of the wedge')
  expect(numberSaid('diagonal 1 to x')).toBe('diagonal 1, ends, from the left')
  expect(numberSaid('window 2 width')).toBe('window 2, width')
  expect(numberSaid('corner 1')).toBe('corner 1')
})
