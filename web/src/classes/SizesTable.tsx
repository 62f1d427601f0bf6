import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { useQuery } from '@tanstack/react-query'
import type { Schemas } from '../api/client'
import { asked } from '../api/queries'
import { money, number } from '../i18n/format'
import { Swatch } from '../ui/drawing/Swatch'
import { useStudio } from '../ui/frame/session'
import { Loaded } from '../ui/states/states'
import { Ledger } from '../ui/tables/Ledger'
import { FracWords } from '../ui/text/FracWords'
import { Length } from '../ui/text/Length'
import { useClass } from './context'
import classes from './Sheets.module.css'

type Row = Schemas['SizeOut']

/** What other sheet sizes would take for each role, and which fail and by how much. */
export function SizesTable() {
  const { saved } = useClass()
  const sizes = useQuery(asked.sizes(saved.id, saved.version))
  return (
    <Loaded query={sizes}>
      {({ sizes: rows }) =>
        [...new Set(rows.map((row) => row.role))].map((role) => (
          <Role key={role} role={role} rows={rows.filter((row) => row.role === role)} />
        ))
      }
    </Loaded>
  )
}

function Role({ role, rows }: { role: string; rows: Row[] }) {
  const { paperOf } = useClass()
  const { units, currency } = useStudio()
  const least = Math.min(...rows.flatMap((row) => (row.per_kit ? [Number(row.per_kit)] : [])))
  const remarks = (row: Row) => [
    ...(row.chosen ? [t`chosen`] : []),
    ...(row.per_kit && Number(row.per_kit) === least ? [t`least money`] : []),
  ]
  return (
    <section aria-label={t`Sheet sizes for ${role}`} className={classes.role}>
      <h2>{role}</h2>
      <Ledger
        rows={rows}
        rowKey={(row) => `${row.name}${row.paper}`}
        chosen={(row) => row.chosen}
        instead={(row) =>
          row.fails
            ? {
                from: 3,
                className: `soft ${classes.fails}`,
                content: <FracWords text={`${row.fails.message}.`} />,
              }
            : null
        }
        columns={[
          {
            head: t`Swatch`,
            silent: true,
            width: 54,
            className: classes.mini,
            cell: (row) => {
              const paper = row.paper === null ? undefined : paperOf(row.paper)
              return paper ? <Swatch look={paper} width={38} height={30} /> : null
            },
          },
          {
            head: t`Cut from`,
            title: true,
            width: '24%',
            cell: (row) =>
              row.paper === null ? (
                <Trans>
                  {row.name} <span className="soft">sheets</span>
                </Trans>
              ) : (
                row.name
              ),
          },
          {
            head: t`Sheet, ${units}`,
            width: '19%',
            cell: (row) => (
              <>
                <Length nm={row.width} units={units} /> × <Length nm={row.height} units={units} />
              </>
            ),
          },
          {
            head: t`Sheets`,
            num: true,
            width: '9%',
            cell: (row) => <strong>{number(row.sheets ?? 0)}</strong>,
          },
          { head: t`At least`, num: true, width: '9%', cell: (row) => number(row.lower_bound) },
          {
            head: t`A kit`,
            num: true,
            width: '11%',
            cell: (row) => (row.per_kit ? money(row.per_kit, currency) : t`no price`),
          },
          { head: t`Remark`, silent: true, cell: (row) => remarks(row).join(', ') },
        ]}
      />
    </section>
  )
}
