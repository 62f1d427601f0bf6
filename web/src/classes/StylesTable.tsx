import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Radio } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import type { ClassIn, Plan, Styles } from '../api/client'
import { asked } from '../api/queries'
import { money, number } from '../i18n/format'
import { useStudio } from '../ui/frame/session'
import { type Column, Ledger } from '../ui/tables/Ledger'
import { useClass } from './context'
import classes from './Sheets.module.css'

type Style = NonNullable<ClassIn['style']>
type Price = Styles['styles'][number]

interface Row {
  value: Style
  name: string
  about: string
}

const styles = (): Row[] => [
  { value: 'fewest-sheets', name: t`Fewest sheets`, about: t`kits share sheets where that saves one` },
  {
    value: 'fewest-settings',
    name: t`Fewest layouts and settings`,
    about: t`even where that opens a sheet more`,
  },
  {
    value: 'kit-per-sheet',
    name: t`Each kit alone`,
    about: t`no sheet holds two kits: prints match, bag as you cut`,
  },
]

/** The three styles of cutting with the price of each; the person chooses. */
export function StylesTable({ plan }: { plan: Plan }) {
  const { saved, draft, change } = useClass()
  const { currency } = useStudio()
  const chosen = draft.style ?? 'fewest-sheets'
  const prices = useQuery({
    ...asked.styles(saved.id, saved.version, plan.papers),
    placeholderData: (before) => before,
  })
  const advised = styles().find((row) => row.value === prices.data?.advised)
  const figure = (head: string, of: (price: Price) => string, className?: string): Column<Row> => ({
    head,
    num: true,
    className,
    cell: (row) => {
      const price = prices.data?.styles.find((one) => one.style === row.value)
      return price ? of(price) : '–'
    },
  })
  return (
    <section className={classes.stylesBox} aria-labelledby="styles">
      <h2 id="styles" className="vanish">
        <Trans>Styles of cutting</Trans>
      </h2>
      <Ledger
        className={classes.stylesTable}
        stale={prices.isPlaceholderData}
        rows={styles()}
        rowKey={(row) => row.value}
        chosen={(row) => row.value === chosen}
        columns={[
          {
            head: t`How to cut`,
            title: true,
            cell: (row) => (
              <Radio
                name="style"
                label={row.name}
                description={row.about}
                checked={chosen === row.value}
                onChange={() => change({ ...draft, style: row.value }, 'style', 0)}
              />
            ),
          },
          figure(t`Sheets`, (price) => number(price.sheets), classes.sheetsOf),
          figure(t`Layouts`, (price) => number(price.layouts)),
          figure(t`Settings`, (price) => number(price.settings)),
          figure(t`Strokes`, (price) => number(price.strokes)),
          figure(t`Minutes`, (price) => number(price.minutes)),
          figure(t`A kit, sheets opened`, (price) => money(price.opened_per_kit, currency)),
          figure(t`To pay now`, (price) => money(price.cash, currency)),
        ]}
      />
      {advised && prices.data ? (
        <p className={classes.because}>
          <Trans>
            Suggested: <strong>{advised.name}</strong>, because {prices.data.because.message}.
          </Trans>
        </p>
      ) : null}
    </section>
  )
}
