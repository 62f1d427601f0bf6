import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Checkbox } from '@mantine/core'
import { useStudio } from '../ui/frame/session'
import { type Column, Ledger } from '../ui/tables/Ledger'
import { Size } from '../ui/text/Length'
import classes from './Log.module.css'
import { Said } from './Said'
import type { Log, LogThing, Usage } from './useLog'

const GROUPS = ['sheets', 'offcuts', 'supplies'] as const
type Group = (typeof GROUPS)[number]

const groupOf = (thing: LogThing): Group =>
  thing.supply !== null ? 'supplies' : thing.width ? 'offcuts' : 'sheets'

/** Sheets, offcuts and supplies: planned, seen at the trimmer, really used. */
export function LogThings({
  log,
  used,
}: {
  log: Log
  used: (thing: LogThing, more: Usage) => Promise<unknown>
}) {
  const { units } = useStudio()
  const names: Record<Group, string> = {
    sheets: t`Sheets`,
    offcuts: t`Offcuts kept`,
    supplies: t`Supplies`,
  }
  const inUnit = (thing: LogThing, amount: string) => `${amount}${thing.unit ? ` ${thing.unit}` : ''}`
  const ranOut: Column<LogThing> = {
    head: t`Ran out`,
    width: 74,
    cell: (row) => (
      <Checkbox
        aria-label={t`${row.name} ran out`}
        checked={row.ran_out}
        onChange={(e) => {
          // What goes wrong is said above the table.
          used(row, { ran_out: e.currentTarget.checked }).catch(() => undefined)
        }}
      />
    ),
  }
  return (
    <section aria-labelledby="used" className={classes.part}>
      <h2 id="used">
        <Trans>What it took</Trans>
      </h2>
      {GROUPS.map((group) => {
        const rows = log.things.filter((thing) => groupOf(thing) === group)
        if (!rows.length) return null
        return (
          <div key={group} className={classes.wide}>
            <Ledger
              rows={rows}
              rowKey={(row) => `${row.paper} ${row.supply} ${row.width} ${row.height}`}
              columns={[
                {
                  head: names[group],
                  title: true,
                  cell: (row) => (
                    <>
                      {row.name}
                      {row.width ? (
                        <div className="soft">
                          <Size width={row.width} height={row.height} units={units} />
                        </div>
                      ) : null}
                    </>
                  ),
                },
                {
                  head: t`Planned`,
                  num: true,
                  width: 170,
                  cell: (row) => (
                    <>
                      {inUnit(row, row.planned)}
                      {row.seen === null ? null : (
                        <div className="soft">{t`${row.seen} seen at the trimmer`}</div>
                      )}
                    </>
                  ),
                },
                {
                  head: t`Really`,
                  width: 150,
                  cell: (row) => (
                    <Said
                      label={t`Really used of ${row.name}`}
                      value={row.used ?? ''}
                      placeholder={row.seen ?? (row.supply === null ? '' : row.planned)}
                      unit={row.unit}
                      keep={(amount) => used(row, { amount: amount || null })}
                    />
                  ),
                },
                ...(group === 'offcuts' ? [] : [ranOut]),
              ]}
            />
          </div>
        )
      })}
    </section>
  )
}
