import { expect, test } from 'vitest'
import { sizeWithin } from './picture'

test('a picture is made smaller in proportion, and never larger', () => {
  expect(sizeWithin(4000, 3000, 1200)).toEqual({ width: 1200, height: 900 })
  expect(sizeWithin(300, 4000, 1200)).toEqual({ width: 90, height: 1200 })
  expect(sizeWithin(640, 480, 1200)).toEqual({ width: 640, height: 480 })
  expect(sizeWithin(1, 9000, 1200)).toEqual({ width: 1, height: 1200 })
})
