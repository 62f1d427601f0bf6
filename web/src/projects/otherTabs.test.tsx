import { expect, test } from 'vitest'
import type { Project } from '../api/client'
import { click, doc, field, holder, open, press, type } from '../testing/editor'
import { AssemblyTab } from './AssemblyTab'
import { newVersion } from './versions'
import { emptyProject, newPiece } from './draft'
import { VersionsTab } from './VersionsTab'

const project: Project = {
  ...emptyProject('Box'),
  pieces: [{ ...newPiece([]), name: 'Card', width: '8 1/2', height: '4' }],
  fits: [],
  supplies: [],
  tools: ['trimmer'],
  steps: [
    {
      says: 'Trim',
      pieces: ['Card'],
      tool: 'trimmer',
      minutes: '2',
      when: 'before',
      cautions: [],
      supplies: [],
    },
    { says: 'Fold', pieces: [], when: 'table', cautions: [], supplies: [] },
  ],
  contents: [{ name: 'Jar', width: '2', depth: '2', height: '3', piece: 'Card', rigid: true }],
  variants: [newVersion('A4', [{ piece: 'Card', number: 'width', value: '8 1/4' }])],
  id: 1,
  units: 'in',
  roles: ['body'],
  words: [],
  also: [],
  numbers: [
    { piece: 'Card', number: 'width', value: '8 1/2', nominal: '21.5 cm' },
    { piece: 'Card', number: 'height', value: '4', nominal: '10 cm' },
  ],
  folded: [],
  together: [],
  girths: [],
  glue: [],
  worked: {},
  checks: [
    {
      level: 'note',
      code: 'caution-offered',
      where: 'step 1',
      place: 'step',
      message: 'a caution belongs here: Guard down',
      piece: null,
      version: '',
      others: [],
      fix: { message: 'show it', changes: { tools: ['trimmer', 'shown'] } },
    },
    {
      level: 'error',
      code: 'larger-than-paper',
      where: 'Card',
      place: 'named',
      message: 'no sheet holds it',
      piece: 0,
      version: 'A4',
      others: [],
    },
  ],
  papers: {},
}

test('a step is written in place, and Enter on the last adds the next', async () => {
  await open(AssemblyTab, project)
  await type(field('Step 2'), 'Fold and burnish')
  await type(field('Minutes a kit of step 2'), '1.5')
  expect(doc.steps?.[1]).toMatchObject({ says: 'Fold and burnish', minutes: '1.5' })
  await press(field('Step 2'), 'Enter')
  expect(doc.steps).toHaveLength(3)
  await press(field('Step 3'), 'ArrowUp', { altKey: true })
  expect(doc.steps?.map((s) => s.says)).toEqual(['Trim', 'Next step', 'Fold and burnish'])
  await click('Remove step 1')
  expect(doc.steps?.map((s) => s.says)).toEqual(['Next step', 'Fold and burnish'])
})

test('a caution is offered where its step is, and shown by its fix', async () => {
  await open(AssemblyTab, project)
  expect(holder.textContent).toContain('step 1: a caution belongs here: Guard down.')
  await click('Show it')
  expect(doc.tools).toEqual(['trimmer', 'shown'])
})

test('what goes inside has three sizes, and a length that is none is marked', async () => {
  await open(AssemblyTab, project)
  await type(field('Depth of Jar'), '2 1/0')
  expect(doc.contents?.[0]?.depth).toBe('2 1/0')
  expect(field('Depth of Jar').getAttribute('aria-invalid')).toBe('true')
  await click('Put something inside')
  expect(doc.contents?.map((c) => c.piece)).toEqual(['Card', 'Card'])
  await click('Remove Jar')
  expect(doc.contents?.map((c) => c.name)).toEqual(['Treat'])
})

test('only numbers that differ are side by side, and an emptied one is shared again', async () => {
  await open(VersionsTab, project)
  expect(holder.querySelectorAll('tbody tr')).toHaveLength(1)
  await type(field('Card, width, in A4'), '8')
  expect(doc.variants?.[0]?.numbers).toEqual([{ piece: 'Card', number: 'width', value: '8' }])
  await type(field('Card, width, in A4'), '')
  expect(doc.variants?.[0]?.numbers).toEqual([])
  expect(holder.textContent).toContain('No number differs yet')
})

test('a version is added, named, put in nominal centimetres and removed', async () => {
  await open(VersionsTab, project)
  await click('One in nominal centimetres')
  expect(doc.variants?.[1]?.numbers.map((n) => n.value)).toEqual(['21.5 cm', '10 cm'])
  expect(holder.querySelectorAll('tbody tr')).toHaveLength(2)
  await type(field('Name of version 2'), 'Metric')
  expect(doc.variants?.[1]?.name).toBe('Metric')
  await click('Remove version A4')
  expect(doc.variants?.map((v) => v.name)).toEqual(['Metric'])
})

test('what a version finds that the list does not is said with its name', async () => {
  await open(VersionsTab, project)
  expect(holder.textContent).toContain('A4: Card: no sheet holds it.')
})
