import { useQuery } from '@tanstack/react-query'
import { api, ask } from '../api/client'
import { keys } from '../api/queries'
import { FracWords } from '../ui/FracWords'
import { TypedLength } from '../ui/Length'
import { useStudio } from '../ui/session'
import { Loaded } from '../ui/states'
import { Swatch } from '../ui/Swatch'
import { money } from '../ui/words'
import type { Sheaf } from './ClassPage'
import classes from './ClassPage.module.css'

/** What other sheet sizes would take for each role, and which fail and by how much. */
export function SizesTable({ saved, paperOf }: Sheaf) {
  const { units, currency } = useStudio()
  const sizes = useQuery({
    queryKey: keys.sizes(saved.id, saved.version),
    queryFn: () =>
      ask(api.GET('/api/classes/{class_id}/sizes', { params: { path: { class_id: saved.id } } })),
    retry: false,
  })
  return (
    <Loaded query={sizes}>
      {({ sizes: rows }) =>
        [...new Set(rows.map((row) => row.role))].map((role) => {
          const mine = rows.filter((row) => row.role === role)
          const least = Math.min(...mine.flatMap((row) => (row.per_kit ? [Number(row.per_kit)] : [])))
          return (
            <section key={role} aria-label={`Sheet sizes for ${role}`} className={classes.role}>
              <h2>{role}</h2>
              <table className="ledger">
                <thead>
                  <tr>
                    <th scope="col" style={{ width: 54 }}>
                      <span className="vanish">Swatch</span>
                    </th>
                    <th scope="col" style={{ width: '24%' }}>
                      Cut from
                    </th>
                    <th scope="col" style={{ width: '19%' }}>
                      Sheet, {units}
                    </th>
                    <th scope="col" className="num" style={{ width: '9%' }}>
                      Sheets
                    </th>
                    <th scope="col" className="num" style={{ width: '9%' }}>
                      At least
                    </th>
                    <th scope="col" className="num" style={{ width: '11%' }}>
                      A kit
                    </th>
                    <th scope="col">
                      <span className="vanish">Remark</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {mine.map((row) => {
                    const paper = row.paper === null ? undefined : paperOf(row.paper)
                    return (
                      <tr key={`${row.name}${row.paper}`} data-chosen={row.chosen}>
                        <td className={classes.mini}>
                          {paper ? <Swatch look={paper} width={38} height={30} /> : null}
                        </td>
                        <th scope="row">
                          {row.name}
                          {row.paper === null ? <span className="soft"> sheets</span> : null}
                        </th>
                        <td>
                          <TypedLength text={row.width} units={units} /> ×{' '}
                          <TypedLength text={row.height} units={units} />
                        </td>
                        {row.fails ? (
                          <td colSpan={4} className={`soft ${classes.fails}`}>
                            <FracWords text={row.fails} />.
                          </td>
                        ) : (
                          <>
                            <td className="num">
                              <strong>{row.sheets}</strong>
                            </td>
                            <td className="num">{row.at_least}</td>
                            <td className="num">{row.per_kit ? money(row.per_kit, currency) : 'no price'}</td>
                            <td>
                              {[
                                row.chosen ? 'chosen' : '',
                                row.per_kit && Number(row.per_kit) === least ? 'least money' : '',
                              ]
                                .filter(Boolean)
                                .join(', ')}
                            </td>
                          </>
                        )}
                      </tr>
                    )
                  })}
                </tbody>
              </table>
            </section>
          )
        })
      }
    </Loaded>
  )
}
