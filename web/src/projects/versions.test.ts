import { expect, test } from 'vitest'
import { emptyProject } from './draft'
import { nominal, numberSaid, rowsThatDiffer, valueIn, withValue, withVersion } from './versions'

const numbers = [
  { piece: 'Card', number: 'width', value: '8 1/2', nominal: '21.5 cm' },
  { piece: 'Card', number: 'score width 1', value: '4 1/4', nominal: '10.5 cm' },
]
const doc = withVersion(emptyProject('Card'), 'A4', [])

test('a version shares every number until one is written, and again when it is emptied', () => {
  const written = withValue(doc, 0, numbers[0]!, '8 1/4')
  expect(rowsThatDiffer(written, numbers)).toEqual([numbers[0]])
  expect(valueIn(written.variants[0]!, numbers[0]!)).toBe('8 1/4')
  expect(valueIn(written.variants[0]!, numbers[1]!)).toBeUndefined()
  const again = withValue(written, 0, numbers[0]!, ' ')
  expect(rowsThatDiffer(again, numbers)).toEqual([])
})

test('a second version of a name gets a number; a nominal one changes every number', () => {
  const two = withVersion(doc, 'A4', nominal(numbers))
  expect(two.variants?.map((v) => v.name)).toEqual(['A4', 'A4 (2)'])
  expect(two.variants?.[1]?.numbers.map((n) => n.value)).toEqual(['21.5 cm', '10.5 cm'])
})

test('a number is named as it is said', () => {
  expect(numberSaid('score width 1')).toBe('score 1 along the width')
  expect(numberSaid('slit height 2 from')).toBe('slit 2 along the height, from')
  expect(numberSaid('hole 1 x')).toBe('hole 1, from the left')
  expect(numberSaid('width')).toBe('width')
})
