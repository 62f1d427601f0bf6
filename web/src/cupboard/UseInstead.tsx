import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { useQuery } from '@tanstack/react-query'
import { type Paper, type Schemas } from '../api/client'
import { asked } from '../api/queries'
import { sheets } from '../i18n/counts'
import { money, number } from '../i18n/format'
import { Swatch } from '../ui/drawing/Swatch'
import { useStudio } from '../ui/frame/session'
import { Loaded } from '../ui/states/states'
import classes from './StockHistory.module.css'

type Row = Schemas['InsteadOut']

/** The papers most like this one, and in what each differs. */
export function UseInstead({ paper }: { paper: Paper }) {
  const { currency } = useStudio()
  const rows = useQuery(asked.instead(paper.id))
  const papers = useQuery(asked.papers())
  return (
    <section aria-labelledby={`instead-${paper.id}`} className={classes.history}>
      <h3 id={`instead-${paper.id}`}>
        <Trans>Use instead</Trans>
      </h3>
      <Loaded query={rows}>
        {(found) => (
          <ul className={classes.instead}>
            {found.slice(0, 4).map((row) => {
              const other = papers.data?.find((one) => one.id === row.paper)
              return other ? (
                <li key={row.paper}>
                  <Swatch look={other} width={36} height={36} />
                  <span>
                    <strong>{other.name}</strong>
                    <span className="soft"> {differences(row, currency).join(', ')}</span>
                  </span>
                </li>
              ) : null
            })}
          </ul>
        )}
      </Loaded>
      <p className="soft">
        <Trans>
          Colours as the screen has them (CIEDE2000 of the grounds): look at the sheets themselves.
        </Trans>
      </p>
    </section>
  )
}

function differences(row: Row, currency: string): string[] {
  const colour = row.colour
  return [
    sheets(row.on_hand),
    row.same_kind ? '' : t`another kind`,
    row.smaller ? t`a smaller sheet` : '',
    row.turns ? t`its print lies another way` : '',
    colour < 2
      ? t`the same colour`
      : colour < 10
        ? t`a like colour (${colour})`
        : t`another colour (${colour})`,
    row.by_back ? t`by its other face` : '',
    row.heavier === null || row.heavier === 0
      ? ''
      : row.heavier > 0
        ? t`${number(row.heavier)} g/m² heavier`
        : t`${number(-row.heavier)} g/m² lighter`,
    row.thicker === null || row.thicker === 0 ? '' : row.thicker > 0 ? t`thicker` : t`thinner`,
    dearer(row.dearer, currency),
  ].filter(Boolean)
}

function dearer(amount: string | null, currency: string): string {
  if (amount === null) return t`price not known`
  if (Number(amount) === 0) return ''
  return amount.startsWith('-')
    ? t`${money(amount.slice(1), currency)} a sheet cheaper`
    : t`${money(amount, currency)} a sheet dearer`
}
