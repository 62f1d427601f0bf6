import { expect, test } from 'vitest'
import { emptyClass } from './newClass'
import { seatsByFee, withFees } from './otherFees'

const members = { name: 'Members', fee: '12', seats: 5 }
const posted = { name: 'By post', fee: '22', seats: 2 }
const draft = { ...emptyClass({ id: 1, name: 'Drawer' }), seats: 8, other_fees: [members, posted] }

test('the usual fee has the seats that are on no other, and the first have theirs where there are too few', () => {
  expect(seatsByFee(draft)).toEqual([5, 2, 1])
  expect(seatsByFee({ ...draft, seats: 6 })).toEqual([5, 1, 0])
  expect(seatsByFee({ ...draft, seats: 0, other_fees: [] })).toEqual([0])
})

test('a cost that is for one fee goes along with its name, and is for every seat when the fee is gone', () => {
  const postage = { name: 'Postage', amount: '4', per: 'seat' as const, times: '1', over: 1, only: 'By post' }
  const with_ = { ...draft, extras: [postage] }
  const renamed = withFees(with_, [members, { ...posted, name: 'Posted' }], ['By post', 'Posted'])
  expect(renamed.extras?.[0]?.only).toBe('Posted')
  expect(withFees(with_, [members]).extras?.[0]?.only).toBe('')
})
