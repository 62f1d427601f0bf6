import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { Plan } from '../api/client'
import { asked } from '../api/queries'
import { kits } from '../i18n/counts'
import { costSaid } from '../i18n/costs'
import { money } from '../i18n/format'
import { useStudio } from '../ui/frame/session'
import { Ledger } from '../ui/tables/Ledger'
import classes from './ClassPage.module.css'
import { useClass } from './context'
import { Extras } from './Extras'
import { Fee } from './Fee'
import { OtherFees } from './OtherFees'
import { For } from '../ui/frame/May'
import { Why } from './Why'

type Measure = 'material_used' | 'sheets_opened' | 'cash_out'
type Line = Plan['cost']['lines'][number]

const measures = (): { key: Measure; name: string; about: string }[] => [
  {
    key: 'material_used',
    name: t`Material used`,
    about: t`what goes into the bags, and waste too small to keep`,
  },
  { key: 'sheets_opened', name: t`Sheets opened`, about: t`every sheet started is paid for` },
  { key: 'cash_out', name: t`Cash out`, about: t`packs bought now, less what is in the cupboard` },
]

const kindNames = (): Record<Line['kind'], string> => ({
  paper: t`paper`,
  pack: t`pack`,
  supply: t`supply`,
  extra: t`what else`,
})

/** What a kit costs, measured in three ways, and what the fee leaves. */
export function CostTab({ plan }: { plan: Plan }) {
  const { paperOf, supplyOf } = useClass()
  const { currency } = useStudio()
  const { cost } = plan
  const packs = useQuery({ ...asked.packs(), enabled: plan.packs.length > 0 })
  const nameOf = (line: Line): string => {
    if (line.kind === 'paper') return paperOf(line.id)?.name ?? t`gone`
    if (line.kind === 'extra') return line.id
    if (line.kind === 'supply') return supplyOf(line.id)?.name ?? t`gone`
    return packs.data?.find((row) => row.id === Number(line.id))?.name ?? t`A pack of designs`
  }
  const unpriced = cost.lines.filter((line) => !line.priced).map(nameOf)
  return (
    <>
      <div className={classes.costs}>
        {measures().map((measure) => (
          <section key={measure.key} className="sheet" aria-label={measure.name}>
            <h2>{measure.name}</h2>
            <p className={`figure ${classes.perKit}`}>
              <Trans>
                <Why kind="total" figure={measure.key} what={measure.name}>
                  {costSaid(cost.per_kit[measure.key], cost.missing[measure.key], currency)}
                </Why>{' '}
                <span>a kit</span>
              </Trans>
            </p>
            <p className="soft">{measure.about}</p>
            <dl>
              <dt>
                <Trans>for {kits(plan.kits)}</Trans>
              </dt>
              <dd>{costSaid(cost.total[measure.key], cost.missing[measure.key], currency)}</dd>
              <Fees plan={plan} of={measure.key} />
            </dl>
          </section>
        ))}
      </div>
      {cost.takings ? null : (
        <p className="soft">
          <Trans>Set a fee under Kit to see what it leaves.</Trans>
        </p>
      )}
      {unpriced.length ? (
        <p className="severe" role="status">
          <Trans>
            Without a price, so not counted: {unpriced.join(', ')}.{' '}
            <Link to="/cupboard">Add prices in the cupboard.</Link>
          </Trans>
        </p>
      ) : null}
      <h2 className={classes.later}>
        <Trans>Where it goes, for the whole class</Trans>
      </h2>
      <Ledger
        rows={cost.lines}
        rowKey={(line) => line.kind + line.id}
        columns={[
          {
            head: t`What`,
            title: true,
            cell: (line) => (
              <>
                {nameOf(line)} <span className={classes.sub}>{kindNames()[line.kind]}</span>
              </>
            ),
          },
          ...measures().map(({ key, name }) => ({
            head: name,
            num: true,
            cell: (line: Line) =>
              line.priced ? (
                <Why kind={line.kind} id={line.id} figure={key} what={t`${name} of ${nameOf(line)}`}>
                  {money(line[key], currency)}
                </Why>
              ) : (
                <span className="severe">{t`no price`}</span>
              ),
          })),
        ]}
        foot={{
          head: t`Total`,
          sums: measures().map(({ key }) => costSaid(cost.total[key], cost.missing[key], currency)),
        }}
      />
      <Extras />
      <OtherFees />
      <For needs="reader">
        <Fee />
      </For>
    </>
  )
}

/** What the fees leave after a cost; how many seats pay it is said once, where venue and tax are known. */
function Fees({ plan, of }: { plan: Plan; of: Measure }) {
  const { currency } = useStudio()
  const { takings, margin, missing } = plan.cost
  if (!takings || !margin || missing[of]) return null
  return (
    <>
      <dt>
        <Trans>left of {money(takings, currency)} in fees, before venue and tax</Trans>
      </dt>
      <dd className={margin[of].startsWith('-') ? 'severe' : undefined}>{money(margin[of], currency)}</dd>
    </>
  )
}
