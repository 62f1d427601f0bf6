import { i18n } from '@lingui/core'
import { I18nProvider } from '@lingui/react'
import { MantineProvider } from '@mantine/core'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { MemoryRouter, Outlet, Route, Routes } from 'react-router'
import { expect, test } from 'vitest'
import type { Cutting, KitClass, Paper, Piece, Plan, Project, Session, Supply } from '../api/client'
import { type ClassContext, ClassProvider } from './context'
import { CostTab } from './CostTab'
import { CuttingNote } from './CuttingNote'
import { CuttingOrder } from './CuttingOrder'
import { draftOf } from './draft'
import { KitTab } from './KitTab'
import { PapersTab } from './PapersTab'
import { SeatsTable } from './SeatsTable'
import { SeatStepper } from './SeatStepper'
import { SheetsTab } from './SheetsTab'
import { SizesTable } from './SizesTable'
import { Options } from './Options'
import { SuppliesTab } from './SuppliesTab'

const session: Session = {
  user: 'keeper',
  email: '',
  role: 'owner',
  studios: [],
  sign_up: { open: false, first: false, demo: false, mail: 'none' },
  studio: { id: 1, name: 'Room', units: 'in', currency: 'EUR', place: 'en-GB', first_day: 1 },
}

/** What a tab says, with fractions and money as a person reads them. */
function said(tab: ReactNode, known: [unknown[], unknown][] = [], more: Partial<ClassContext> = {}): string {
  const queries = new QueryClient()
  for (const [key, data] of known) queries.setQueryData(key, data)
  const holder = document.createElement('div')
  holder.innerHTML = renderToStaticMarkup(
    <I18nProvider i18n={i18n}>
      <QueryClientProvider client={queries}>
        <MantineProvider>
          <MemoryRouter>
            <Routes>
              <Route element={<Outlet context={session} />}>
                <Route
                  path="*"
                  element={<ClassProvider value={{ ...context, ...more }}>{tab}</ClassProvider>}
                />
              </Route>
            </Routes>
          </MemoryRouter>
        </MantineProvider>
      </QueryClientProvider>
    </I18nProvider>,
  )
  holder.querySelectorAll('style').forEach((style) => style.remove())
  return (holder.textContent ?? '').replace(/\s+/g, ' ')
}

const piece = (name: string, paper: string, width: string, height: string): Piece => ({
  name, paper, width, height, per_kit: 2, scores: [], slits: [], holes: [], corners: [], tabs: [],
  follows_print: false, cut: 'trim', margin: '0', pitch: '0', spares: 0, faces: [], portion: 'whole' as const, scrap: false,
  outline: 'rectangle' as const, removed: [], windows: [], notches: [], ends: [],
}) // prettier-ignore

const paper: Paper = {
  id: 1, version: 1, name: 'Loam kraft', kind: 'cardstock', width: '8 1/2', height: '11', width_nm: 215_900_000,
  height_nm: 279_400_000, print: 'none', pack_sheets: 24, pack_price: '11.40', on_hand: 3, offcuts: [],
  motif: 'plain', ground: '#c8a978', caliper: '', edges: { left: '', right: '', top: '', bottom: '' }, measured: { width: '', height: '' }, ink: '#8a6b3d',
  code: '', shelf: '', shop: '', lead_days: 0, discontinued: false, offers: [],
} // prettier-ignore

const ribbon: Supply = {
  id: 7, version: 1, name: 'Hemp ribbon', unit: 'length', pack_size: '360', pack_price: null, on_hand: '0',
  joinable: false, code: '', shelf: '', shop: '', lead_days: 0, discontinued: false, offers: [],
} // prettier-ignore

const costs = (a: string, b: string, c: string) => ({ material_used: a, sheets_opened: b, cash_out: c })

