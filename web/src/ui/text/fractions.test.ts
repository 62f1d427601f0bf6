import { expect, test } from 'vitest'
import { fractionRuns, sentence } from './fractions'

test('only the fraction is marked, never the whole number or the date', () => {
  expect(fractionRuns('at 4 13/16 in, 2')).toEqual([
    { text: 'at 4 ', fraction: false },
    { text: '13/16', fraction: true },
    { text: ' in, 2', fraction: false },
  ])
  expect(fractionRuns('11')).toEqual([{ text: '11', fraction: false }])
  expect(fractionRuns('')).toEqual([])
})

test('a finding begins with a large letter', () => {
  expect(sentence('the mat is larger')).toBe('The mat is larger')
})
