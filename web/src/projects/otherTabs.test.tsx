import { MantineProvider } from '@mantine/core'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, type ComponentType, useEffect, useState } from 'react'
import { createRoot, type Root } from 'react-dom/client'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import type { Project, ProjectIn } from '../api/client'
import { AssemblyTab } from './AssemblyTab'
import { draftOf, emptyProject, newPiece, withChanges } from './draft'
import type { Work } from './ProjectPage'
import { VersionsTab } from './VersionsTab'

vi.hoisted(() => {
  globalThis.fetch = () =>
    Promise.resolve(new Response('[]', { headers: { 'content-type': 'application/json' } }))
})

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
  variants: [{ name: 'A4', numbers: [{ piece: 'Card', number: 'width', value: '8 1/4' }] }],
  id: 1,
  units: 'in',
  roles: ['body'],
  words: [],
  also: [],
  numbers: [
    { piece: 'Card', number: 'width', value: '8 1/2', nominal: '21.5 cm' },
    { piece: 'Card', number: 'height', value: '4', nominal: '10 cm' },
  ],
  checks: [
    {
      level: 'note',
      code: 'caution-offered',
      where: 'step 1',
      says: 'a caution belongs here: Guard down',
      piece: null,
      version: '',
      mend: { says: 'show it', changes: { tools: ['trimmer', 'shown'] } },
    },
    {
      level: 'error',
      code: 'larger-than-paper',
      where: 'Card',
      says: 'no sheet holds it',
      piece: 0,
      version: 'A4',
    },
  ],
  papers: {},
}

let root: Root
let holder: HTMLElement
let doc: ProjectIn
const seen = (draft: ProjectIn) => {
  doc = draft
}

function Page({ tab: Tab }: { tab: ComponentType<Work> }) {
  const [draft, setDraft] = useState<ProjectIn>(draftOf(project))
  useEffect(() => {
    seen(draft)
  })
  return (
    <Tab
      project={project}
      doc={draft}
      units="in"
      status="saved"
      faults={[]}
      paperOf={() => undefined}
      change={setDraft}
      mend={(changes) => setDraft(withChanges(draft, changes))}
    />
  )
}

async function open(tab: ComponentType<Work>) {
  await act(async () => {
    root.render(
      <MantineProvider>
        <QueryClientProvider client={new QueryClient()}>
          <Page tab={tab} />
        </QueryClientProvider>
      </MantineProvider>,
    )
    await Promise.resolve()
  })
}

const field = (label: string) => {
  const found = holder.querySelector<HTMLInputElement>(`[aria-label="${label}"]`)
  if (!found) throw new Error(`there is no field called ${label}`)
  return found
}

async function type(input: HTMLInputElement, value: string) {
  await act(async () => {
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(input, value)
    input.dispatchEvent(new Event('input', { bubbles: true }))
    await Promise.resolve()
  })
}

async function press(input: HTMLElement, key: string, more: KeyboardEventInit = {}) {
  await act(async () => {
    input.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }))
    await Promise.resolve()
  })
}

async function click(text: string) {
  const button = [...holder.querySelectorAll('button')].find(
    (b) => b.textContent?.includes(text) || b.getAttribute('aria-label') === text,
  )
  if (!button) throw new Error(`there is no button ${text}`)
  await act(async () => {
    button.click()
    await Promise.resolve()
  })
}

beforeEach(() => {
  vi.stubGlobal('IS_REACT_ACT_ENVIRONMENT', true)
  vi.stubGlobal('ResizeObserver', class { observe() {} unobserve() {} disconnect() {} }) // prettier-ignore
  Object.defineProperty(document, 'fonts', { value: new EventTarget(), configurable: true })
  holder = document.createElement('div')
  document.body.append(holder)
  root = createRoot(holder)
})

afterEach(() => {
  act(() => root.unmount())
  holder.remove()
  vi.unstubAllGlobals()
})

test('a step is written in place, and Enter on the last adds the next', async () => {
  await open(AssemblyTab)
  await type(field('Step 2'), 'Fold and burnish')
  await type(field('Minutes a kit of step 2'), '1.5')
  expect(doc.steps?.[1]).toMatchObject({ says: 'Fold and burnish', minutes: '1.5' })
  await press(field('Step 2'), 'Enter')
  expect(doc.steps).toHaveLength(3)
  await press(field('Step 3'), 'ArrowUp', { altKey: true })
  expect(doc.steps?.map((s) => s.says)).toEqual(['Trim', 'Next step', 'Fold and burnish'])
  await click('Take step 1 out')
  expect(doc.steps?.map((s) => s.says)).toEqual(['Next step', 'Fold and burnish'])
})

test('a caution is offered where its step is, and shown by its mend', async () => {
  await open(AssemblyTab)
  expect(holder.textContent).toContain('step 1: a caution belongs here: Guard down.')
  await click('Show it')
  expect(doc.tools).toEqual(['trimmer', 'shown'])
})

test('what goes inside has three sizes, and a length that is none is marked', async () => {
  await open(AssemblyTab)
  await type(field('depth of Jar'), '2 1/0')
  expect(doc.contents?.[0]?.depth).toBe('2 1/0')
  expect(field('depth of Jar').getAttribute('aria-invalid')).toBe('true')
  await click('Put something inside')
  expect(doc.contents?.map((c) => c.piece)).toEqual(['Card', 'Card'])
  await click('Take Jar out')
  expect(doc.contents?.map((c) => c.name)).toEqual(['Treat'])
})

test('only numbers that differ stand side by side, and an emptied one is shared again', async () => {
  await open(VersionsTab)
  expect(holder.querySelectorAll('tbody tr')).toHaveLength(1)
  await type(field('Card, width, in A4'), '8')
  expect(doc.variants?.[0]?.numbers).toEqual([{ piece: 'Card', number: 'width', value: '8' }])
  await type(field('Card, width, in A4'), '')
  expect(doc.variants?.[0]?.numbers).toEqual([])
  expect(holder.textContent).toContain('No number differs yet')
})

test('a version is added, named, put in nominal centimetres and taken out', async () => {
  await open(VersionsTab)
  await click('One in nominal centimetres')
  expect(doc.variants?.[1]?.numbers.map((n) => n.value)).toEqual(['21.5 cm', '10 cm'])
  expect(holder.querySelectorAll('tbody tr')).toHaveLength(2)
  await type(field('Name of version 2'), 'Metric')
  expect(doc.variants?.[1]?.name).toBe('Metric')
  await click('Take version A4 out')
  expect(doc.variants?.map((v) => v.name)).toEqual(['Metric'])
})

test('what a version finds that the list does not is said with its name', async () => {
  await open(VersionsTab)
  expect(holder.textContent).toContain('A4: Card: no sheet holds it.')
})
