import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { useQuery } from '@tanstack/react-query'
import type { Plan, Schemas } from '../api/client'
import { asked } from '../api/queries'
import { number } from '../i18n/format'
import { Swatch } from '../ui/drawing/Swatch'
import { useStudio } from '../ui/frame/session'
import { Loaded } from '../ui/states/states'
import { Ledger } from '../ui/tables/Ledger'
import { Size } from '../ui/text/Length'
import { useClass } from './context'

type Left = Schemas['LeftoverOut']

/** Every offcut worth keeping by its size, and what it would still make of this project and of others. */
export function Leftovers({ plan }: { plan: Plan }) {
  const { saved, paperOf } = useClass()
  const { units } = useStudio()
  const left = useQuery(asked.leftovers(saved.id, saved.version, plan.papers))
  return (
    <Loaded query={left}>
      {({ leftovers }) =>
        leftovers.length ? (
          <section aria-label={t`Left over`}>
            <Ledger
              rows={leftovers}
              rowKey={(row) => `${row.paper} ${row.width} ${row.height}`}
              columns={[
                {
                  head: t`Left over`,
                  title: true,
                  cell: (row) => (
                    <span style={{ display: 'inline-flex', gap: 8, alignItems: 'center' }}>
                      <PaperSwatch paper={paperOf(String(row.paper))} />
                      <span style={{ whiteSpace: 'nowrap' }}>
                        <strong className="figure">{number(row.count)}</strong> ×{' '}
                        <Size width={row.width} height={row.height} units={units} />
                        <br />
                        <span className="soft">{paperOf(String(row.paper))?.name}</span>
                      </span>
                    </span>
                  ),
                },
                { head: t`One of them would still make`, cell: (row) => <Makes row={row} /> },
              ]}
            />
          </section>
        ) : (
          <p>
            <Trans>Nothing that is worth keeping is left over. What counts is among the settings.</Trans>
          </p>
        )
      }
    </Loaded>
  )
}

function PaperSwatch({ paper }: { paper: Parameters<typeof Swatch>[0]['look'] | undefined }) {
  return paper ? <Swatch look={paper} width={30} height={30} /> : null
}

function Makes({ row }: { row: Left }) {
  if (!row.makes.length)
    return (
      <span className="soft">
        <Trans>too small for any piece of your projects</Trans>
      </span>
    )
  return row.makes.map((made, n) => (
    <span key={`${made.project} ${made.piece}`}>
      {n ? ` ${t`or`} ` : ''}
      {plural(made.count, { one: `# ${made.piece}`, other: `# × ${made.piece}` })}
      {made.project ? (
        <span className="soft">
          {' '}
          <Trans>of {made.project}</Trans>
        </span>
      ) : null}
    </span>
  ))
}
