import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Switch, TextInput } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { asked } from '../api/queries'
import { Ledger } from '../ui/tables/Ledger'
import { useProject } from './context'
import { withSupply } from './versions'
import classes from './Versions.module.css'

/** What a version's kit takes of each supply, where that is not what the list says. */
export function VersionSupplies() {
  const { doc, units, change } = useProject()
  const known = useQuery(asked.supplies()).data ?? []
  const variants = doc.variants ?? []
  const nameOf = (id: string) => known.find((row) => String(row.id) === id)?.name ?? t`A supply that is gone`
  const unitOf = (id: string) => {
    const unit = known.find((row) => String(row.id) === id)?.unit
    return unit === 'length' ? units : unit === 'ml' ? 'ml' : ''
  }
  return (
    <section aria-labelledby="version-supplies" className={classes.part}>
      <h2 id="version-supplies">
        <Trans>Supplies</Trans>
      </h2>
      <div className={classes.scroll}>
        <Ledger
          className={classes.versions}
          rows={doc.supplies ?? []}
          rowKey={(use) => use.supply}
          columns={[
            { head: t`Supply`, title: true, cell: (use) => nameOf(use.supply) },
            {
              head: t`The list`,
              cell: (use) => (use.per_kit ? `${use.per_kit} ${unitOf(use.supply)}`.trim() : t`worked out`),
            },
            ...variants.map((variant, v) => ({
              head: variant.name,
              cell: (use: NonNullable<typeof doc.supplies>[number]) => {
                const none = variant.without.includes(use.supply)
                const name = nameOf(use.supply)
                return (
                  <div className={classes.change}>
                    <TextInput
                      aria-label={t`How much ${name} a kit takes in ${variant.name}`}
                      placeholder={t`the same`}
                      disabled={none}
                      value={variant.supplies.find((other) => other.supply === use.supply)?.per_kit ?? ''}
                      onChange={(e) =>
                        change(
                          withSupply(
                            doc,
                            v,
                            use,
                            e.currentTarget.value.trim() ? e.currentTarget.value : null,
                          ),
                          `version ${v} supply ${use.supply}`,
                        )
                      }
                    />
                    <Switch
                      label={t`none`}
                      aria-label={t`No ${name} in ${variant.name}`}
                      checked={none}
                      onChange={(e) =>
                        change(withSupply(doc, v, use, e.currentTarget.checked ? false : null))
                      }
                    />
                  </div>
                )
              },
            })),
          ]}
        />
      </div>
    </section>
  )
}