const plan: Plan = {
  kits: 8,
  sheets: 8,
  proved: true,
  currency: 'EUR',
  checks: [],
  packs: [],
  mixes: [],
  cutting: {
    layouts: 1, settings: 1, strokes: 8, minutes: 2, turns: 0, most_waiting: 0, largest: null,
    batches: [{
      setting: 107_950_000, squaring: false, waiting: [],
      strokes: [{
        paper: '1', along: 'width', width: 215_900_000, height: 279_400_000, count: 8, times: 1, strokes: 8, gives: ['Card'],
        strip: 'piece', remains: 107_950_000, rest: 'piece', rest_gives: 'Card', turned: 0,
        parts: [{ layout: 'A', region: { x: 0, y: 0, width: 215_900_000, height: 279_400_000 } }],
      }],
    }],
  },
  papers: [
    {
      paper: '1', sheets: 8, lower_bound: 8, proved: true, offcuts_used: 1, mixed: false, safety: 0, within_reach: 0, packs: 1, cost: '11.40',
      layouts: [
        {
          letter: 'A',
          times: 8,
          stock: { kind: 'sheet', width: 215_900_000, height: 279_400_000 },
          placements: [
            { piece: 'Card', colourway: 'Plain', region: { x: 0, y: 0, width: 107_950_000, height: 279_400_000 }, turned: false },
            { piece: 'Card', colourway: 'Plain', region: { x: 107_950_000, y: 0, width: 107_950_000, height: 279_400_000 }, turned: false },
          ],
          residuals: [],
          cuts: [{ setting: 107_950_000, along: 'width', of: { x: 0, y: 0, width: 215_900_000, height: 279_400_000 } }],
        },
      ],
    },
  ],
  supplies: [
    { supply: '7', unit: 'length', needed: 4_470_400_000, lengths: [{ length: 558_800_000, count: 8 }], packs: 1, cost: '0.00', unknown: false },
  ],
  cost: {
    per_kit: costs('0.48', '0.48', '1.43'),
    total: costs('3.80', '3.80', '11.40'),
    residue: costs('-0.04', '-0.04', '-0.04'),
    lines: [
      { kind: 'paper', id: '1', priced: true, ...costs('3.80', '3.80', '11.40') },
      { kind: 'supply', id: '7', priced: false, ...costs('0.00', '0.00', '0.00') },
    ],
    unpriced: ['7'],
    fee: '1.00',
    takings: '7.00',
    margin: costs('3.20', '3.20', '-4.40'),
    missing: { material_used: 1, sheets_opened: 1, cash_out: 1 },
  seats_to_cover: { material_used: 4, sheets_opened: 4, cash_out: 12 },
  },
} // prettier-ignore

const kitClass: KitClass = {
  id: 3, version: 4, name: 'Evening', project: 5, project_name: 'Card', date: null, place: '', seats: 7,
  samples: 1, spares: 0, fee: '1.00', style: 'fewest-sheets', sheets_at_once: 1, trimmer: '12', mix_sizes: false, squaring: '0', safety: '0', most_piles: 0, papers_together: false, empty_last: false, variant: '', listed: '', keep_offcut: ['1', '3'],
  finished: null, taken: null, result_version: 1, hours: null, extras: [], other_fees: [], at_table: [], kits: 8, colourways: [{ name: 'Plain', share: 1, ready: 0, variant: '', without: [], kits: 8, papers: { body: 1 } }],
  planned: { plan, faults: [] },
} // prettier-ignore

const project: Project = {
  id: 5, version: 1, name: 'Card', units: 'in', tools: [],
      steps: [],
      contents: [],
      variants: [],
      words: [],
      also: [],
      numbers: [],
      papers: {},
      roles: ['body'], fits: [], supplies: [],
  pieces: [piece('Card', 'body', '4 1/4', '11')],
  folded: [],
  together: [],
  girths: [],
  glue: [],
  worked: {},
  checks: [{ level: 'warning', code: 'mat-uneven', place: 'named', where: 'Card', message: 'the border is 1/8 in', piece: 0, version: '', others: [] }],
} // prettier-ignore

