import { beforeEach, expect, test } from 'vitest'
import type { Piece, Project, Schemas } from '../api/client'
import { answerWith } from '../testing/server'
import { doc, find, focus, holder, open as openTab, press, type, wait } from '../testing/editor'
import { emptyProject, newPiece } from './draft'
import { ListTab } from './ListTab'
import { line } from '../testing/readLine'
import type { ProjectContext } from './context'

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
  place: 'named',
  message: 'on Tray, column 2 the border is 1/8 in',
  piece: 1,
  version: '',
  others: [],
  fix: {
    message: 'cut it 3 1/4 x 6 3/4 in',
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
  also: ['hole 1/8 at 1, 1', 'mat of Tray column 2'],
  numbers: [],
  folded: [],
  together: [],
  girths: [],
  glue: [],
  worked: {},
  checks: [finding],
  papers: {},
}

let asked: { text: string; roles: string[]; pieces: string[] }[]
let answer: Schemas['LinesOut']
/** What holds an answer back. */
let held: Promise<void>

const open = (status: ProjectContext['status'] = 'saved') => openTab(ListTab, project, status)

beforeEach(() => {
  asked = []
  answer = { rows: false, lines: [], faults: [] }
  held = Promise.resolve()
  answerWith(async (path, request) => {
    if (path === '/api/studio') return { groove: '1/8' }
    if (path !== '/api/lines') return []
    asked.push((await request.json()) as (typeof asked)[number])
    const given = answer
    await held
    return given
  })
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

test('a line with a question of its geometry stays, is underlined, and is answered by Alt 1', async () => {
  await open()
  const question = {
    start: 10,
    end: 17,
    code: 'not-understood',
    message: 'skore 2?',
    suggestions: ['score 2'],
    learns: [],
  }
  answer = {
    rows: false,
    lines: [
      {
        ...line('Lid 6 x 7 skore 2', { ...tray, name: 'Lid' }, [question]),
        parts: [{ start: 4, end: 9, what: 'size' as const }],
      },
    ],
    faults: [],
  }
  const box = find<HTMLTextAreaElement>("textarea[aria-label='A piece in words']")
  await type(box, 'Lid 6 x 7 skore 2')
  expect(find('[data-part=size]').textContent).toBe('6 x 7')
  expect(find('[role=status] u').textContent).toBe('skore 2')
  await press(box, 'Enter')
  expect(doc.pieces).toHaveLength(2)
  expect(box.value).toBe('Lid 6 x 7 skore 2')
  await press(box, 'Enter', { ctrlKey: true })
  expect(doc.pieces).toHaveLength(2)
  await press(box, '1', { code: 'Digit1', altKey: true })
  expect(box.value).toBe('Lid 6 x 7 score 2')
})

test('a question of words alone goes in with Ctrl Enter, as it is drawn', async () => {
  await open()
  const question = {
    start: 10,
    end: 15,
    code: 'paper-or-note',
    message: 'zebra?',
    suggestions: [],
    learns: [],
  }
  answer = {
    rows: false,
    lines: [line('Lid 6 x 7 zebra', { ...tray, name: 'Lid' }, [question])],
    faults: [],
  }
  const box = find<HTMLTextAreaElement>("textarea[aria-label='A piece in words']")
  await type(box, 'Lid 6 x 7 zebra')
  await press(box, 'Enter')
  expect(doc.pieces).toHaveLength(2)
  await press(box, 'Enter', { ctrlKey: true })
  expect(doc.pieces?.map((p) => p.name)).toEqual(['Tray', 'Mat', 'Lid'])
})

test('each part of a line is in the tint of what it became, and a click goes to it', async () => {
  await open()
  const read = {
    ...line('Lid 6 x 7 kraft', { ...tray, name: 'Lid' }),
    parts: [
      { start: 4, end: 9, what: 'size' as const },
      { start: 10, end: 15, what: 'paper' as const },
    ],
  }
  answer = { rows: false, lines: [read], faults: [] }
  const box = find<HTMLTextAreaElement>("textarea[aria-label='A piece in words']")
  await type(box, 'Lid 6 x 7 kraft')
  const parts = [...document.querySelectorAll<HTMLElement>('[data-part]')]
  expect(parts.map((part) => [part.textContent, part.dataset.part])).toEqual([
    ['6 x 7', 'size'],
    ['kraft', 'paper'],
  ])
  parts[1]?.click()
  await wait(20)
  expect(box.value.slice(box.selectionStart, box.selectionEnd)).toBe('kraft')
})

test('faults of a pasted table are said by line and nothing is added', async () => {
  await open()
  const fault = { path: 'line 2, column 3 (width)', code: 'not-a-length', message: 'is no length' }
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

test('the fix is beside the finding and is applied by its key, but not to a list that has moved on', async () => {
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

test('keys duplicate, move and remove; Shift and arrows mark rows', async () => {
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

test('a number highlights its line, and a line takes the cursor to its number', async () => {
  await open()
  const number = find<HTMLInputElement>('#mark-scores-0-1')
  await focus(number)
  expect(holder.querySelector('aside line[stroke="var(--drawn-cut)"]')).not.toBeNull()
  await type(number, '4 5/8')
  expect(doc.pieces?.[0]?.scores?.[0]?.at).toEqual(['1', '4 5/8'])
  expect(find('aside').textContent).toContain('Panels along the width')
})

test('the mats of a piece are drawn on it, named by letter where the name is too long', async () => {
  await open()
  expect(find('aside svg').textContent).toContain('Mat')
})

const BOX = "textarea[aria-label='A piece in words']"
const lid = line('Lid 6 x 7', { ...tray, name: 'Lid' })

test('what is typed while a line is being read stays, and a second Enter adds nothing twice', async () => {
  await open()
  answer = { rows: false, lines: [lid], faults: [] }
  let release = () => {}
  held = new Promise((done) => {
    release = done
  })
  const box = find<HTMLTextAreaElement>(BOX)
  await type(box, 'Lid 6 x 7', 0)
  await press(box, 'Enter')
  await press(box, 'Enter')
  await type(box, 'Lid 6 x 7\nTag 1 x 2', 0)
  release()
  await wait(0)
  expect(doc.pieces?.map((p) => p.name)).toEqual(['Tray', 'Mat', 'Lid'])
  expect(box.value).toBe('Tag 1 x 2')
})

test('a line changed while it is being read is not added as it was', async () => {
  await open()
  answer = { rows: false, lines: [lid], faults: [] }
  let release = () => {}
  held = new Promise((done) => {
    release = done
  })
  const box = find<HTMLTextAreaElement>(BOX)
  await type(box, 'Lid 6 x 7', 0)
  await press(box, 'Enter')
  await type(box, 'Lid 5 x 7', 0)
  release()
  await wait(0)
  expect(doc.pieces).toHaveLength(2)
  expect(box.value).toBe('Lid 5 x 7')
})

test('words typed and left at once are read all the same', async () => {
  await open()
  const words = find<HTMLTextAreaElement>("textarea[aria-label='Tray in words']")
  answer = { rows: false, lines: [line('Tray: 6 x 7', { ...tray, width: '6' })], faults: [] }
  await focus(words)
  await type(words, 'Tray: 6 x 7', 20)
  await focus(words, false)
  await wait(0)
  expect(asked.at(-1)?.text).toBe('Tray: 6 x 7')
  expect(doc.pieces?.[0]?.width).toBe('6')
})

test('words read late change nothing but their piece, as the rest is by then', async () => {
  await open()
  const words = find<HTMLTextAreaElement>("textarea[aria-label='Tray in words']")
  answer = { rows: false, lines: [line('Tray: 6 x 7', { ...tray, width: '6' })], faults: [] }
  let release = () => {}
  held = new Promise((done) => {
    release = done
  })
  await focus(words)
  await type(words, 'Tray: 6 x 7')
  await type(find<HTMLInputElement>('#height-1'), '6 1/2')
  release()
  await wait(0)
  expect(doc.pieces?.map((p) => [p.width, p.height])).toEqual([
    ['6', '7'],
    ['3 1/4', '6 1/2'],
  ])
})

test('words that are asked about stay when another piece is looked at', async () => {
  await open()
  const question = {
    start: 12,
    end: 19,
    code: 'not-understood',
    message: 'skore 2?',
    suggestions: [],
    learns: [],
  }
  answer = { rows: false, lines: [line('Tray: 6 x 7 skore 2', tray, [question])], faults: [] }
  const words = find<HTMLTextAreaElement>("textarea[aria-label='Tray in words']")
  await focus(words)
  await type(words, 'Tray: 6 x 7 skore 2')
  await focus(find('#name-1'))
  expect(find('aside h2').textContent).toContain('Mat')
  await focus(find('#name-0'))
  expect(find<HTMLTextAreaElement>("textarea[aria-label='Tray in words']").value).toBe('Tray: 6 x 7 skore 2')
})

test('a piece renamed in words goes on being written, and no piece takes the name of another', async () => {
  await open()
  answer = { rows: false, lines: [line('Base: 6 x 7', { ...tray, name: 'Base' })], faults: [] }
  const words = find<HTMLTextAreaElement>("textarea[aria-label='Tray in words']")
  await focus(words)
  await type(words, 'Base: 6 x 7')
  expect(doc.pieces?.map((p) => [p.name, p.mat_of?.piece])).toEqual([
    ['Base', undefined],
    ['Mat', 'Base'],
  ])
  expect(document.activeElement).toBe(words)
  answer = { rows: false, lines: [line('Mat: 6 x 7', { ...tray, name: 'Mat' })], faults: [] }
  await type(words, 'Mat: 6 x 7')
  expect(doc.pieces?.[0]?.name).toBe('Base')
  expect(find('aside').textContent).toContain('nother piece is called Mat')
})

test('a name typed through that of another piece takes nothing of it along', async () => {
  await open()
  const name = find<HTMLInputElement>('#name-0')
  await focus(name)
  await type(name, 'Mat')
  expect(name.getAttribute('aria-invalid')).toBe('true')
  expect(doc.pieces?.[0]?.name).toBe('Tray')
  await type(name, 'Mat box')
  expect(doc.pieces?.map((p) => [p.name, p.mat_of?.piece])).toEqual([
    ['Mat box', undefined],
    ['Mat', 'Mat box'],
  ])
  await type(name, 'Mat')
  await focus(name, false)
  expect(doc.pieces?.map((p) => p.name)).toEqual(['Mat (2)', 'Mat'])
})

test('rows are copied with what has no column, each its own whatever its place', async () => {
  await open()
  await press(find('#name-1'), 'ArrowUp', { altKey: true })
  const clipboard = new DataTransfer()
  find('#name-1').dispatchEvent(new ClipboardEvent('copy', { bubbles: true, cancelable: true, clipboardData: clipboard })) // prettier-ignore
  const rows = clipboard.getData('text/plain').split('\n')
  expect(rows[1]?.split('\t').at(0)).toBe('Mat')
  expect(rows[1]?.split('\t').at(-2)).toBe('mat of Tray column 2')
})
