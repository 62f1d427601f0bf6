import { expect, test } from 'vitest'
import { emptyProject, newPiece } from './draft'
import { knownOf, rowsOf, spansOf, withAdded, withSuggestion } from './lines'

const question = (start: number, end: number) => ({
  start,
  end,
  code: 'not-understood',
  message: 'what?',
  suggestions: [],
  learns: [],
})
const card = { ...newPiece([]), name: 'Card', width: '4 1/4', height: '11', paper: 'print A' }

test('a line is cut where it is asked about, in characters and not in code units', () => {
  const size = { start: 6, end: 11, what: 'size' as const }
  const spans = spansOf({ text: 'Tag 🌱 2 x 3, skore 2', parts: [size], questions: [question(13, 20)] })
  expect(spans.map((s) => [s.text, s.what, s.question !== null])).toEqual([
    ['Tag 🌱 ', '', false],
    ['2 x 3', 'size', false],
    [', ', '', false],
    ['skore 2', '', true],
  ])
  const all = { text: 'all', start: 0, end: 3, what: '', question: null }
  expect(spansOf({ text: 'all', parts: [], questions: [] })).toEqual([all])
})

test('a question within a part, and one that points at no words, lose nothing of the line', () => {
  const text = 'Lid 6 x 7, score 2'
  const score = { start: 11, end: 18, what: 'score' as const }
  const spans = spansOf({ text, parts: [score], questions: [question(17, 18), question(4, 4)] })
  expect(spans.map((s) => s.text).join('')).toBe(text)
  expect(spans.filter((s) => s.question).map((s) => s.text)).toEqual(['2'])
})

test('a suggestion goes in its place; removed words leave no gap', () => {
  const text = 'Card 2 x 3, skore 2'
  expect(withSuggestion(text, question(12, 19), 'score 2')).toBe('Card 2 x 3, score 2')
  expect(withSuggestion(text, question(12, 19), '')).toBe('Card 2 x 3')
  expect(withSuggestion('Tag about 2 x 3', question(4, 9), '')).toBe('Tag 2 x 3')
})

test('added pieces keep names of their own', () => {
  const doc = withAdded({ ...emptyProject('X'), pieces: [card] }, [card, card])
  expect(doc.pieces?.map((p) => p.name)).toEqual(['Card', 'Card (2)', 'Card (3)'])
})

test('the reader is told the roles, the names and the paper to go on in', () => {
  expect(knownOf({ ...emptyProject('X'), pieces: [card] })).toEqual({
    roles: ['print A'],
    pieces: ['Card'],
    listed: [card],
    role: 'print A',
  })
  expect(knownOf(emptyProject('X')).role).toBe('body')
})

test('rows for a spreadsheet have the columns of the table format', () => {
  const scored = {
    ...card,
    scores: [
      { along: 'width' as const, at: ['1', '2'] },
      { along: 'width' as const, at: ['3'], from: '0', to: '1' },
    ],
  }
  const [header, row] = rowsOf(
    [{ ...scored, name: 'A "b"', note: 'for her' }],
    () => 'score width at 3 from 0 to 1',
  ).split('\n')
  expect(header?.split('\t')).toHaveLength(12)
  expect(row?.split('\t')).toEqual([
    '"A ""b"""', '1', '4 1/4', '11', '1; 2', '', 'print A', 'yes', 'trim', '', 'score width at 3 from 0 to 1', 'for her',
  ]) // prettier-ignore
})
