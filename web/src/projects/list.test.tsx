import { MantineProvider } from '@mantine/core'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, useEffect, useState } from 'react'
import { createRoot, type Root } from 'react-dom/client'
import { MemoryRouter, Outlet, Route, Routes } from 'react-router'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import type { Piece, Project, ProjectIn, Schemas } from '../api/client'
import { draftOf, emptyProject, newPiece, withChanges } from './draft'
import { ListTab } from './ListTab'
import type { Work } from './ProjectPage'

// The API's client takes hold of fetch when it is loaded, so it is put in its place before that.
const server = vi.hoisted(() => {
  const held: { answer: (request: Request) => Promise<Response> } = {
    answer: () => Promise.reject(new Error('nobody answers')),
  }
  globalThis.fetch = (request) => held.answer(request as Request)
  return held
})

const tray: Piece = {
  ...newPiece([]),
  name: 'Tray',
  width: '5 1/2',
  height: '7',
  scores: [{ along: 'width', at: ['1', '4 1/2'] }],
}
const mat: Piece = {
  ...newPiece([]),
  name: 'Mat',
  paper: 'print',
  width: '3 1/4',
  height: '6',
  mat_of: { piece: 'Tray', column: 2, row: 1 },
}
const finding: Schemas['FindingOut'] = {
  level: 'warning',
  code: 'mat-uneven',
  where: 'Mat',
  says: 'on Tray, column 2 the border is 1/8 in',
  piece: 1,
  version: '',
  mend: {
    says: 'cut it 3 1/4 x 6 3/4 in',
    changes: { pieces: [{ at: 1, piece: { ...mat, height: '6 3/4' } }] },
  },
}
const project: Project = {
  ...emptyProject('Box'),
  pieces: [tray, mat],
  fits: [],
  supplies: [],
  tools: [],
  steps: [],
  contents: [],
  variants: [],
  id: 1,
  units: 'in',
  roles: ['body', 'print'],
  words: ['Tray: 5 1/2 x 7 in; in body', 'Mat: 3 1/4 x 6 in; in print'],
  also: ['', ''],
  numbers: [],
  checks: [finding],
  papers: {},
}

let root: Root
let holder: HTMLElement
let doc: ProjectIn
const seen = (draft: ProjectIn) => {
  doc = draft
}
let asked: { text: string; roles: string[]; pieces: string[] }[]
let answer: Schemas['LinesOut']

function Page({ status }: { status: Work['status'] }) {
  const [draft, setDraft] = useState<ProjectIn>(draftOf(project))
  useEffect(() => {
    seen(draft)
  })
  const work: Work = {
    project,
    doc: draft,
    units: 'in',
    status,
    faults: [],
    paperOf: () => undefined,
    change: setDraft,
    mend: (changes) => setDraft(withChanges(draft, changes)),
  }
  return <ListTab {...work} />
}

async function open(status: Work['status'] = 'saved') {
  await act(async () => {
    root.render(
      <MantineProvider>
        <QueryClientProvider client={new QueryClient()}>
          <MemoryRouter>
            <Routes>
              <Route
                element={<Outlet context={{ studio: { name: 'Ours', units: 'in', currency: 'EUR' } }} />}
              >
                <Route index element={<Page status={status} />} />
              </Route>
            </Routes>
          </MemoryRouter>
        </QueryClientProvider>
      </MantineProvider>,
    )
    await Promise.resolve()
  })
}

const find = <T extends HTMLElement>(selector: string): T => {
  const found = holder.querySelector<T>(selector)
  if (!found) throw new Error(`there is no ${selector}`)
  return found
}

async function type(field: HTMLInputElement | HTMLTextAreaElement, value: string) {
  const kind = field instanceof HTMLTextAreaElement ? HTMLTextAreaElement : HTMLInputElement
  await act(async () => {
    Object.getOwnPropertyDescriptor(kind.prototype, 'value')?.set?.call(field, value)
    field.dispatchEvent(new Event('input', { bubbles: true }))
    await vi.advanceTimersByTimeAsync(200)
  })
}

async function press(field: HTMLElement, key: string, more: KeyboardEventInit = {}) {
  await act(async () => {
    field.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }))
    await vi.advanceTimersByTimeAsync(50)
  })
}

beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal('IS_REACT_ACT_ENVIRONMENT', true)
  vi.stubGlobal('ResizeObserver', class { observe() {} unobserve() {} disconnect() {} }) // prettier-ignore
  // What the component library asks of a browser and the test's document lacks.
  Object.defineProperty(document, 'fonts', { value: new EventTarget(), configurable: true })
  asked = []
  answer = { rows: false, lines: [], faults: [] }
  server.answer = async (request) => {
    let body: unknown = []
    if (request.url.endsWith('/api/lines')) {
      asked.push((await request.json()) as (typeof asked)[number])
      body = answer
    } else if (request.url.endsWith('/api/studio')) {
      body = { groove: '1/8' }
    }
    return new Response(JSON.stringify(body), { headers: { 'content-type': 'application/json' } })
  }
  holder = document.createElement('div')
  document.body.append(holder)
  root = createRoot(holder)
})

