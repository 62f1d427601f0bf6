import { expect, test } from 'vitest'
import { PLACES, placeOf, usualIn } from './places'

test('what is usual in a place follows from where it is', () => {
  expect(usualIn('en-US')).toEqual({ currency: 'USD', units: 'in', sheet: 'letter', first_day: 0 })
  expect(usualIn('de-AT')).toEqual({ currency: 'EUR', units: 'cm', sheet: 'a4', first_day: 1 })
  expect(usualIn('en-GB')).toEqual({ currency: 'GBP', units: 'in', sheet: 'a4', first_day: 1 })
})

test('every place has a currency that money can be written in', () => {
  for (const place of PLACES) {
    const { currency } = usualIn(place)
    expect(new Intl.NumberFormat(place, { style: 'currency', currency }).format(1)).toBeTruthy()
  }
})

test('the place is the one that the browser says, or one of its language', () => {
  expect(placeOf(['de-AT', 'en'])).toBe('de-AT')
  expect(placeOf(['fr', 'en-GB'])).toBe('en-GB')
  expect(placeOf(['it'])).toBe('it-IT')
  expect(placeOf(['en'])).toBe('en-GB')
  expect(placeOf(['xx'])).toBe('en-GB')
  expect(placeOf([])).toBe('en-GB')
})
