import { useQuery } from '@tanstack/react-query'
import { api, ask, type Plan } from '../api/client'
import { keys } from '../api/queries'
import { useStudio } from '../ui/session'
import { counted, money } from '../ui/words'
import type { Sheaf } from './ClassPage'
import classes from './ClassPage.module.css'

const WAYS = [
  {
    key: 'material_used',
    name: 'Material used',
    says: 'what goes into the bags, and waste too small to keep',
  },
  { key: 'sheets_opened', name: 'Sheets opened', says: 'every sheet started is paid for' },
  { key: 'cash_out', name: 'Cash out', says: 'packs bought now, less what is in the cupboard' },
] as const

/** What a kit costs, three ways, and what the fee leaves. */
export function CostTab({ plan, paperOf, supplyOf, draft }: Sheaf & { plan: Plan }) {
  const { currency } = useStudio()
  const { cost } = plan
  const packs = useQuery({
    queryKey: keys.packs,
    queryFn: () => ask(api.GET('/api/packs')),
    enabled: plan.packs.length > 0,
  })
  const nameOf = (kind: string, id: string) =>
    (kind === 'paper'
      ? paperOf(id)?.name
      : kind === 'pack'
        ? packs.data?.find((row) => row.id === Number(id))?.name
        : supplyOf(id)?.name) ?? (kind === 'pack' ? 'A pack of designs' : 'gone')
  return (
    <>
      <div className={classes.ways}>
        {WAYS.map(({ key, name, says }) => (
          <section key={key} className="sheet" aria-label={name}>
            <h2>{name}</h2>
            <p className={`figure ${classes.perKit}`}>
              {money(cost.per_kit[key], currency)} <span>a kit</span>
            </p>
            <p className="soft">{says}</p>
            <dl>
              <dt>for {counted(plan.kits, 'kit')}</dt>
              <dd>{money(cost.total[key], currency)}</dd>
              {cost.takings && cost.margin && cost.seats_to_cover ? (
                <>
                  <dt>left of {money(cost.takings, currency)} in fees</dt>
                  <dd className={cost.margin[key].startsWith('-') ? 'grave' : undefined}>
                    {money(cost.margin[key], currency)}
                  </dd>
                  <dt>seats that cover it</dt>
                  <dd>
                    {cost.seats_to_cover[key] ?? '–'} of {draft.seats}
                  </dd>
                </>
              ) : null}
            </dl>
          </section>
        ))}
      </div>
      {cost.takings ? null : (
        <p className="soft">Set a fee under Kit to see what it leaves and how many seats cover the cost.</p>
      )}
      {cost.unpriced.length ? (
        <p className="grave" role="status">
          Without a price, so not counted:{' '}
          {cost.lines
            .filter((l) => !l.priced)
            .map((l) => nameOf(l.kind, l.id))
            .join(', ')}
          . Add prices in the cupboard.
        </p>
      ) : null}
      <h2 className={classes.later}>Where it goes, for the whole class</h2>
      <table className="ledger">
        <thead>
          <tr>
            <th scope="col">Paper or supply</th>
            {WAYS.map(({ key, name }) => (
              <th scope="col" className="num" key={key}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {cost.lines.map((line) => (
            <tr key={line.kind + line.id}>
              <th scope="row">
                {nameOf(line.kind, line.id)} <span className={classes.sub}>{line.kind}</span>
              </th>
              {WAYS.map(({ key }) => (
                <td className="num" key={key}>
                  {line.priced ? money(line[key], currency) : <span className="grave">no price</span>}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">Total</th>
            {WAYS.map(({ key }) => (
              <td className="num" key={key}>
                {money(cost.total[key], currency)}
              </td>
            ))}
          </tr>
        </tfoot>
      </table>
    </>
  )
}
