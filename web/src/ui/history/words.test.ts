import { describe, expect, it } from 'vitest'
import { deedOf, differenceOf } from './words'

describe('what was changed, in words', () => {
  it('says where, what was and what is', () => {
    expect(differenceOf({ way: ['pieces', 'Drawer', 'width'], was: '4', now: '4 1/2' })).toEqual({
      where: 'pieces · Drawer · width',
      what: '4 → 4 1/2',
    })
  })
  it('says what is new, gone, or too long', () => {
    expect(differenceOf({ way: ['fee'], was: null, now: '9.00' }).what).toBe('9.00')
    expect(differenceOf({ way: ['fee'], was: '9.00', now: null }).what).toBe('9.00 → nothing')
    expect(differenceOf({ way: ['steps'], was: null, now: null }).what).toBe('too long to show')
    expect(differenceOf({ way: [], was: null, now: 70 }).what).toBe('70 places')
  })
  it('says the order of rows and the name of a field', () => {
    expect(differenceOf({ way: ['pieces', 'order'], was: ['A', 'B'], now: ['B', 'A'] })).toEqual({
      where: 'pieces · order',
      what: 'A, B → B, A',
    })
    expect(differenceOf({ way: ['pack_price'], was: '3.00', now: '4.00' }).where).toBe('price of a pack')
  })
  it('says what is not known here as it is', () => {
    expect(deedOf('asked-in')).toBe('asked somebody in')
    expect(deedOf('sung')).toBe('sung')
  })
})
