import { expect, test } from 'vitest'
import type { Compared } from '../api/client'
import { base64Of } from '../ui/saving/base64'
import { backAgain, changesOf, sentence } from './prices'

const row = (answer: Compared['answer'], more: Partial<Compared> = {}): Compared => ({
  answer, sure: true, line: 1, listed: '', listed_code: '', kind: 'paper', id: 1, name: 'Kraft', code: '',
  changes: [], ...more,
}) // prettier-ignore

test('what is taken over and taken back again is as it was', () => {
  const changes = [{ field: 'price' as const, was: null, now: '3.00', was_said: '', now_said: '3.00' }]
  const sent = changesOf([row('changed', { changes }), row('unknown', { kind: null, id: null })])
  expect(sent).toEqual([{ kind: 'paper', id: 1, field: 'price', was: null, now: '3.00' }])
  expect(backAgain(sent)).toEqual([{ kind: 'paper', id: 1, field: 'price', was: '3.00', now: null }])
  expect(backAgain(backAgain(sent))).toEqual(sent)
})

test('a comparison is said in a sentence, and only of what there is', () => {
  expect(sentence([row('changed'), row('same'), row('same'), row('unlisted')])).toBe(
    '1 is different, 2 are the same, 1 is not in the list.',
  )
})

test('bytes of any length are base64', () => {
  const bytes = Uint8Array.from({ length: 20_001 }, (_, n) => n % 256)
  expect(Uint8Array.from(atob(base64Of(bytes)), (sign) => sign.charCodeAt(0))).toEqual(bytes)
})
