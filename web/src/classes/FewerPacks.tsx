import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Schemas } from '../api/client'
import { asked } from '../api/queries'
import { packs as packsOf, seats as seatsOf, sheets as sheetsOf } from '../i18n/counts'
import { money, number } from '../i18n/format'
import { useStudio } from '../ui/frame/session'
import { Loaded } from '../ui/states/states'
import classes from './ClassPage.module.css'
import { useClass } from './context'

type Row = Schemas['FewerOut']

/** What one pack fewer of each thing to buy would take: seats, or another paper that is here. */
export function FewerPacks() {
  const { saved } = useClass()
  const [open, setOpen] = useState(false)
  if (!saved.planned.plan) return null
  return (
    <section aria-labelledby="fewer" className={classes.later}>
      <h2 id="fewer">
        <Trans>One pack fewer</Trans>
      </h2>
      {open ? (
        <Found />
      ) : (
        <Button variant="light" onClick={() => setOpen(true)}>
          <Trans>What would it take?</Trans>
        </Button>
      )}
    </section>
  )
}

function Found() {
  const { saved, draft, change } = useClass()
  const { currency } = useStudio()
  const rows = useQuery(asked.fewer(saved.id, saved.version, saved.planned.plan?.cost))
  return (
    <Loaded query={rows}>
      {(found) =>
        found.length ? (
          <ul className={classes.fewer}>
            {found.map((row) => (
              <li key={`${row.kind} ${row.id}`}>
                <strong>{row.name}</strong>{' '}
                <span className="soft">
                  {row.saves
                    ? t`${packsOf(row.packs - 1)} instead of ${number(row.packs)}, ${money(row.saves, currency)} less`
                    : t`${packsOf(row.packs - 1)} instead of ${number(row.packs)}`}
                </span>
                <div>{sentence(row, draft.style === 'fewest-sheets')}</div>
                {row.seats !== null && row.seats !== draft.seats ? (
                  <Button
                    size="compact-sm"
                    variant="subtle"
                    onClick={() => change({ ...draft, seats: row.seats ?? 0 }, 'seats', 0)}
                  >
                    <Trans>Plan for {seatsOf(row.seats)}</Trans>
                  </Button>
                ) : null}
              </li>
            ))}
          </ul>
        ) : (
          <p>
            <Trans>Nothing is to be bought.</Trans>
          </p>
        )
      }
    </Loaded>
  )
}

/** What it takes, in words. */
function sentence(row: Row, fewest: boolean): string {
  const enough =
    row.seats === null
      ? t`It is too few for any number of seats.`
      : fewest || row.kind === 'supply'
        ? t`It is enough for ${seatsOf(row.seats)}.`
        : t`It is enough for ${seatsOf(row.seats)} when the fewest sheets are opened.`
  const parts = [enough]
  if (row.short !== null) {
    const short =
      row.kind === 'paper' ? sheetsOf(Number(row.short)) : [row.short, row.unit].filter(Boolean).join(' ')
    parts.push(t`For all of them ${short} would be missing`.concat(instead(row)))
  }
  return parts.join(' ')
}

function instead(row: Row): string {
  if (!row.instead.length) return '.'
  const names = row.instead.map((other) => t`${other.name} (${number(other.free)} free)`).join(', ')
  return t`: of papers like it there is enough of ${names}.`
}
