import { QueryClient } from '@tanstack/react-query'
import { expect, test } from 'vitest'
import { changed, keys, newest } from './queries'

test('an answer that comes late is not kept over a newer save', () => {
  const queries = new QueryClient()
  const key = keys.kitClass(1)
  queries.setQueryData(key, { version: 5, seats: 9 })
  expect(newest(queries, key, { version: 4, seats: 8 })).toEqual({ version: 5, seats: 9 })
  expect(newest(queries, key, { version: 5, seats: 9, planned: 'now' })).toMatchObject({ planned: 'now' })
  expect(newest(queries, keys.kitClass(2), { version: 1 })).toEqual({ version: 1 })
})

test.each([
  ['paper', ['papers', 'class', 'seats', 'sizes', 'options', 'bench', 'project']],
  ['supply', ['supplies', 'class', 'seats', 'bench', 'project']],
  ['project', ['projects', 'class', 'classes', 'cutting', 'seats', 'sizes', 'options', 'bench']],
  ['class', ['classes', 'cutting', 'seats', 'sizes', 'bench', 'projects']],
  ['pack', ['packs', 'class', 'seats', 'bench']],
] as const)('after a change of a %s what follows from it is old', async (what, follow) => {
  const queries = new QueryClient()
  const all = [
    keys.papers, keys.supplies, keys.packs, keys.projects, keys.project(1, 'A4'), keys.classes, keys.kitClass(1),
    keys.cutting(1), keys.options(1, 2, []), keys.sizes(1, 2), keys.seats(1, 2), keys.bench, keys.session,
  ] // prettier-ignore
  for (const key of all) queries.setQueryData(key, {})
  await changed(queries, what)
  const old = all.filter((key) => queries.getQueryState(key)?.isInvalidated).map((key) => String(key[0]))
  for (const name of follow) expect(old).toContain(name)
  expect(old).not.toContain('session')
})

test('a list and its sister versions go by one kind of key', () => {
  expect(keys.project(3)).toEqual(['project', 3, ''])
  expect(keys.project(3, 'A4')).toEqual(['project', 3, 'A4'])
})
