import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { number, spell } from '../i18n/format'
import { Ledger } from '../ui/tables/Ledger'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import classes from './Log.module.css'
import { Said } from './Said'
import type { Log, StepTaken } from './useLog'

const minutes = (seconds: number) => spell(Math.max(1, Math.round(seconds / 60)))

/** How long the batches took beside what was planned, and the steps at the table. */
export function LogBatches({
  log,
  took,
}: {
  log: Log
  took: (step: StepTaken, seconds: number | null) => Promise<unknown>
}) {
  const planned = (row: StepTaken) =>
    row.planned === null ? <span className="soft">{t`not said`}</span> : minutes(row.planned)
  const what = (row: StepTaken) => <FracWords text={whole(row.says)} />
  const keep = (row: StepTaken) => (text: string) => {
    const said = Number(text.replace(',', '.'))
    if (text === '') return took(row, null)
    if (said >= 0 && said <= 16_000) return took(row, Math.round(said * 60))
    return Promise.reject(new Error(t`Write minutes, such as 12 or 8.5.`))
  }
  return (
    <section aria-labelledby="times" className={classes.part}>
      <h2 id="times">
        <Trans>How long it took</Trans>
      </h2>
      <div className={classes.wide}>
        <Ledger
          rows={log.batches}
          rowKey={(row) => row.key}
          columns={[
            { head: t`Batch`, title: true, cell: what },
            { head: t`Planned`, num: true, cell: planned },
            {
              head: t`Timed by the guide`,
              num: true,
              cell: (row) =>
                row.seen === null ? (
                  <span className="soft">–</span>
                ) : row.timed === row.steps ? (
                  minutes(row.seen)
                ) : (
                  t`${minutes(row.seen)}, ${number(row.timed)} of ${number(row.steps)} steps`
                ),
            },
            {
              head: t`Took, minutes`,
              cell: (row) => (
                <Said
                  label={t`Minutes it took: ${row.says}`}
                  value={row.took === null ? '' : String(Math.round(row.took / 6) / 10)}
                  placeholder={row.seen === null ? '' : String(Math.round(row.seen / 60))}
                  keep={keep(row)}
                />
              ),
            },
          ]}
        />
      </div>
      {log.table.length ? (
        <>
          <h3>
            <Trans>At the table</Trans>
          </h3>
          <div className={classes.wide}>
            <Ledger
              rows={log.table}
              rowKey={(row) => row.key}
              columns={[
                { head: t`Step`, title: true, cell: what },
                { head: t`Planned`, num: true, cell: planned },
                {
                  head: t`Took`,
                  num: true,
                  cell: (row) =>
                    row.took === null ? <span className="soft">{t`not timed`}</span> : minutes(row.took),
                },
              ]}
            />
          </div>
        </>
      ) : null}
    </section>
  )
}
