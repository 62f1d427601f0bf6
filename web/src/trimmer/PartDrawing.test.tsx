import { renderToStaticMarkup } from 'react-dom/server'
import { expect, test } from 'vitest'
import type { Stroke } from '../api/client'
import { PartDrawing } from './PartDrawing'
import type { Step } from './steps'

const step = (more: Partial<Stroke>, setting = 25_400_000): Step => ({
  stroke: {
    paper: '1', along: 'width', width: 101_600_000, height: 50_800_000, count: 2, times: 3, strokes: 6, gives: ['Mat'],
    strip: 'piece', remains: 25_400_000, rest: 'waste', rest_gives: null, parts: [], turned: 0, ...more,
  },
  setting,
  setNow: true,
  squaring: false,
  waiting: [],
  batch: 1,
  batches: 1,
  round: { why: 'plan', papers: [], cutting: { layouts: 0, settings: 0, strokes: 0, minutes: 0, turns: 0, most_waiting: 0, batches: [] } },
}) // prettier-ignore

function drawn(of: Step) {
  const holder = document.createElement('div')
  holder.innerHTML = renderToStaticMarkup(<PartDrawing step={of} units="in" width={400} height={300} />)
  const numbers = (element: Element | null | undefined, ...names: string[]) =>
    names.map((name) => Number(element?.getAttribute(name)))
  const [whole, strip] = [...holder.querySelectorAll('rect')]
  return { holder, numbers, whole, strip }
}

test('the part is drawn true, and the strip is as wide as the setting', () => {
  const { numbers, whole, strip } = drawn(step({}))
  const [w = 0, h = 0] = numbers(whole, 'width', 'height')
  expect(w / h).toBeCloseTo(2, 6)
  const [cut = 0] = numbers(strip, 'width')
  expect(cut / w).toBeCloseTo(25.4 / 101.6, 6)
})

test('the blade is at the end of the strip, and the other strips are drawn faintly', () => {
  const { holder, numbers, whole, strip } = drawn(step({}))
  const blade = holder.querySelector('line.drawn-blade')
  const [x = 0] = numbers(whole, 'x')
  const [cut = 0] = numbers(strip, 'width')
  expect(numbers(blade, 'x1')[0]).toBeCloseTo(x + cut, 6)
  expect(holder.querySelectorAll('line:not(.drawn-blade)')).toHaveLength(2)
})

test('a part turned a quarter lies with its height along the rule, its top to the right', () => {
  const { holder, numbers, whole } = drawn(step({ along: 'height', times: 1 }))
  const [w = 0, h = 0] = numbers(whole, 'width', 'height')
  expect(w / h).toBeCloseTo(0.5, 6)
  const arrow = holder.querySelector('g path:last-of-type + title, g title')?.parentElement
  expect(arrow?.querySelector('path')?.getAttribute('d')).toContain('h22')
  expect(holder.textContent).toContain('the top of the sheet points this way')
})

test('a length that no sixty-fourth says is in millimetres, and in nothing else', () => {
  const { holder } = drawn(step({}, 25_000_000))
  expect(holder.querySelector('svg')?.getAttribute('aria-label')).toContain('at 25 mm on the rule')
  expect(holder.textContent).not.toContain('mm in')
})

test('the drawing says in words what it shows', () => {
  const { holder } = drawn(step({}))
  expect(holder.querySelector('svg')?.getAttribute('aria-label')).toBe(
    'The part lies with its edge at 1 in on the rule; the blade cuts 1 in off it',
  )
  expect(holder.textContent).toContain('1 in')
})
