import { Button } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import { api, ask } from '../api/client'
import { keys } from '../api/queries'
import { useStudio } from '../ui/session'
import { Loaded } from '../ui/states'
import { counted, money } from '../ui/words'
import type { Sheaf } from './ClassPage'
import classes from './ClassPage.module.css'

/** Every number of seats: what one more opens, and the last that is free. */
export function SeatsTable({ saved, draft, change }: Sheaf) {
  const { currency } = useStudio()
  const seats = useQuery({
    queryKey: keys.seats(saved.id, saved.version),
    queryFn: () =>
      ask(api.GET('/api/classes/{class_id}/seats', { params: { path: { class_id: saved.id } } })),
    placeholderData: (before) => before,
    retry: false,
  })
  const here = useRef<HTMLTableRowElement>(null)
  const around = useRef<HTMLDivElement>(null)
  const loaded = seats.data !== undefined
  useEffect(() => {
    const [row, box] = [here.current, around.current]
    if (loaded && row && box) box.scrollTop = row.offsetTop - box.clientHeight / 2
  }, [loaded])
  const now = draft.seats ?? 0
  return (
    <Loaded query={seats}>
      {(steps) => (
        <section aria-label="Seat by seat">
          <p className={classes.free}>
            {steps.free_of_packs > now ? (
              <>
                Up to <strong className="figure">{steps.free_of_packs}</strong> seats nothing more is to be
                bought than now;{' '}
              </>
            ) : (
              <>One seat more means buying a pack more; </>
            )}
            {steps.free_of_sheets > now ? (
              <>
                up to <strong className="figure">{steps.free_of_sheets}</strong> no sheet more is opened.
              </>
            ) : (
              <>one seat more opens a sheet.</>
            )}
          </p>
          <div
            ref={around}
            className={classes.seatRows}
            tabIndex={0}
            role="region"
            aria-label="Numbers of seats"
          >
            <table className="ledger">
              <thead>
                <tr>
                  <th scope="col" className="num">
                    Seats
                  </th>
                  <th scope="col" className="num">
                    Kits
                  </th>
                  <th scope="col" className="num">
                    Sheets
                  </th>
                  <th scope="col" className="num">
                    To pay now
                  </th>
                  <th scope="col">One more than the row above opens</th>
                  <th scope="col">
                    <span className="vanish">Take</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {steps.rows.map((row) => (
                  <tr
                    key={row.seats}
                    data-chosen={row.seats === now}
                    ref={row.seats === now ? here : undefined}
                  >
                    <th scope="row" className="num">
                      {row.seats}
                    </th>
                    <td className="num">{row.kits}</td>
                    <td className="num">
                      {row.sheets}
                      {row.proved ? '' : ' or fewer'}
                    </td>
                    <td className="num">{money(row.cash, currency)}</td>
                    <td>{row.opens.length ? row.opens.join(', ') : row.seats > 1 ? 'nothing' : ''}</td>
                    <td>
                      {row.seats === now ? (
                        'now'
                      ) : (
                        <Button
                          size="compact-sm"
                          variant="subtle"
                          aria-label={`Take ${counted(row.seats, 'seat')}`}
                          onClick={() => change({ ...draft, seats: row.seats }, 'seats', 0)}
                        >
                          take
                        </Button>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
      )}
    </Loaded>
  )
}
