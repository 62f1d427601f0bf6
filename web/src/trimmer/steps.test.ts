import { expect, test } from 'vitest'
import type { Cutting, Layout, Stroke } from '../api/client'
import { bladesOf, outcomeOf, piecesIn, sheetsOf, stepsOf } from './steps'

const sheet = { x: 0, y: 0, width: 200, height: 100 }

const layout: Layout = {
  letter: 'A',
  times: 3,
  stock: { kind: 'sheet', width: 200, height: 100 },
  placements: [
    { piece: 'Mat', colourway: 'Fern', region: { x: 0, y: 0, width: 60, height: 100 }, turned: false },
    { piece: 'Mat', colourway: 'Fern', region: { x: 60, y: 0, width: 60, height: 100 }, turned: false },
    { piece: 'Tag', colourway: 'Fern', region: { x: 120, y: 0, width: 30, height: 40 }, turned: false },
  ],
  residuals: [
    { region: { x: 120, y: 40, width: 30, height: 60 }, kept: true },
    { region: { x: 150, y: 0, width: 50, height: 100 }, kept: false },
  ],
  cuts: [],
}

const stroke = (more: Partial<Stroke>): Stroke => ({
  paper: '1', along: 'width', width: 200, height: 100, count: 3, times: 2, strokes: 6, gives: ['Mat'], strip: 'piece',
  remains: 80, rest: 'part', rest_gives: null, parts: [{ layout: 'A', region: sheet }], turned: 0, ...more,
}) // prettier-ignore

const cutting: Pick<Cutting, 'rounds'> = {
  rounds: [
    {
      why: 'plan',
      papers: [
        { paper: '1', sheets: 3, lower_bound: 3, proved: true, mixed: false, safety: 0, within_reach: 0, offcuts_used: 0, layouts: [layout] },
      ],
      cutting: {
        layouts: 1, settings: 2, strokes: 12, minutes: 3, turns: 1, most_waiting: 1,
        batches: [
          { setting: 60, squaring: false, waiting: [{ paper: '1', width: 30, height: 100, count: 3 }], strokes: [stroke({}), stroke({ gives: [], strip: 'part', rest: 'waste' })] },
          {
            setting: 40, squaring: false, waiting: [],
            strokes: [
              stroke({
                along: 'height', width: 30, height: 100, times: 1, gives: ['Tag'], rest: 'waste', remains: 60,
                parts: [{ layout: 'A', region: { x: 120, y: 0, width: 30, height: 100 } }],
              }),
            ],
          },
        ],
      },
    },
  ],
} // prettier-ignore

const steps = stepsOf(cutting)
const at = (n: number) => {
  const step = steps[n]
  if (!step) throw new Error(`there is no step ${n}`)
  return step
}

test('the trimmer is set at the first step of a setting and stays for the others', () => {
  expect(steps.map((s) => [s.setting, s.setNow, s.batch, s.batches])).toEqual([
    [60, true, 1, 2],
    [60, false, 1, 2],
    [40, true, 2, 2],
  ])
})

test('what waits is said with the last step of a setting', () => {
  expect(steps.map((s) => s.waiting.length)).toEqual([0, 1, 0])
})

test('a strip for a punch is kept whole', () => {
  const step = { ...at(0), stroke: stroke({ strip: 'strip', rest: 'strip', rest_gives: 'Dot' }) }
  expect(outcomeOf(step)).toEqual([
    'Gives 6 strips for Mat: keep the strip whole.',
    'What is left is a strip for Dot: keep it whole.',
  ])
})

test('the blade comes down once a strip', () => {
  expect(bladesOf(at(0))).toEqual([60, 120])
  expect(bladesOf(at(2))).toEqual([40])
})

test('a step says what comes off and what is left', () => {
  expect(outcomeOf(at(0))).toEqual([
    'Gives 6 pieces: Mat.',
    'What is left is cut again: keep it in a pile of its own.',
  ])
  expect(outcomeOf(at(1))[0]).toBe('Gives 6 strips to cut again. Keep them in a pile.')
  // The rest of this part is the kept offcut above the tag.
  expect(outcomeOf(at(2))[1]).toBe('What is left is worth keeping: put it with the offcuts.')
  expect(outcomeOf({ ...at(1), stroke: stroke({ rest: 'piece', rest_gives: 'Tag' }) })[1]).toBe(
    'What is left is 3 pieces too: Tag. Measure it.',
  )
  expect(outcomeOf({ ...at(1), stroke: stroke({ strip: 'waste', gives: [] }) })[0]).toBe(
    'What comes off cannot be used.',
  )
})

test('a miscut can name the pieces that the part in hand still holds, and no others', () => {
  expect(piecesIn(at(0))).toEqual(['Mat', 'Tag'])
  expect(piecesIn(at(2))).toEqual(['Tag'])
})

test('the sheets of a step are those its parts lie on', () => {
  expect(sheetsOf(at(0)).map((s) => s.layout.letter)).toEqual(['A'])
  expect(sheetsOf({ ...at(0), stroke: stroke({ paper: '2' }) })).toEqual([])
})
