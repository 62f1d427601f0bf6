/** What comparing a list found, as it is sent back and as it is said. */
import { plural } from '@lingui/core/macro'
import type { Compared, Schemas } from '../api/client'

export type ChangeIn = Schemas['ChangeIn']

export const keyOf = (row: Compared) => `${row.kind ?? ''} ${row.id ?? row.line}`

/** Every field of some rows that is different, as it is taken over. */
export const changesOf = (rows: Compared[]): ChangeIn[] =>
  rows.flatMap(({ kind, id, changes }) =>
    kind && id !== null ? changes.map(({ field, was, now }) => ({ kind, id, field, was, now })) : [],
  )

/** The changes that take those back. */
export const backAgain = (changes: ChangeIn[]): ChangeIn[] =>
  changes.map((change) => ({ ...change, was: change.now, now: change.was }))

/** How many of each answer there are, in a sentence. */
export function sentence(rows: Compared[]): string {
  const count = (...answers: Compared['answer'][]) =>
    rows.filter((row) => answers.includes(row.answer)).length
  const parts = [
    [count('changed'), (n: number) => plural(n, { one: '# is different', other: '# are different' })],
    [count('same'), (n: number) => plural(n, { one: '# is the same', other: '# are the same' })],
    [count('several', 'other-unit'), (n: number) => plural(n, { other: '# to look at yourself' })],
    [
      count('unknown'),
      (n: number) => plural(n, { one: '# is not in the cupboard', other: '# are not in the cupboard' }),
    ],
    [
      count('unlisted'),
      (n: number) => plural(n, { one: '# is not in the list', other: '# are not in the list' }),
    ],
  ] as const
  return `${parts.flatMap(([n, words]) => (n ? [words(n)] : [])).join(', ')}.`
}
