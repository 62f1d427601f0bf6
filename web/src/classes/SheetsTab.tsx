import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Collapse, SegmentedControl } from '@mantine/core'
import { IconAdjustmentsHorizontal } from '@tabler/icons-react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Plan } from '../api/client'
import { asked } from '../api/queries'
import { kits, sheets } from '../i18n/counts'
import { money, roundedMoney } from '../i18n/format'
import { letterOf } from '../ui/drawing/letters'
import { useClass } from './context'
import { CuttingHabits } from './CuttingHabits'
import { CuttingNote } from './CuttingNote'
import { CuttingOrder } from './CuttingOrder'
import type { SheetsOfPaper } from './layouts'
import { Leftovers } from './Leftovers'
import { Options } from './Options'
import { PaperSheets } from './PaperSheets'
import { SeatsTable } from './SeatsTable'
import classes from './Sheets.module.css'
import { SizesTable } from './SizesTable'

type View = 'layouts' | 'order' | 'left' | 'sizes' | 'seats'

const views = (): { value: View; label: string }[] => [
  { value: 'layouts', label: t`Layouts` },
  { value: 'order', label: t`Cutting order` },
  { value: 'left', label: t`Left over` },
  { value: 'sizes', label: t`Other sheet sizes` },
  { value: 'seats', label: t`Seat by seat` },
]

/** Every layout once, in which order it is cut, what is proved, and what another choice would take. */
export function SheetsTab({ plan }: { plan: Plan }) {
  const { saved, draft, project, paperOf } = useClass()
  const [view, setView] = useState<View>('layouts')
  const [set, setSet] = useState(false)
  const cutting = useQuery(asked.cutting(saved.id))
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
  const nameOf = (id: string) => paperOf(id)?.name ?? t`a paper`
  const rows: SheetsOfPaper[] = run
    ? run.rounds.flatMap((round) => round.papers)
    : plan.papers.map((row) => ({
        ...row,
        proof: { proved: row.proved, lowerBound: row.lower_bound, mixed: row.mixed },
      }))
  // What is pinned stays as it is; before that, a plan of before a change is looked at and not cut by.
  const old = cutting.data === null && !saved.planned.plan
  return (
    <>
      {old ? (
        <p>
          <strong>
            <Trans>The sheets shown here are of before the change:</Trans>
          </strong>{' '}
          {t`the plan that was made last, ${kits(plan.kits)} from ${sheets(plan.sheets)}. Cut by the new one.`}
        </p>
      ) : null}
      <div className={old ? classes.before : undefined}>
        <CuttingNote plan={plan} run={run} />
        <Mixes plan={plan} nameOf={nameOf} />
        <div className={run ? undefined : classes.beside}>
          <div>
            <div className={classes.views}>
              <SegmentedControl
                aria-label={t`What to look at`}
                data={views()}
                value={view}
                onChange={(value) => setView(value)}
              />
              {run ? null : (
                <a href="#options" className={classes.jump}>
                  <Trans>How to cut it</Trans>
                </a>
              )}
            </div>
            {view === 'order' ? (
              <CuttingOrder
                rounds={run?.rounds.map((round) => round.cutting) ?? [plan.cutting]}
                nameOf={nameOf}
              />
            ) : view === 'left' ? (
              <Leftovers plan={plan} />
            ) : view === 'sizes' ? (
              <SizesTable />
            ) : view === 'seats' ? (
              <SeatsTable />
            ) : (
              <PaperSheets rows={rows} pieces={pieces} letters={letters} colourways={looks} />
            )}
          </div>
          {run ? null : (
            <aside className={classes.choices}>
              <Options plan={plan} />
              <Button
                variant="subtle"
                leftSection={<IconAdjustmentsHorizontal size={18} aria-hidden />}
                aria-expanded={set}
                onClick={() => setSet(!set)}
              >
                <Trans>Settings</Trans>
              </Button>
              <Collapse expanded={set}>
                <CuttingHabits />
              </Collapse>
            </aside>
          )}
        </div>
      </div>
      <p className="caution">
        <strong>
          <Trans>Blades cut.</Trans>
        </strong>{' '}
        <Trans>
          Guard down, cut away from your hand, change a dull blade, adults only in a children’s class; rest in
          between.
        </Trans>{' '}
        {[...pieces.values()].some((piece) => piece.cut !== 'trim')
          ? `${t`At the die-cutting machine keep fingers clear of rollers and plates.`} `
          : ''}
        <Trans>The makers’ labels, the venue’s rules and local regulations come first.</Trans>
      </p>
    </>
  )
}

/** Sizes of one paper that share the work: what their sheets cost, and what is proved of it. */
function Mixes({ plan, nameOf }: { plan: Plan; nameOf: (id: string) => string }) {
  const priced = (amount: string) => money(roundedMoney(amount, plan.currency), plan.currency)
  return plan.mixes.map((mix) => {
    const names = mix.papers.map(nameOf).join(', ')
    return (
      <p key={mix.papers.join()} className={classes.mix}>
        {mix.priced ? (
          <>
            <Trans>
              {names} together: sheets for <strong>{priced(mix.cost)}</strong>.
            </Trans>{' '}
            {mix.proved
              ? t`No mix of straight cuts costs less.`
              : t`No mix costs less than ${priced(mix.lower_bound)}.`}
          </>
        ) : (
          <Trans>{names} together: without a price for each, the sheets are weighed by their area.</Trans>
        )}
      </p>
    )
  })
}
