import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { number } from '../i18n/format'
import classes from './Log.module.css'
import { Said } from './Said'
import type { KitsOfWay, Log } from './useLog'

/** Whole kits that nobody took: the next class of the project need not make them again. */
export function KitsLeft({
  log,
  left,
}: {
  log: Log
  left: (way: KitsOfWay, count: number | null) => Promise<unknown>
}) {
  return (
    <section aria-labelledby="kits-left" className={classes.part}>
      <h2 id="kits-left">
        <Trans>Kits left over</Trans>
      </h2>
      <p className="soft">
        <Trans>Whole ones that nobody took. The next class of this project is offered them.</Trans>
      </p>
      <ul className={classes.kits}>
        {log.kits.map((way) => (
          <li key={way.colourway}>
            <span>
              {way.colourway} <span className="soft">{t`${number(way.made)} made`}</span>
            </span>
            <Said
              label={t`Kits of ${way.colourway} left over`}
              value={way.left === null ? '' : String(way.left)}
              placeholder={t`not counted`}
              keep={(text) =>
                text === '' || /^\d{1,6}$/.test(text)
                  ? left(way, text === '' ? null : Number(text))
                  : Promise.reject(new Error(t`Write a whole number, such as 2.`))
              }
            />
          </li>
        ))}
      </ul>
    </section>
  )
}