const context: ClassContext = {
  saved: kitClass,
  draft: draftOf(kitClass),
  change: () => undefined,
  project,
  papers: [paper],
  supplies: [ribbon],
  faults: [],
  paperOf: (id) => (Number(id) === 1 ? paper : undefined),
  supplyOf: (id) => (id === '7' ? ribbon : undefined),
}

test('the kit multiplies each piece and puts a warning beside its line', () => {
  const text = said(<KitTab />)
  expect(text).toContain('A Card')
  expect(text).toContain('4 1/4')
  expect(text).toContain('216')
  expect(text).toContain('The border is 1/8 in. Fix')
})

test('the papers tab says what to cut, what is there and what to buy', () => {
  const text = said(<PapersTab />)
  expect(text).toContain('Loam kraft cardstock, no direction')
  expect(text).toContain('8 1/2 × 11 in')
  expect(text).toContain('and 1 offcut')
  expect(text).toContain('1 pack of 24')
  expect(text).toContain('€11.40')
})

test('papers can be chosen before there is any in the cupboard', () => {
  expect(said(<PapersTab />, [], { papers: [] })).toContain('Which paper for what')
})

test('a layout says how many to cut, what is on it and the trimmer’s setting', () => {
  const text = said(<SheetsTab plan={plan} />)
  expect(text).toContain('8 sheets and 1 offcut from the cupboard. No plan of straight cuts uses fewer.')
  expect(text).toContain('Cut 8 like this layout A, 8 1/2 × 11 in')
  expect(text).toContain('2 × Card')
  expect(text).toContain('Trimmer at 4 1/4 in; 1 cut in the order numbered')
  expect(text).toContain('Blades cut.')
})

test('where the bound is not reached the gap is said', () => {
  const open = { ...plan, papers: plan.papers.map((row) => ({ ...row, lower_bound: 6, proved: false })) }
  expect(said(<SheetsTab plan={open} />)).toContain('straight cuts would still need at least 6')
})

test('the danger of the die-cutting machine is shown only where it is used', () => {
  expect(said(<SheetsTab plan={plan} />)).not.toContain('rollers')
  const die = { ...project, pieces: project.pieces?.map((row) => ({ ...row, cut: 'die' as const })) ?? [] }
  expect(said(<SheetsTab plan={plan} />, [], { project: die })).toContain('rollers')
})

test('a supply by length says its lengths, and one without a price is not called free', () => {
  const text = said(<SuppliesTab plan={plan} />)
  expect(text).toContain('8 lengths of 22 in; never joined across spools')
  expect(text).toContain('176 in')
  expect(text).toContain('no price')
})

test('the cost is named for what it is, measured in three ways, with what the fee leaves', () => {
  const text = said(<CostTab plan={plan} />)
  // A price is missing: the cost is more than that, and nothing is said of what is left.
  expect(text).toContain('Material usedat least €0.48 a kit')
  expect(text).not.toContain('in fees')
  const none = { material_used: 0, sheets_opened: 0, cash_out: 0 }
  const known = said(<CostTab plan={{ ...plan, cost: { ...plan.cost, missing: none } }} />)
  expect(known).toContain('Material used€0.48 a kit')
  expect(known).toContain('left of €7.00 in fees, before venue and tax-€4.40')
  expect(text).toContain('Without a price, so not counted: Hemp ribbon.')
})

test('the stepper says what the kits are made of', () => {
  const stepper = (
    <SeatStepper draft={context.draft} busy={false} step={() => undefined} set={() => undefined} />
  )
  expect(said(stepper)).toContain('8 kits: 7 + 1 sample + 0 spares')
})

