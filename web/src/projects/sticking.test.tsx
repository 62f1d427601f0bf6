import { beforeEach, expect, test } from 'vitest'
import type { Project } from '../api/client'
import { doc, find, holder, open, type, wait } from '../testing/editor'
import { answerWith } from '../testing/server'
import { emptyProject, newPiece } from './draft'
import { ListTab } from './ListTab'

const supplies = [
  { id: 1, name: 'Strong tape', unit: 'length', joinable: true },
  { id: 2, name: 'Wet glue', unit: 'ml', joinable: true },
  { id: 3, name: 'Foam pads', unit: 'each', joinable: true },
]
const project: Project = {
  ...emptyProject('Box'),
  pieces: [
    { ...newPiece([]), name: 'Tray', width: '5', height: '7' },
    { ...newPiece([]), name: 'Label', width: '2', height: '2' },
  ],
  supplies: [
    { supply: '1', per_kit: '20', cuts: 1, sticks: ['tab'] },
    { supply: '3', cuts: 1, lifts: ['Label'] },
  ],
  fits: [],
  tools: [],
  steps: [],
  contents: [],
  variants: [],
  id: 1,
  units: 'in',
  roles: ['body'],
  words: ['', ''],
  also: ['', ''],
  numbers: [],
  folded: [],
  together: [],
  girths: [],
  glue: [
    { at: 'tab', length: '14', ml: '0.3', pieces: 'Tray 14 in.', school: 'tape', supplies: [1], minutes: 0 },
    { at: 'mat', length: '40', ml: '0.8', pieces: 'Mat 40 in.', school: 'glue', supplies: [2], minutes: 10 },
  ],
  worked: { '1': '14', '3': '4' },
  checks: [],
  papers: {},
}

const button = (words: string) => {
  const found = [...holder.querySelectorAll('button')].find((one) => one.textContent === words)
  if (!found) throw new Error(`no button ${words}`)
  return found
}

beforeEach(async () => {
  answerWith((path) =>
    Promise.resolve(path === '/api/supplies' ? supplies : path === '/api/studio' ? { groove: '1/8' } : []),
  )
  await open(ListTab, project, 'saved')
  await wait(50)
})

test('what is worked out is shown, and what is typed over says so and can be given up', async () => {
  expect(find<HTMLInputElement>("input[aria-label='How much Foam pads a kit takes']").value).toBe('4')
  expect(find<HTMLInputElement>("input[aria-label='How much Strong tape a kit takes']").value).toBe('20')
  expect(holder.textContent).toContain('Typed over.')
  expect(holder.textContent).toContain('Worked out it is 14 in.')
  button('Work it out').click()
  await wait(50)
  expect(doc.supplies?.[0]).toMatchObject({ supply: '1', sticks: ['tab'] })
  expect(doc.supplies?.[0]?.per_kit).toBeUndefined()
})

test('a number typed over one that is worked out stays what it is', async () => {
  await type(find<HTMLInputElement>("input[aria-label='How much Foam pads a kit takes']"), '6')
  expect(doc.supplies?.[1]).toMatchObject({ per_kit: '6', lifts: ['Label'] })
})

test('what nothing holds is offered the adhesive of the studio', async () => {
  expect(holder.textContent).toContain('Held by Strong tape.')
  expect(holder.textContent).toContain('Glue dries for about 10 minutes: its label decides.')
  button('Hold them with Wet glue').click()
  await wait(50)
  expect(doc.supplies?.at(-1)).toMatchObject({ supply: '2', sticks: ['mat'] })
  expect(doc.supplies?.at(-1)?.per_kit).toBeUndefined()
})
