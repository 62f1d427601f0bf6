import { afterEach, expect, test } from 'vitest'
import { letterOf } from '../ui/drawing/letters'
import { sheets } from './counts'
import { dateOf, dayOf, daysAway, money, number, roundedMoney, sumOf, writeAsIn } from './format'

const NARROW = '\u202f'
const NO_BREAK = '\u00a0'

afterEach(() => writeAsIn('en-GB'))

test('a count has its noun, in the singular for one', () => {
  expect(sheets(1)).toBe('1 sheet')
  expect(sheets(0)).toBe('0 sheets')
  expect(sheets(17764)).toBe('17,764 sheets')
})

// CLDR's habits of each place, as the browser's Intl has them.
test.each([
  ['en-GB', '17,764', '€1,234.50', '2 December 2026', 'Wed, 2 December 2026'],
  ['en-US', '17,764', '€1,234.50', 'December 2, 2026', 'Wed, December 2, 2026'],
  ['de-AT', `17${NO_BREAK}764`, `€${NO_BREAK}1.234,50`, '2 December 2026', 'Wed, 2 December 2026'],
  ['fr-FR', `17${NARROW}764`, `1${NARROW}234,50${NO_BREAK}€`, '2 December 2026', 'Wed, 2 December 2026'],
])('numbers, money and days are written as in %s', (place, count, price, date, day) => {
  writeAsIn(place)
  expect(number(17764)).toBe(count)
  expect(sheets(17764)).toBe(`${count} sheets`)
  expect(money('1234.50', 'EUR')).toBe(price)
  expect(dateOf('2026-12-02T09:00:00Z')).toBe(date)
  // whether a comma is behind the weekday is another matter from one edition of CLDR to the next.
  const plain = (text: string) => text.replace('Wed, ', 'Wed ')
  expect(plain(dayOf('2026-12-02'))).toBe(plain(day))
})

test('the plural is that of the sentence, whatever the place', () => {
  // French says 0 in the singular; the sentence is English.
  writeAsIn('fr-FR')
  expect(sheets(0)).toBe('0 sheets')
})

test('money keeps every digit it was given', () => {
  expect(money('-3.05', 'GBP')).toBe('-£3.05')
  expect(money('300', 'JPY')).toBe('JP¥300')
  expect(money('0.125', 'EUR')).toBe('€0.125')
  expect(money('12345678901234567.89', 'EUR')).toBe('€12,345,678,901,234,567.89')
})

test('letters go on after Z', () => {
  expect([0, 25, 26, 51, 52].map(letterOf)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA'])
})

test('days are said as a person says them', () => {
  expect([0, 1, 8, 33, -1, -47].map(daysAway)).toEqual([
    'today',
    'tomorrow',
    'in 8 days',
    'in 5 weeks',
    'yesterday',
    '47 days ago',
  ])
})

test('money is summed exactly in its own minor unit', () => {
  expect(sumOf(['0.10', '0.20', '11.40'])).toBe('11.70')
  expect(sumOf(['0.01', '0.02'])).toBe('0.03')
  expect(sumOf(['300', '45'])).toBe('345')
  expect(sumOf(['1.250', '0.005'])).toBe('1.255')
  expect(sumOf([])).toBe('0')
})

test('an amount is rounded to the decimals of its own currency', () => {
  // Source: ISO 4217 for the minor units.
  expect(roundedMoney('12.345', 'EUR')).toBe('12.35')
  expect(roundedMoney('12.3449', 'EUR')).toBe('12.34')
  expect(roundedMoney('1234.5', 'JPY')).toBe('1235')
  expect(roundedMoney('0.0005', 'KWD')).toBe('0.001')
  expect(roundedMoney('-0.005', 'GBP')).toBe('-0.01')
  expect(roundedMoney('7', 'USD')).toBe('7.00')
})
