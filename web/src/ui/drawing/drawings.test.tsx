import { renderToStaticMarkup } from 'react-dom/server'
import { expect, test } from 'vitest'
import type { Layout, Piece } from '../../api/client'
import { FracWords } from '../text/FracWords'
import { LayoutDrawing } from './LayoutDrawing'
import { Length, Size, TypedLength } from '../text/Length'
import { marksOf } from './marks'
import { PieceDrawing } from './PieceDrawing'
import { Swatch } from './Swatch'

const INCH = 25_400_000

const tray: Piece = {
  name: 'Tray',
  paper: 'body',
  outline: 'rectangle',
  removed: [],
  windows: [],
  notches: [],
  ends: [],
  per_kit: 1,
  width: '6',
  height: '4',
  scores: [
    { along: 'width', at: ['1', '5'] },
    { along: 'height', at: ['1'], from: '1', to: '5' },
    { from: ['0', '0'], to: ['1', '1'] },
  ],
  slits: [{ along: 'width', at: ['1'], to: '1' }],
  holes: [{ x: '3', y: '2', diameter: '1/4' }],
  corners: [{ at: ['top-left'], shape: 'round', size: '1/2' }],
  tabs: [{ column: 1, row: 1, runs: 1 }],
  follows_print: true,
  cut: 'trim',
  margin: '0',
  pitch: '0',
  spares: 0,
  faces: [],
  portion: 'whole',
  scrap: false,
}

const drawn = (piece: Piece, measured = true) => {
  const holder = document.createElement('div')
  holder.innerHTML = renderToStaticMarkup(
    <PieceDrawing piece={piece} units="in" frameWidth={662} frameHeight={448} measured={measured} />,
  )
  return holder
}

const lines = (holder: HTMLElement, dashed: boolean) =>
  [...holder.querySelectorAll('line')].filter((line) => line.hasAttribute('stroke-dasharray') === dashed)

const num = (element: Element | undefined, name: string) => Number(element?.getAttribute(name))

test('a piece is drawn at its true proportion', () => {
  const outline = drawn({ ...tray, corners: [] })
    .querySelector('path')
    ?.getAttribute('d')
  const [, bottom, right] = /M0 ([\d.]+) L0 0 L([\d.]+) 0/.exec(outline ?? '') ?? []
  expect(Number(right) / Number(bottom)).toBeCloseTo(6 / 4)
})

test('valley folds are dashed, slits are solid, and each lies where it is measured', () => {
  const holder = drawn(tray)
  const scores = lines(holder, true)
  expect(scores).toHaveLength(4)
  const [left, right, part] = scores
  expect(num(right, 'x1') / num(left, 'x1')).toBeCloseTo(5)
  expect(num(left, 'y1')).toBeGreaterThan(num(left, 'y2'))
  expect(num(part, 'x1')).toBeCloseTo(num(left, 'x1'))
  expect(num(part, 'x2')).toBeCloseTo(num(right, 'x1'))
  const [slit] = lines(holder, false)
  expect(num(slit, 'x1')).toBeCloseTo(num(left, 'x1'))
  expect(num(slit, 'y2')).toBeCloseTo(num(part, 'y1'))
})

test('panels are measured along both sides and the whole side outside them', () => {
  const said = [...drawn(tray).querySelectorAll('text')].map((text) => text.textContent)
  expect(said).toEqual(expect.arrayContaining(['6 in', '4 in', '1', '4', 'up']))
})

test('a tab is named once its panel is there', () => {
  const two: Piece = {
    ...tray,
    scores: [{ along: 'width', at: ['2'] }],
    tabs: [{ column: 2, row: 1, runs: 2 }],
  }
  expect(drawn(two).textContent).toContain('tab')
  expect(drawn({ ...two, tabs: [{ column: 3, row: 1, runs: 1 }] }).textContent).not.toContain('tab')
})

test('a hole and a rounded corner are drawn', () => {
  const holder = drawn(tray)
  const hole = holder.querySelector('circle') ?? undefined
  expect(num(hole, 'r') * 2 * 24).toBeCloseTo(num(lines(holder, true)[1], 'x1') * (24 / 20), 3)
  expect(holder.querySelector('path')?.getAttribute('d')).toContain('A')
})

