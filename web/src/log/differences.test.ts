import { expect, test } from 'vitest'
import { differencesOf, reallyTook, reallyUsed } from './differences'
import type { Log, LogThing, StepTaken } from './useLog'

const thing = (more: Partial<LogThing>): LogThing => ({
  paper: 1, supply: null, name: 'Loam kraft', width: 0, height: 0, unit: '', planned: '35', seen: null,
  used: null, ran_out: false, version: 1, ...more,
}) // prettier-ignore

const batch = (more: Partial<StepTaken>): StepTaken => ({
  key: 'cut', says: 'Cut', planned: 600, seen: null, timed: 0, steps: 0, took: null, version: 1, ...more,
}) // prettier-ignore

const log = (more: Partial<Log>): Log => ({
  finished: null, things: [], batches: [], table: [], miscuts: [], kits: [], notes: [], ...more,
}) // prettier-ignore

test('what was said comes before what was seen, and what nobody knows is no difference', () => {
  expect(reallyUsed(thing({ seen: '36' }))).toBe('36')
  expect(reallyUsed(thing({ seen: '36', used: '37' }))).toBe('37')
  expect(differencesOf(log({ things: [thing({}), thing({ seen: '35' })] }))).toEqual([])
  expect(differencesOf(log({ things: [thing({ used: '37' })] }))).toEqual(['Loam kraft: planned 35, used 37'])
  const glue = thing({ paper: null, supply: 4, name: 'Wet glue', unit: 'ml', planned: '21', used: '24' })
  expect(differencesOf(log({ things: [glue] }))).toEqual(['Wet glue: planned 21 ml, used 24 ml'])
  const offcut = thing({ width: 5, height: 6, planned: '2', used: '0' })
  expect(differencesOf(log({ things: [offcut] }))).toEqual([
    'Loam kraft: planned to keep 2 of an offcut, kept 0',
  ])
})

test('a guide that timed only some of its steps says nothing of the whole', () => {
  expect(reallyTook(batch({ seen: 300, timed: 9, steps: 10 }))).toBeNull()
  expect(reallyTook(batch({ seen: 300, timed: 10, steps: 10 }))).toBe(300)
  expect(reallyTook(batch({ seen: 300, timed: 10, steps: 10, took: 420 }))).toBe(420)
  const timed = log({
    batches: [batch({ took: 900 }), batch({ key: 'bag' }), batch({ key: 'x', planned: null, took: 60 })],
  })
  expect(differencesOf(timed)).toEqual(['The batches that were timed: planned 10 min, took 15 min'])
})

test('miscuts and what ran out are differences too', () => {
  const found = log({
    miscuts: [{ piece: 'Card', count: 2, by: 'a spare' }],
    things: [thing({ ran_out: true }), thing({ name: 'Oat milk', ran_out: true })],
  })
  expect(differencesOf(found)).toEqual(['Spoilt at the trimmer: 2', 'Ran out: Loam kraft, Oat milk'])
})
