import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import { asked } from '../api/queries'
import { seats as seatsOf } from '../i18n/counts'
import { money, number } from '../i18n/format'
import { useStudio } from '../ui/frame/session'
import { Loaded } from '../ui/states/states'
import { Ledger } from '../ui/tables/Ledger'
import { useClass } from './context'
import classes from './Sheets.module.css'

/** Every number of seats: what one more opens, and the last that is free. */
export function SeatsTable() {
  const { saved, draft, change } = useClass()
  const { currency } = useStudio()
  const seats = useQuery({
    ...asked.seats(saved.id, saved.version),
    placeholderData: (before) => before,
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
      {(found) => (
        <section aria-label={t`Seat by seat`}>
          <p className={classes.free}>
            {found.free_of_packs > now ? (
              <Trans>
                Up to <strong className="figure">{number(found.free_of_packs)}</strong> seats there is nothing
                more to buy than now.
              </Trans>
            ) : (
              <Trans>One seat more means one more pack to buy.</Trans>
            )}{' '}
            {found.free_of_sheets > now ? (
              <Trans>
                Up to <strong className="figure">{number(found.free_of_sheets)}</strong> seats no more sheets
                are opened.
              </Trans>
            ) : (
              <Trans>One seat more opens another sheet.</Trans>
            )}
          </p>
          <div
            ref={around}
            className={classes.seatRows}
            tabIndex={0}
            role="region"
            aria-label={t`Numbers of seats`}
          >
            <Ledger
              rows={found.rows}
              rowKey={(row) => row.seats}
              chosen={(row) => row.seats === now}
              rowRef={(row) => (row.seats === now ? here : undefined)}
              columns={[
                { head: t`Seats`, title: true, num: true, cell: (row) => number(row.seats) },
                { head: t`Kits`, num: true, cell: (row) => number(row.kits) },
                {
                  head: t`Sheets`,
                  num: true,
                  cell: (row) => (row.proved ? number(row.sheets) : t`${number(row.sheets)} or fewer`),
                },
                { head: t`To pay now`, num: true, cell: (row) => money(row.cash, currency) },
                {
                  head: t`What this row opens more than the one above`,
                  cell: (row) =>
                    row.opens.length
                      ? row.opens.map((said) => said.message).join(', ')
                      : row.seats > 1
                        ? t`nothing`
                        : '',
                },
                {
                  head: t`Take`,
                  silent: true,
                  cell: (row) =>
                    row.seats === now ? (
                      t`now`
                    ) : (
                      <Button
                        size="compact-sm"
                        variant="subtle"
                        aria-label={t`Take ${seatsOf(row.seats)}`}
                        onClick={() => change({ ...draft, seats: row.seats }, 'seats', 0)}
                      >
                        <Trans>take</Trans>
                      </Button>
                    ),
                },
              ]}
            />
          </div>
        </section>
      )}
    </Loaded>
  )
}