afterEach(() => {
  act(() => root.unmount())
  holder.remove()
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

const line = (text: string, piece: Piece | null, questions: Schemas['QuestionOut'][] = []) => ({
  text,
  tidy: piece ? `${piece.name}: tidy` : '',
  piece,
  questions,
})

test('a line is read with what the list knows, shown in tidy words, and added by Enter', async () => {
  await open()
  answer = { rows: false, lines: [line('Lid 6 x 7', { ...tray, name: 'Lid' })], faults: [] }
  const box = find<HTMLTextAreaElement>("textarea[aria-label='A piece in words']")
  await type(box, 'Lid 6 x 7')
  expect(asked.at(-1)).toMatchObject({ text: 'Lid 6 x 7', roles: ['body', 'print'], pieces: ['Tray', 'Mat'] })
  expect(find('[role=status]').textContent).toContain('Lid: tidy')
  await press(box, 'Enter')
  expect(doc.pieces?.map((p) => p.name)).toEqual(['Tray', 'Mat', 'Lid'])
  expect(box.value).toBe('')
})

test('a line with a question stays, is underlined, and goes in as drawn by Ctrl Enter', async () => {
  await open()
  const question = { start: 10, end: 17, code: 'not-understood', says: 'skore 2?', suggestion: 'score 2' }
  answer = {
    rows: false,
    lines: [line('Lid 6 x 7 skore 2', { ...tray, name: 'Lid' }, [question])],
    faults: [],
  }
  const box = find<HTMLTextAreaElement>("textarea[aria-label='A piece in words']")
  await type(box, 'Lid 6 x 7 skore 2')
  expect(find('[role=status] u').textContent).toBe('skore 2')
  await press(box, 'Enter')
  expect(doc.pieces).toHaveLength(2)
  expect(box.value).toBe('Lid 6 x 7 skore 2')
  await press(box, 'Enter', { ctrlKey: true })
  expect(doc.pieces?.map((p) => p.name)).toEqual(['Tray', 'Mat', 'Lid'])
})

test('faults of a pasted table are told by line and nothing is added', async () => {
  await open()
  const fault = { path: 'line 2, column 3 (width)', code: 'not-a-length', says: 'is no length' }
  answer = { rows: true, lines: [], faults: [fault] }
  const box = find<HTMLTextAreaElement>("textarea[aria-label='A piece in words']")
  await type(box, 'name\twidth')
  expect(find('[role=status]').textContent).toContain('Line 2, column 3 (width): is no length')
  await press(box, 'Enter')
  expect(doc.pieces).toHaveLength(2)
})

test('typing in a cell changes that piece, and its drawing at once', async () => {
  await open()
  await type(find<HTMLInputElement>('#width-0'), '6')
  expect(doc.pieces?.[0]?.width).toBe('6')
  expect(find('aside svg[role=img]').getAttribute('aria-label')).toBe('Tray, 6 by 7 in')
  await type(find<HTMLInputElement>('#count-0'), '4 kits')
  expect(doc.pieces?.[0]?.per_kit).toBe(4)
})

test('a length that cannot be read is marked in its cell and kept as it was typed', async () => {
  await open()
  const cell = find<HTMLInputElement>('#height-1')
  await type(cell, '4 1/0')
  expect(cell.getAttribute('aria-invalid')).toBe('true')
  expect(doc.pieces?.[1]?.height).toBe('4 1/0')
})

test('the mend stands beside the finding and is applied by its key, but not to a list that has moved on', async () => {
  await open('waiting')
  const cell = find('#height-1')
  const button = [...holder.querySelectorAll('button')].find((b) => b.textContent?.includes('Cut it'))
  expect(button?.disabled).toBe(true)
  await press(cell, 'Enter', { altKey: true })
  expect(doc.pieces?.[1]?.height).toBe('6')
  await open('saved')
  await press(find('#height-1'), 'Enter', { altKey: true })
  expect(doc.pieces?.[1]?.height).toBe('6 3/4')
})

test('keys double, move and take off; Shift and arrows mark rows', async () => {
  await open()
  await press(find('#name-0'), 'd', { ctrlKey: true })
  expect(doc.pieces?.map((p) => p.name)).toEqual(['Tray', 'Tray (2)', 'Mat'])
  await press(find('#name-1'), 'ArrowDown', { altKey: true })
  expect(doc.pieces?.map((p) => p.name)).toEqual(['Tray', 'Mat', 'Tray (2)'])
  await press(find('#name-2'), 'ArrowUp', { shiftKey: true })
  expect(holder.querySelectorAll('[data-marked=true]')).toHaveLength(2)
  await press(find('#name-2'), 'Delete', { ctrlKey: true })
  expect(doc.pieces?.map((p) => p.name)).toEqual(['Tray'])
})

test('Enter on the last row starts the next piece in the same paper', async () => {
  await open()
  await press(find('#width-1'), 'Enter')
  expect(doc.pieces?.at(-1)).toMatchObject({ name: 'Piece 3', paper: 'print', width: '' })
})

test('a number lights its line, and a line takes the cursor to its number', async () => {
  await open()
  const number = find<HTMLInputElement>('#mark-scores-0-1')
  await act(async () => {
    number.focus()
    await Promise.resolve()
  })
  expect(holder.querySelector('aside line[stroke="var(--drawn-cut)"]')).not.toBeNull()
  await type(number, '4 5/8')
  expect(doc.pieces?.[0]?.scores?.[0]?.at).toEqual(['1', '4 5/8'])
  expect(find('aside').textContent).toContain('Panels along the width')
})

test('the mats of a piece are drawn on it, named by letter where the name is too long', async () => {
  await open()
  expect(find('aside svg').textContent).toContain('Mat')
})
