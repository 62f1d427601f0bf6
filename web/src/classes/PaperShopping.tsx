import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { useQuery } from '@tanstack/react-query'
import type { Pack, Paper, Plan } from '../api/client'
import { asked } from '../api/queries'
import { offcuts, packs as packsOf, sheets } from '../i18n/counts'
import { costSaid } from '../i18n/costs'
import { number, sumOf } from '../i18n/format'
import { kindWords } from '../ui/drawing/kinds'
import { printWords, Swatch } from '../ui/drawing/Swatch'
import { useStudio } from '../ui/frame/session'
import { Ledger } from '../ui/tables/Ledger'
import { Size } from '../ui/text/Length'
import classes from './ClassPage.module.css'
import { useClass } from './context'
import { ToPay } from './ToPay'
import { Why } from './Why'

type Row =
  | { kind: 'paper'; row: Plan['papers'][number]; paper: Paper }
  | { kind: 'pack'; row: Plan['packs'][number]; pack: Pack | undefined }

/** What the class takes of each paper and pack of designs, what is there, and what to buy. */
export function PaperShopping() {
  const { saved, paperOf } = useClass()
  const { units, currency } = useStudio()
  const plan = saved.planned.plan
  const packs = useQuery({ ...asked.packs(), enabled: Boolean(plan?.packs.length) })
  if (!plan) return null
  const asideFor = (paper: Paper) => saved.planned.aside?.[paper.id] ?? 0
  const rows: Row[] = [
    ...plan.papers.flatMap((row): Row[] => {
      const paper = paperOf(row.paper)
      return paper ? [{ kind: 'paper', row, paper }] : []
    }),
    ...plan.packs.map((row): Row => ({
      kind: 'pack',
      row,
      pack: packs.data?.find((p) => p.id === Number(row.pack)),
    })),
  ]
  const prices = rows.map((of) => (of.kind === 'paper' ? of.paper.pack_price : of.pack?.price))
  const missing = rows.filter((of, n) => of.row.packs && !prices[n]).length
  const total = sumOf([...plan.papers, ...plan.packs].map((row) => row.cost))
  return (
    <section aria-labelledby="buy-papers" className={classes.later}>
      <h2 id="buy-papers">
        <Trans>Sheets and packs</Trans>
      </h2>
      <Ledger
        rows={rows}
        rowKey={(of) => (of.kind === 'paper' ? of.row.paper : `pack ${of.row.pack}`)}
        columns={[
          {
            head: t`Swatch`,
            silent: true,
            className: classes.mini,
            cell: (of) => (of.kind === 'paper' ? <Swatch look={of.paper} width={36} height={36} /> : null),
          },
          { head: t`Paper`, title: true, cell: (of) => <Name of={of} /> },
          {
            head: t`Sheet`,
            cell: (of) =>
              of.kind === 'paper' ? (
                <Size width={of.paper.width_nm} height={of.paper.height_nm} units={units} />
              ) : of.pack ? (
                sheets(of.pack.sheets ?? 0)
              ) : (
                ''
              ),
          },
          {
            head: t`Sheets to cut`,
            num: true,
            cell: (of) =>
              of.kind === 'paper' ? (
                <>
                  <Why kind="paper" id={of.row.paper} figure="sheets_opened" what={of.paper.name}>
                    {number(of.row.sheets)}
                  </Why>
                  {of.row.offcuts_used ? (
                    <div className={classes.sub}>{t`and ${offcuts(of.row.offcuts_used)}`}</div>
                  ) : null}
                </>
              ) : null,
          },
          {
            head: t`In the cupboard`,
            num: true,
            cell: (of) =>
              of.kind === 'paper' ? (
                <>
                  {number(of.paper.on_hand ?? 0)}
                  {asideFor(of.paper) ? (
                    <div className={classes.sub}>{t`${asideFor(of.paper)} set aside for others`}</div>
                  ) : null}
                </>
              ) : null,
          },
          { head: t`Packs to buy`, num: true, cell: (of) => <ToBuy of={of} /> },
          {
            head: t`To pay now`,
            num: true,
            cell: (of) => (
              <Why
                kind={of.kind}
                id={of.kind === 'paper' ? of.row.paper : of.row.pack}
                figure="cash_out"
                what={of.kind === 'paper' ? of.paper.name : (of.pack?.name ?? t`A pack of designs`)}
              >
                <ToPay
                  packs={of.row.packs}
                  cost={of.row.cost}
                  price={of.kind === 'paper' ? of.paper.pack_price : of.pack?.price}
                />
              </Why>
            ),
          },
        ]}
        foot={{ head: t`Papers to pay now`, sums: [costSaid(total, missing, currency)] }}
      />
    </section>
  )
}

function Name({ of }: { of: Row }) {
  const { paperOf } = useClass()
  if (of.kind === 'paper')
    return (
      <>
        {of.paper.name}{' '}
        <div className={classes.sub}>
          {kindWords()[of.paper.kind]}, {printWords()[of.paper.print ?? 'none']}
        </div>
      </>
    )
  const left = of.row.left.map((one) => {
    const name = paperOf(one.paper)?.name ?? t`a design`
    return t`${name}, ${number(one.sheets)} left over`
  })
  if (of.row.others) left.push(t`${sheets(of.row.others)} of other designs for the cupboard`)
  return (
    <>
      {of.pack?.name ?? t`A pack of designs`}
      <div className={classes.sub}>{left.join('; ')}</div>
    </>
  )
}

function ToBuy({ of }: { of: Row }) {
  if (of.kind === 'paper' && of.paper.pack != null)
    return (
      <span className="soft">
        <Trans>in its pack</Trans>
      </span>
    )
  if (!of.row.packs)
    return (
      <span className="soft">
        <Trans>none</Trans>
      </span>
    )
  return (
    <strong>
      {of.kind === 'paper'
        ? t`${packsOf(of.row.packs)} of ${number(of.paper.pack_sheets ?? 1)}`
        : packsOf(of.row.packs)}
    </strong>
  )
}
