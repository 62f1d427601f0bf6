import { expect, test } from 'vitest'
import { counted, daysAway, letterOf, money, roundedMoney, sumOf } from './words'

test('a count has its noun, in the singular for one', () => {
  expect(counted(1, 'sheet')).toBe('1 sheet')
  expect(counted(0, 'sheet')).toBe('0 sheets')
  expect(counted(2, 'supply', 'supplies')).toBe('2 supplies')
  expect(counted(17764, 'sheet')).toBe('17 764 sheets')
})

test('money keeps every digit it was given', () => {
  expect(money('1234.50', 'EUR')).toBe('€1 234.50')
  expect(money('-3.05', 'GBP')).toBe('−£3.05')
  expect(money('300', 'JPY')).toBe('300 JPY')
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