test('a piece without a size yet is an empty frame that says so', () => {
  const holder = drawn({ ...tray, width: '' })
  expect(holder.querySelector('svg')?.getAttribute('aria-label')).toBe('Tray: no size yet')
  expect(holder.querySelectorAll('line')).toHaveLength(0)
})

test('what cannot be read is left out of the drawing, the rest stays', () => {
  const marks = marksOf({ ...tray, scores: [{ along: 'width', at: ['1', '4 1/'] }] }, 'in')
  expect(marks.scores.map((mark) => mark.at)).toEqual([INCH])
})

test('a length shows its fraction as a fraction, and millimetres where it is none', () => {
  expect(renderToStaticMarkup(<Length nm={4.25 * INCH} units="in" unit />)).toContain(
    '4 <span class="frac">1/4</span> in',
  )
  expect(renderToStaticMarkup(<Length nm={108_000_000} units="in" />)).toContain('108 mm')
  expect(renderToStaticMarkup(<Size width={8.5 * INCH} height={11 * INCH} units="in" />)).toContain('11 in')
  expect(renderToStaticMarkup(<TypedLength text="4 1/0" units="in" />)).toContain('class="severe">4 1/0')
  expect(renderToStaticMarkup(<FracWords text="1/8 in" />)).toContain('<span class="frac">1/8</span>')
})

test.each(['plain', 'sprigs', 'dots', 'stripes', 'checks', 'waves'])(
  'the motif %s draws something of its own',
  (motif) => {
    const look = { motif, ground: '#ffffff', ink: '#123456', print: 'none' }
    const pattern = renderToStaticMarkup(<Swatch look={look} />)
    expect(pattern).toContain('#123456')
  },
)

const box = (x: number, y: number, width: number, height: number) => ({
  x: x * INCH,
  y: y * INCH,
  width: width * INCH,
  height: height * INCH,
})

const layout: Layout = {
  letter: 'A',
  times: 8,
  stock: { kind: 'sheet', width: 8.5 * INCH, height: 11 * INCH },
  placements: [
    { piece: 'Tray', colourway: 'Fern', region: box(0, 0, 4, 6), turned: true },
    { piece: 'Tag', colourway: 'Fern', region: box(4, 0, 1, 2), turned: false },
  ],
  residuals: [
    { region: box(4, 2, 1, 4), kept: false },
    { region: box(0, 6, 8.5, 5), kept: true },
  ],
  cuts: [
    { setting: 6 * INCH, along: 'height', of: box(0, 0, 8.5, 11) },
    { setting: 4 * INCH, along: 'width', of: box(0, 0, 8.5, 6) },
  ],
}

function sheet(lit: string | null = null, print = 'one-way') {
  const holder = document.createElement('div')
  holder.innerHTML = renderToStaticMarkup(
    <LayoutDrawing
      layout={layout}
      units="in"
      look={{ motif: 'sprigs', ground: '#eeeeee', ink: '#226622', print }}
      pieces={new Map([['Tray', tray]])}
      letters={
        new Map([
          ['Tray', 'A'],
          ['Tag', 'B'],
        ])
      }
      lit={lit}
      frameWidth={628}
      frameHeight={587}
    />,
  )
  return holder
}

test('a sheet says what it is, and names its pieces where they fit and by letter where not', () => {
  const holder = sheet()
  expect(holder.querySelector('svg')?.getAttribute('aria-label')).toBe('Layout of 2 pieces on 8 1/2 by 11 in')
  const letters = [...holder.querySelectorAll('.drawn-letter')].map((text) => text.textContent)
  expect(letters).toEqual(['A', 'B'])
  expect([...holder.querySelectorAll('.drawn-name')].map((text) => text.textContent)).toContain('Tray')
})

test('cuts are numbered in the order they are made', () => {
  const numbers = [...sheet().querySelectorAll('.drawn-cut-number')].map((text) => text.textContent)
  expect(numbers).toEqual(['1', '2'])
})

test('an offcut worth keeping is labelled with its size and the rest is hatched', () => {
  const holder = sheet()
  expect(holder.textContent).toContain('8 1/2 × 5')
  expect(holder.textContent).toContain('keep')
  expect(holder.querySelectorAll('rect[fill$="w)"]')).toHaveLength(1)
})

