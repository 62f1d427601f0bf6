import { Radio } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { api, ask, type ClassIn, type Plan } from '../api/client'
import { useStudio } from '../ui/session'
import { keys } from '../api/queries'
import { money } from '../ui/words'
import type { Sheaf } from './ClassPage'
import classes from './ClassPage.module.css'

type Style = NonNullable<ClassIn['style']>

const STYLES: { value: Style; name: string; says: string }[] = [
  { value: 'fewest-sheets', name: 'Fewest sheets', says: 'kits share sheets where that saves one' },
  {
    value: 'fewest-settings',
    name: 'Fewest layouts and settings',
    says: 'even where that opens a sheet more',
  },
  {
    value: 'kit-per-sheet',
    name: 'Each kit alone',
    says: 'no sheet holds two kits: prints match, bag as you cut',
  },
]

/** The three styles of cutting with the price of each; the person chooses. */
export function StylesTable({ saved, draft, change, plan }: Sheaf & { plan: Plan }) {
  const { currency } = useStudio()
  const style = draft.style ?? 'fewest-sheets'
  const prices = useQuery({
    queryKey: [...keys.styles(saved.id, saved.version), plan.papers],
    queryFn: () =>
      ask(api.GET('/api/classes/{class_id}/styles', { params: { path: { class_id: saved.id } } })),
    placeholderData: (before) => before,
    retry: false,
  })
  const stale = prices.isPlaceholderData
  const of = (value: Style) => prices.data?.styles.find((row) => row.style === value)
  const advised = STYLES.find((row) => row.value === prices.data?.advised)
  return (
    <section className={classes.stylesBox} aria-labelledby="styles">
      <h2 id="styles" className="vanish">
        Styles of cutting
      </h2>
      <table className={`ledger ${classes.stylesTable}`} data-stale={stale}>
        <thead>
          <tr>
            <th scope="col">How to cut</th>
            <th scope="col" className="num">
              Sheets
            </th>
            <th scope="col" className="num">
              Layouts
            </th>
            <th scope="col" className="num">
              Settings
            </th>
            <th scope="col" className="num">
              Strokes
            </th>
            <th scope="col" className="num">
              Minutes
            </th>
            <th scope="col" className="num">
              A kit, sheets opened
            </th>
            <th scope="col" className="num">
              To pay now
            </th>
          </tr>
        </thead>
        <tbody>
          {STYLES.map((row) => {
            const price = of(row.value)
            return (
              <tr key={row.value} data-chosen={style === row.value}>
                <th scope="row">
                  <Radio
                    name="style"
                    label={row.name}
                    description={row.says}
                    checked={style === row.value}
                    onChange={() => change({ ...draft, style: row.value }, 'style', 0)}
                  />
                </th>
                <td className={`num ${classes.sheetsOf}`}>{price?.sheets ?? '–'}</td>
                <td className="num">{price?.layouts ?? '–'}</td>
                <td className="num">{price?.settings ?? '–'}</td>
                <td className="num">{price?.strokes ?? '–'}</td>
                <td className="num">{price?.minutes ?? '–'}</td>
                <td className="num">{price ? money(price.opened_per_kit, currency) : '–'}</td>
                <td className="num">{price ? money(price.cash, currency) : '–'}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
      {advised ? (
        <p className={classes.because}>
          Without another reason: <strong>{advised.name}</strong>, for {prices.data?.because}.
        </p>
      ) : null}
    </section>
  )
}
