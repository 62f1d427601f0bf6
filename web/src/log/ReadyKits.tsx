import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { NumberInput } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { asked } from '../api/queries'
import { useClass } from '../classes/context'
import { kits } from '../i18n/counts'
import classes from './Log.module.css'

/** Kits that earlier classes of the project left over: those that are used are not made again. */
export function ReadyKits() {
  const { saved, draft, change } = useClass()
  const ready = useQuery(asked.ready(saved.id))
  const colourways = draft.colourways ?? []
  const rows = colourways.flatMap((way, n) => {
    const found = ready.data?.find((one) => one.colourway === way.name)
    return found || way.ready ? [{ way, n, found }] : []
  })
  if (!rows.length) return null
  return (
    <section aria-labelledby="ready" className={classes.ready}>
      <h2 id="ready">
        <Trans>Kits that are there</Trans>
      </h2>
      {rows.map(({ way, n, found }) => {
        const free = found?.count ?? 0
        const from = (found?.classes ?? []).join(', ')
        const shared = (saved.colourways?.[n]?.kits ?? 0) + (saved.colourways?.[n]?.ready ?? 0)
        return (
          <NumberInput
            key={way.name}
            label={t`Use of ${way.name}`}
            description={
              found ? t`${kits(free)} left over from ${from}` : t`not left over from any class that is over`
            }
            min={0}
            max={Math.max(way.ready, Math.min(free, shared))}
            allowDecimal={false}
            value={way.ready}
            onChange={(value) =>
              change(
                {
                  ...draft,
                  colourways: colourways.map((one, k) =>
                    k === n ? { ...one, ready: Number(value) || 0 } : one,
                  ),
                },
                `ready ${n}`,
              )
            }
          />
        )
      })}
    </section>
  )
}
