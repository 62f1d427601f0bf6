import { describe, expect, test } from 'vitest'
import table from '../../../../tests/lengths.json'
import { lengthParts, readLength, writeLength, type Units } from './length'

describe('lengths, by the same table as the core', () => {
  test.each(table.reads)('$text in $units is read exactly', ({ text, units, nm }) => {
    expect(readLength(text, units as Units)).toEqual({ ok: true, nm: Number(nm) })
  })
  test.each(table.refuses)('$text in $units is refused', ({ text, units, code }) => {
    expect(readLength(text, units as Units)).toEqual({ ok: false, code })
  })
})

test('every sixty-fourth up to a 12 inch side is written and read back', () => {
  for (let n = 0; n <= 12 * 64; n++) {
    expect(readLength(writeLength(n * 396_875, 'in'), 'in')).toEqual({ ok: true, nm: n * 396_875 })
  }
})

test('a fraction is shown in its lowest terms, and millimetres where it is no sixty-fourth', () => {
  expect(lengthParts(107_950_000, 'in')).toEqual({ whole: '4', top: '1', bottom: '4', unit: '' })
  expect(lengthParts(20_637_500, 'in')).toEqual({ whole: '', top: '13', bottom: '16', unit: '' })
  expect(writeLength(108_000_000, 'in')).toBe('108 mm')
  expect(writeLength(107_950_000, 'cm')).toBe('10.795')
})
