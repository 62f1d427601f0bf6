import { SegmentedControl } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, type Layout, type Plan } from '../api/client'
import { keys } from '../api/queries'
import { PRINT_WORDS, Swatch } from '../ui/Swatch'
import { counted, letterOf, money, roundedMoney } from '../ui/words'
import type { Sheaf } from './ClassPage'
import classes from './ClassPage.module.css'
import { CuttingHabits } from './CuttingHabits'
import { CuttingNote } from './CuttingNote'
import { CuttingOrder } from './CuttingOrder'
import { LayoutCard } from './LayoutCard'
import { cutAlike } from './layouts'
import { SeatsTable } from './SeatsTable'
import { SizesTable } from './SizesTable'
import { StylesTable } from './StylesTable'

const VIEWS = [
  { value: 'layouts', label: 'Layouts' },
  { value: 'order', label: 'Cutting order' },
  { value: 'sizes', label: 'Other sheet sizes' },
  { value: 'seats', label: 'Seat by seat' },
] as const

type View = (typeof VIEWS)[number]['value']

interface Row {
  paper: string
  sheets: number
  layouts: Layout[]
  atLeast?: number
  offcuts: number
  mixed: boolean
}

/** Every layout once, in which order it is cut, what is proved, and what another choice would take. */
export function SheetsTab(sheaf: Sheaf & { plan: Plan }) {
  const { saved, draft, plan, project, paperOf } = sheaf
  const [view, setView] = useState<View>('layouts')
  const [lit, setLit] = useState<string | null>(null)
  const cutting = useQuery({
    queryKey: keys.cutting(saved.id),
    queryFn: () =>
      ask(api.GET('/api/classes/{class_id}/cutting', { params: { path: { class_id: saved.id } } })),
  })
  const run = cutting.data ?? null
  const pieces = new Map((project.pieces ?? []).map((piece) => [piece.name, piece]))
  const letters = new Map((project.pieces ?? []).map((piece, n) => [piece.name, letterOf(n)]))
  const looks = new Map(
    (draft.colourways ?? []).map((c) => {
      // A colourway is known by its patterned paper, where it has one.
      const own = Object.values(c.papers ?? {}).flatMap((id) => paperOf(id) ?? [])
      return [c.name, own.find((paper) => paper.motif !== 'plain') ?? own[0]]
    }),
  )
  const rows: Row[] = run
    ? run.rounds.flatMap((round) =>
        round.papers.map((row) => ({ ...row, offcuts: row.offcuts_used, mixed: false })),
      )
    : plan.papers.map((row) => ({ ...row, atLeast: row.at_least, offcuts: row.offcuts_used }))
  return (
    <>
      <CuttingNote kitClass={saved} plan={plan} run={run} />
      {run ? null : <StylesTable {...sheaf} />}
      {run ? null : <CuttingHabits {...sheaf} />}
      <Mixes plan={plan} name={(id) => paperOf(id)?.name ?? 'a paper'} />
      <div className={classes.views}>
        <SegmentedControl
          aria-label="What to look at"
          data={[...VIEWS]}
          value={view}
          onChange={(value) => setView(value)}
        />
      </div>
      {view === 'order' ? (
        <CuttingOrder
          rounds={run?.rounds.map((round) => round.cutting) ?? [plan.cutting]}
          name={(id) => paperOf(id)?.name ?? 'a paper'}
        />
      ) : view === 'sizes' ? (
        <SizesTable {...sheaf} />
      ) : view === 'seats' ? (
        <SeatsTable {...sheaf} />
      ) : (
        <>
          {rows.length === 0 ? <p>No kits, so nothing to cut. Add a seat above.</p> : null}
          {rows.map((row, at) => {
            const paper = paperOf(row.paper)
            return paper ? (
              <section key={at} className={classes.paper} aria-label={`Sheets of ${paper.name}`}>
                <header>
                  <Swatch look={paper} width={56} height={56} />
                  <div>
                    <h2>{paper.name}</h2>
                    <p className="soft">
                      {paper.kind}, {PRINT_WORDS[paper.print ?? 'none']}
                    </p>
                  </div>
                  <p className={classes.proof}>
                    <Proof row={row} />
                  </p>
                </header>
                <div className={classes.layouts}>
                  {cutAlike(row.layouts).map((group, n) => (
                    <LayoutCard
                      key={n}
                      classId={saved.id}
                      group={group}
                      look={paper}
                      pieces={pieces}
                      letters={letters}
                      lit={lit}
                      setLit={setLit}
                      colourways={looks}
                    />
                  ))}
                </div>
              </section>
            ) : null
          })}
        </>
      )}
      <p className="caution">
        <strong>Blades cut.</strong> Guard down, cut away from your hand, change a dull blade, adults only in
        a children’s class; rest in between.{' '}
        {[...pieces.values()].some((piece) => piece.cut !== 'trim')
          ? 'At the die-cutting machine keep fingers clear of rollers and plates. '
          : ''}
        The makers’ labels, the venue’s rules and local regulations come first.
      </p>
    </>
  )
}

function Proof({ row }: { row: Row }) {
  const used = row.offcuts ? ` and ${counted(row.offcuts, 'offcut')} from the cupboard` : ''
  return (
    <>
      <strong className="figure">{row.sheets}</strong> {row.sheets === 1 ? 'sheet' : 'sheets'}
      {used}.{' '}
      {row.mixed
        ? 'It shares the work with its other sizes.'
        : row.atLeast === undefined
          ? ''
          : row.sheets === row.atLeast
            ? 'No way of cutting straight across uses fewer.'
            : row.atLeast === 0
              ? 'Whether fewer would do is not proved.'
              : `Mixed freely, straight cuts would still need at least ${row.atLeast}.`}
    </>
  )
}

function Mixes({ plan, name }: { plan: Plan; name: (id: string) => string }) {
  return plan.mixes.map((mix) => (
    <p key={mix.papers.join()} className={classes.mix}>
      {mix.papers.map(name).join(' and ')} together
      {mix.priced ? (
        <>
          : sheets for <strong>{money(roundedMoney(mix.cost, plan.currency), plan.currency)}</strong>.{' '}
          {mix.proved
            ? 'No mix of straight cuts costs less.'
            : `No mix costs less than ${money(roundedMoney(mix.at_least, plan.currency), plan.currency)}.`}
        </>
      ) : (
        ': without a price for each, the sheets are weighed by their area.'
      )}
    </p>
  ))
}
