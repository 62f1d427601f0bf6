import { beforeEach, expect, test } from 'vitest'
import type { Piece, Project, Schemas } from '../api/client'
import { click, find, open as openTab, type, wait } from '../testing/editor'
import { answerWith } from '../testing/server'
import { emptyProject, newPiece } from './draft'
import { ListTab } from './ListTab'
import { line } from '../testing/readLine'

const tray: Piece = {
  ...newPiece([]),
  name: 'Tray',
  width: '5 1/2',
  height: '7',
  scores: [{ along: 'width', at: ['1', '4 1/2'] }],
}
const project: Project = {
  ...emptyProject('Box'),
  pieces: [tray],
  fits: [],
  supplies: [],
  tools: [],
  steps: [],
  contents: [],
  variants: [],
  id: 1,
  units: 'in',
  roles: ['body', 'print'],
  words: ['Tray: 5 1/2 x 7 in; in body'],
  also: ['hole 1/8 at 1, 1'],
  numbers: [],
  folded: [],
  together: [],
  girths: [],
  glue: [],
  worked: {},
  checks: [],
  papers: {},
}

let answer: Schemas['LinesOut']
let learnt: Schemas['LearnsOut'][]

beforeEach(() => {
  learnt = []
  answer = { rows: false, lines: [], faults: [] }
  answerWith(async (path, request) => {
    if (path === '/api/studio') return { groove: '1/8' }
    if (path === '/api/words') {
      const word = (await request.json()) as Schemas['LearnsOut']
      learnt.push(word)
      return { ...word, id: learnt.length }
    }
    return path === '/api/lines' ? answer : []
  })
})

test('what else is said of a piece stands under it, and is said once while it is read', async () => {
  const noted = { ...project, pieces: [{ ...tray, note: 'for the spine' }] }
  await openTab(ListTab, noted, 'saved')
  expect(find('[role=listitem]').textContent).toContain('Note: for the spine')
  answer = {
    rows: false,
    lines: [{ ...line('Lid 6 x 7', { ...tray, name: 'Lid', note: 'gorgeous' }), notes: ['gorgeous'] }],
    faults: [],
  }
  await type(find<HTMLTextAreaElement>("textarea[aria-label='A piece in words']"), 'Lid 6 x 7 gorgeous')
  expect(find('[role=status]').textContent).not.toContain('kept as a note')
})

test('one question for the whole text asks which words are papers, and its answer is in every line', async () => {
  const of = (number: number, word: string) => ({
    ...line(`Tag ${number} 2 x 3, ${word}`, { ...tray, name: `Tag ${number}` }, [
      {
        start: 0,
        end: 13 + word.length,
        code: 'paper-or-note',
        message: `is '${word}' its paper?`,
        suggestions: [`Tag ${number}: 2 x 3 in; in ${word}`, `Tag ${number}: 2 x 3 in; note "${word}"`],
        learns: (['paper', 'note'] as const).map((means) => ({ said: word, means, instead: '' })),
      },
    ]),
    number,
  })
  await openTab(ListTab, project, 'saved')
  answer = { rows: false, lines: [of(1, 'vanilla'), of(2, 'gorgeous')], faults: [] }
  const box = find<HTMLTextAreaElement>("textarea[aria-label='A piece in words']")
  await type(box, 'Tag 1 2 x 3, vanilla\nTag 2 2 x 3, gorgeous')
  const papers = find("section[aria-labelledby='which-papers']")
  expect(papers.textContent).toContain('Which of these are papers?vanillagorgeous')
  expect(find('[role=status]').textContent).not.toContain('Write')
  papers.querySelector('input')?.click()
  await wait(0)
  await click('These are, the others are words for me')
  await wait(0)
  expect(box.value).toBe('Tag 1: 2 x 3 in; in vanilla\nTag 2: 2 x 3 in; note "gorgeous"')
  expect(learnt).toEqual([
    { said: 'vanilla', means: 'paper', instead: '' },
    { said: 'gorgeous', means: 'note', instead: '' },
  ])
})