const options = {
  options: (['fewest-sheets', 'whole-kits'] as const).map((name, n) => ({
    name, wishes: n ? [name, 'fewest-layouts', 'quickest'] : [name, 'usual'],
    why: { code: 'option-why', message: n ? '2 sheets more, 2 layouts fewer, 3 min less' : '8 sheets, and no plan opens fewer' },
    sheets: 8 + 2 * n, layouts: 3 - 2 * n, settings: 5 - n, strokes: 20, turns: 2, minutes: 12 - 3 * n,
    opened: '4.00', opened_per_kit: `0.5${n}`, cash: '11.40', kits_per_block: 2 * n, usual: !n, chosen: !n,
    drawings: [
      { letter: 'A', paper: 1, times: 8, width: 215900000, height: 279400000,
        places: [{ piece: 'Card', x: 0, y: 0, width: 107950000, height: 279400000 }] },
    ],
  })),
} // prettier-ignore

test('the options are side by side with what each takes and what it is for', () => {
  const text = said(<Options plan={plan} />, [[['options', 3, 4, plan.papers], options]])
  expect(text).toContain('Fewest sheets')
  expect(text).toContain('8 sheets, 3 layouts, 5 settings, 12 min, €0.50 a kit')
  expect(text).toContain('Whole kits, over and over')
  expect(text).toContain('also: fewest layouts, least time')
  expect(text).toContain('2 sheets more, 2 layouts fewer, 3 min less.')
})

const run: Cutting = {
  rounds: [{ why: 'plan', papers: plan.papers, cutting: plan.cutting }],
  done: 0, steps: 1, spoilt: [], changes: [], begun: '2026-11-25T21:00:00',
} // prettier-ignore

test('before cutting the sum is said with its proof, and the button to the trimmer', () => {
  const text = said(<CuttingNote plan={plan} run={null} />)
  expect(text).toContain('8 sheets. No plan of straight cuts uses fewer.')
  expect(text).toContain('1 layout, 1 setting, 8 strokes, about 2 min.')
  expect(text).toContain('To the trimmer')
  expect(text).not.toContain('Start over')
})

test('while a plan is made the last sheets are looked at, said to be of before, and not cut by', () => {
  const saved = { ...kitClass, planned: { plan: null, faults: [], before: plan } }
  const tab = <SheetsTab plan={plan} />
  const text = said(tab, [[['cutting', 3], null]], { saved })
  expect(text).toContain('of before the change: the plan that was made last, 8 kits from 8 sheets.')
  expect(text).not.toContain('To the trimmer')
  expect(text).not.toContain('Cut guide')
  // What is pinned is what is cut, whatever is planned now.
  const begun = said(tab, [[['cutting', 3], run]], { saved })
  expect(begun).not.toContain('of before the change')
  expect(begun).toContain('To the trimmer')
  const current = said(tab, [[['cutting', 3], null]])
  expect(current).not.toContain('of before the change')
  expect(current).toContain('To the trimmer')
})

test('what is not proved is not said', () => {
  const open = { ...plan, papers: plan.papers.map((row) => ({ ...row, lower_bound: 6, proved: false })) }
  expect(said(<CuttingNote plan={open} run={null} />)).not.toContain('No plan of straight cuts')
  const mixed = {
    ...plan,
    papers: plan.papers.map((row) => ({ ...row, mixed: true, proved: false, lower_bound: 0 })),
  }
  expect(said(<CuttingNote plan={mixed} run={null} />)).not.toContain('No plan of straight cuts')
})

test('once begun the layouts are those that are pinned, and a changed class is a difference', () => {
  const changed = {
    ...run,
    done: 1,
    changes: [{ code: 'more-to-cut', message: 'cut 1 more sheet of Loam kraft like layout A' }],
  }
  const text = said(<SheetsTab plan={plan} />, [[['cutting', 3], changed]])
  expect(text).toContain('All cut. The layouts stay as they are.')
  expect(text).toContain('Cut 1 more sheet of Loam kraft like layout A.')
  expect(text).toContain('Add it to the cutting')
  expect(text).toContain('Start over')
  expect(text).not.toContain('How to cut')
})

test('pieces over are said, with nothing to add to the cutting', () => {
  const message = 'what is planned or cut already is 2 Card over: keep them as spares'
  const over = { ...run, changes: [{ code: 'pieces-over', message }] }
  const text = said(<CuttingNote plan={plan} run={over} />)
  expect(text).toContain('2 Card over: keep them as spares.')
  expect(text).not.toContain('Add it to the cutting')
})

