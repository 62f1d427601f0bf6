import { Link } from 'react-router'
import type { Plan, Supply } from '../api/client'
import { Length } from '../ui/Length'
import { nmOf, type Units } from '../ui/length'
import { useStudio } from '../ui/session'
import { money, sumOf } from '../ui/words'
import type { Sheaf } from './ClassPage'
import classes from './ClassPage.module.css'
import { kitsOf } from './draft'

/** What the kits take of each supply, what is there, and what to buy. */
export function SuppliesTab({ plan, project, supplyOf, draft }: Sheaf & { plan: Plan }) {
  const { units, currency } = useStudio()
  const total = sumOf(plan.supplies.map((row) => row.cost))
  if (plan.supplies.length === 0) {
    return (
      <section>
        <h2>No supplies on the list</h2>
        <p>
          Tape, pads, ribbon, brads:{' '}
          <Link to={`/projects/${project.id}`}>say on the project what a kit takes</Link>, and the shopping is
          reckoned here.
        </p>
      </section>
    )
  }
  return (
    <section aria-labelledby="supplies">
      <h2 id="supplies">For {kitsOf(draft)} kits</h2>
      <table className="ledger">
        <thead>
          <tr>
            <th scope="col">Supply</th>
            <th scope="col" className="num">
              The class needs
            </th>
            <th scope="col" className="num">
              In the cupboard
            </th>
            <th scope="col" className="num">
              A pack holds
            </th>
            <th scope="col" className="num">
              Packs to buy
            </th>
            <th scope="col" className="num">
              To pay now
            </th>
          </tr>
        </thead>
        <tbody>
          {plan.supplies.map((row) => {
            const supply = supplyOf(row.supply)
            if (!supply) return null
            return (
              <tr key={row.supply}>
                <th scope="row">
                  {supply.name}
                  {supply.unit === 'length' ? (
                    <div className={classes.sub}>
                      {row.lengths.map((l, n) => (
                        <span key={n}>
                          {n ? ', ' : ''}
                          {l.count} lengths of <Length nm={nmOf(l.length)} units={units} unit />
                        </span>
                      ))}
                      {supply.joinable ? '; may be joined' : '; never joined across spools'}
                    </div>
                  ) : null}
                </th>
                <td className="num">
                  {supply.unit === 'length' ? (
                    <Length nm={nmOf(row.needed)} units={units} unit />
                  ) : (
                    `${row.needed}${unitOf(supply, units)}`
                  )}
                </td>
                <td className="num">{said(supply.on_hand ?? '0', supply, units)}</td>
                <td className="num">{said(supply.pack_size, supply, units)}</td>
                <td className="num">
                  {row.packs ? <strong>{row.packs}</strong> : <span className="soft">none</span>}
                </td>
                <td className="num">
                  {row.packs ? (
                    supply.pack_price ? (
                      money(row.cost, currency)
                    ) : (
                      <span className="grave">no price</span>
                    )
                  ) : (
                    '–'
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
        <tfoot>
          <tr>
            <th colSpan={5} scope="row">
              Supplies to pay now
            </th>
            <td className="num">{money(total, currency)}</td>
          </tr>
        </tfoot>
      </table>
    </section>
  )
}

const unitOf = (supply: Supply, units: Units) =>
  supply.unit === 'length' ? ` ${units}` : supply.unit === 'ml' ? ' ml' : ''

const said = (text: string, supply: Supply, units: Units) => `${text}${unitOf(supply, units)}`