test('the scores of a turned piece are turned with it', () => {
  const dashed = [...sheet().querySelectorAll('line[stroke-dasharray="4 3"]')]
  const across = dashed.filter((line) => line.getAttribute('y1') === line.getAttribute('y2'))
  // The tray's two full scores along its width run across the sheet once it is turned.
  expect(across).toHaveLength(2)
})

test('an up is drawn only where the print has one', () => {
  const arrows = (holder: HTMLElement) =>
    [...holder.querySelectorAll('path')].filter((path) => path.getAttribute('d')?.includes('v-15')).length
  expect(arrows(sheet())).toBeGreaterThan(0)
  expect(arrows(sheet(null, 'two-way'))).toBe(0)
})

test('the piece pointed at is lit and the others are faint', () => {
  const faded = [...sheet('Tray').querySelectorAll('g[opacity="0.45"]')]
  expect(faded).toHaveLength(1)
  expect(faded[0]?.textContent).toContain('B')
})

test('a mountain is dash-dotted and a slit with a relief has its wedge at the edge', () => {
  const holder = drawn({
    ...tray,
    scores: [{ along: 'width', at: ['3'], fold: 'mountain' }],
    slits: [{ along: 'width', at: ['1'], to: '1', relief: '1/16' }],
    corners: [],
  })
  const [mountain] = lines(holder, true)
  expect(mountain?.getAttribute('stroke-dasharray')?.split(' ')).toHaveLength(4)
  const wedge = [...holder.querySelectorAll('path')].find(
    (p) => p.getAttribute('fill') === 'var(--drawn-waste)',
  )
  const points = [...(wedge?.getAttribute('d') ?? '').matchAll(/([\d.]+) ([\d.]+)/g)].map((m) =>
    m.slice(1).map(Number),
  )
  const [left, inner, right] = points
  // Twice 1/16 in at the lower edge of a piece 6 in wide, to nothing 1 in above it.
  const wide = ((right?.[0] ?? 0) - (left?.[0] ?? 0)) / (num(mountain, 'x1') / 3)
  expect(wide).toBeCloseTo(1 / 8)
  expect(left?.[1]).toBeCloseTo(right?.[1] ?? 0)
  expect(inner?.[1]).toBeLessThan(left?.[1] ?? 0)
})

test('a mat lies in the middle of its panel with its border all round', () => {
  const mat: Piece = {
    ...tray,
    name: 'Mat',
    width: '3 3/4',
    height: '3 3/4',
    scores: [],
    slits: [],
    holes: [],
    corners: [],
    tabs: [],
    mat_of: { piece: 'Tray', column: 2, row: 1 },
  }
  const under = { ...tray, scores: [{ along: 'width' as const, at: ['1', '5'] }], slits: [], corners: [] }
  const markup = renderToStaticMarkup(
    <PieceDrawing
      piece={under}
      units="in"
      frameWidth={662}
      frameHeight={448}
      measured
      mats={[{ mat, letter: 'B', look: undefined }]}
    />,
  )
  const holder = document.createElement('div')
  holder.innerHTML = markup
  const [first] = lines(holder, true)
  const inch = num(first, 'x1')
  const laid = holder.querySelector('rect')
  expect(num(laid ?? undefined, 'x') / inch).toBeCloseTo(1 + 1 / 8)
  expect(num(laid ?? undefined, 'width') / inch).toBeCloseTo(3.75)
  expect(num(laid ?? undefined, 'y') / inch).toBeCloseTo(1 / 8)
  expect(holder.textContent).toContain('Mat')
  // The other panels carry their numbers, the covered one its mat.
  expect(holder.textContent).toContain('1.1')
  expect(holder.textContent).not.toContain('2.1')
})

test('a panel that is seen says so, turned as its up is turned', () => {
  const holder = drawn({
    ...tray,
    tabs: [],
    scores: [{ along: 'height', at: ['2'] }],
    faces: [
      { column: 1, row: 1, up: 'bottom', name: 'front' },
      { column: 1, row: 2, up: 'top' },
    ],
  })
  const names = [...holder.querySelectorAll('g.drawn-haloed')].filter((g) =>
    /front|seen/.test(g.textContent ?? ''),
  )
  expect(names.map((g) => /rotate\((-?\d+)\)/.exec(g.getAttribute('transform') ?? '')?.[1])).toEqual([
    '180',
    '0',
  ])
})
