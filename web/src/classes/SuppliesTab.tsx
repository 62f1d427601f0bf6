import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Link } from 'react-router'
import type { Plan, Supply } from '../api/client'
import { kits } from '../i18n/counts'
import { costSaid } from '../i18n/costs'
import { number, sumOf } from '../i18n/format'
import { useStudio } from '../ui/frame/session'
import { OwnPace } from '../log/OwnPace'
import { Ledger } from '../ui/tables/Ledger'
import { Length } from '../ui/text/Length'
import type { Units } from '../ui/text/length'
import classes from './ClassPage.module.css'
import { useClass } from './context'
import { kitsOf } from './draft'
import { ToPay } from './ToPay'
import { Why } from './Why'

type Row = Plan['supplies'][number] & { own: Supply }

/** What the kits take of each supply, what is there, and what to buy. */
export function SuppliesTab({ plan }: { plan: Plan }) {
  const { saved, project, supplyOf, draft } = useClass()
  const { units, currency } = useStudio()
  if (plan.supplies.length === 0) {
    return (
      <section>
        <h2>
          <Trans>No supplies on the list</Trans>
        </h2>
        <p>
          <Trans>
            Tape, pads, ribbon, brads:{' '}
            <Link to={`/projects/${project.id}`}>say on the project what a kit takes</Link>, and what to buy
            is computed here.
          </Trans>
        </p>
      </section>
    )
  }
  const rows: Row[] = plan.supplies.flatMap((row) => {
    const own = supplyOf(row.supply)
    return own ? [{ ...row, own }] : []
  })
  return (
    <>
      <section aria-labelledby="supplies">
        <h2 id="supplies">
          <Trans>For {kits(kitsOf(draft))}</Trans>
        </h2>
        <Ledger
          rows={rows}
          rowKey={(row) => row.supply}
          columns={[
            { head: t`Supply`, title: true, cell: (row) => <Name row={row} units={units} /> },
            {
              head: t`The class needs`,
              num: true,
              cell: (row) => (
                <Why kind="supply" id={row.supply} figure="needed" what={row.own.name}>
                  {row.unknown ? (
                    <span className="severe">{t`not known`}</span>
                  ) : row.own.unit === 'length' ? (
                    <Length nm={row.needed} units={units} unit />
                  ) : (
                    `${number(row.needed)}${unitOf(row.own, units)}`
                  )}
                </Why>
              ),
            },
            {
              head: t`In the cupboard`,
              num: true,
              cell: ({ own }) => `${own.on_hand ?? '0'}${unitOf(own, own.units ?? units)}`,
            },
            {
              head: t`A pack holds`,
              num: true,
              cell: ({ own }) => `${own.pack_size}${unitOf(own, own.units ?? units)}`,
            },
            {
              head: t`Packs to buy`,
              num: true,
              cell: (row) =>
                row.packs ? (
                  <strong>{number(row.packs)}</strong>
                ) : row.unknown ? (
                  '?'
                ) : (
                  <span className="soft">{t`none`}</span>
                ),
            },
            {
              head: t`To pay now`,
              num: true,
              cell: (row) => (
                <Why kind="supply" id={row.supply} figure="cash_out" what={t`To pay now for ${row.own.name}`}>
                  <ToPay packs={row.packs} cost={row.cost} price={row.own.pack_price} />
                </Why>
              ),
            },
          ]}
          foot={{
            head: t`Supplies to pay now`,
            sums: [
              costSaid(
                sumOf(plan.supplies.map((row) => row.cost)),
                rows.filter((row) => row.packs && !row.own.pack_price).length,
                currency,
              ),
            ],
          }}
        />
      </section>
      <OwnPace names={(name) => plan.supplies.some((row) => name === `supply-${row.supply}`)} />
      <p className={classes.later}>
        <Link to={`/classes/${saved.id}/log`}>
          <Trans>When the class is over, they leave the cupboard in its log.</Trans>
        </Link>
      </p>
    </>
  )
}

function Name({ row, units }: { row: Row; units: Units }) {
  return (
    <>
      {row.own.name}
      {row.lent ? (
        <div className={classes.sub}>
          <Trans>comes back, and is not used up</Trans>
        </div>
      ) : null}
      {row.own.unit === 'length' ? (
        <div className={classes.sub}>
          {row.lengths.map((cut, n) => (
            <span key={n}>
              {n ? ', ' : ''}
              <Trans>
                {number(cut.count)} lengths of <Length nm={cut.length} units={units} unit />
              </Trans>
            </span>
          ))}
          {'; '}
          {row.own.joinable ? t`may be joined` : t`never joined across spools`}
        </div>
      ) : null}
    </>
  )
}

const unitOf = (supply: Supply, units: Units) =>
  supply.unit === 'length' ? ` ${units}` : supply.unit === 'ml' ? ' ml' : ''
