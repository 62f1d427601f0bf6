import { expect, test } from 'vitest'
import { costSaid, missingSaid } from './costs'

test('unknown money is not 0', () => {
  // The tab, the bench and three cards said 0.00 a kit where nothing had a price.
  expect(costSaid('0.00', 2, 'USD')).toBe('no price yet')
  expect(costSaid('3.10', 2, 'USD')).toMatch(/^at least .*3\.10$/)
  expect(costSaid('3.10', 0, 'USD')).toMatch(/^[^a-z]*3\.10$/)
  expect(costSaid('0.00', 0, 'USD')).toMatch(/0\.00$/)
  expect([missingSaid(0), missingSaid(1), missingSaid(2)]).toEqual([
    '',
    '1 price missing',
    '2 prices missing',
  ])
})