test('the order of cutting has each setting once with everything that is cut at it', () => {
  const text = said(<CuttingOrder rounds={[plan.cutting]} nameOf={() => 'Loam kraft'} />)
  expect(text).toContain(
    '0 stacks are turned a quarter; at most 0 piles wait at one time; 0 settings are made again.',
  )
  expect(text).toContain('4 1/48 of 8 1/2 × 11 inLoam kraft, Aleft edgeCard; the rest is Card: measure it8')
  expect(said(<CuttingOrder rounds={[plan.cutting, plan.cutting]} nameOf={() => 'x'} />)).toContain(
    'Added later',
  )
  const none = { ...plan.cutting, batches: [] }
  expect(said(<CuttingOrder rounds={[none]} nameOf={() => 'x'} />)).toContain('Nothing has to be cut')
})

test('sizes that fail say why, and the least money is marked', () => {
  const size = {
    role: 'body', name: 'Loam kraft', width: 215_900_000, height: 279_400_000, paper: 1, sheets: 8, lower_bound: 8,
    per_kit: '0.48', fails: null, chosen: true,
  } // prettier-ignore
  const small = {
    ...size, name: '6 x 6 in', paper: null, sheets: null, lower_bound: 0, per_kit: null, chosen: false,
    fails: {
      code: 'larger-than-paper',
      message: 'Card (4 1/4 x 11 in) does not fit a sheet of 6 x 6 in (6 x 6 in): 5 in too high',
    },
  } // prettier-ignore
  const text = said(<SizesTable />, [[['sizes', 3, 4], { sizes: [size, small] }]])
  expect(text).toContain('€0.48chosen, least money')
  expect(text).toContain('5 in too high.')
})

test('the last free seat is said, and what each more opens', () => {
  const row = (seats: number, opens: { code: string; message: string }[]) => ({
    seats, kits: seats + 1, sheets: seats, packs: 1, cash: '11.40', proved: seats !== 9, opens,
  }) // prettier-ignore
  const steps = {
    rows: [row(7, []), row(8, []), row(9, [{ code: 'opens', message: '1 sheet of Loam kraft' }])],
    free_of_sheets: 8,
    free_of_packs: 7,
  }
  const text = said(<SeatsTable />, [[['seats', 3, 4], steps]])
  expect(text).toContain('One seat more means one more pack to buy. Up to 8 seats no more sheets are opened.')
  expect(text).toContain('9 or fewer')
  expect(text).toContain('1 sheet of Loam kraft')
})

test('sizes that share the work are proved by their price', () => {
  const mix = { papers: ['1', '9'], priced: true, cost: '4.3', lower_bound: '4.3', proved: true }
  const both = { ...plan, mixes: [mix] }
  expect(said(<SheetsTab plan={both} />)).toContain(
    'Loam kraft, a paper together: sheets for €4.30. No mix of straight cuts costs less.',
  )
  const open = { ...plan, mixes: [{ ...mix, lower_bound: '4.1', proved: false }] }
  expect(said(<SheetsTab plan={open} />)).toContain('No mix costs less than €4.10.')
})

test('a pack of designs says what it leaves over', () => {
  const packed = {
    ...plan,
    packs: [{ pack: '4', packs: 2, cost: '19.20', left: [{ paper: '1', sheets: 3 }], others: 16 }],
  }
  const pack = { id: 4, version: 1, name: 'Garden year', sheets: 12, price: '9.60' }
  const saved = { ...kitClass, planned: { ...kitClass.planned, plan: packed } }
  const text = said(<PapersTab />, [[['packs'], [pack]]], { saved })
  expect(text).toContain('Garden yearLoam kraft, 3 left over; 16 sheets of other designs for the cupboard')
  expect(text).toContain('2 packs€19.20')
})
