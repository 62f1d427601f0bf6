import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { useQuery } from '@tanstack/react-query'
import { asked } from '../api/queries'
import { ClassOver } from './ClassOver'
import { useClass } from '../classes/context'
import { Failed, Loaded } from '../ui/states/states'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import { differencesOf } from './differences'
import { KitsLeft } from './KitsLeft'
import classes from './Log.module.css'
import { LogBatches } from './LogBatches'
import { LogNotes } from './LogNotes'
import { LogThings } from './LogThings'
import { type Log, useLog } from './useLog'

/** What the class really took; when it is over, all of it goes back to the cupboard from here. */
export function LogTab() {
  const { saved } = useClass()
  const log = useQuery(asked.log(saved.id))
  return <Loaded query={log}>{(found) => <Shown log={found} />}</Loaded>
}

function Shown({ log }: { log: Log }) {
  const write = useLog()
  const found = differencesOf(log)
  return (
    <>
      <section aria-labelledby="differs">
        <h2 id="differs">
          <Trans>Planned, and as it was</Trans>
        </h2>
        {found.length ? (
          <ul className={classes.differs}>
            {found.map((said) => (
              <li key={said}>
                <FracWords text={whole(said)} />
              </li>
            ))}
          </ul>
        ) : (
          <p>
            <Trans>Nothing differs from the plan so far.</Trans>{' '}
            <span className="soft">
              <Trans>
                What is ticked at the trimmer and at the scoring board is known here by itself; add what only
                you saw. An empty field means as planned.
              </Trans>
            </span>
          </p>
        )}
        {write.error ? <Failed error={write.error} /> : null}
      </section>
      <LogThings log={log} used={write.used} />
      <KitsLeft log={log} left={write.left} />
      <ClassOver log={log} />
      <LogNotes log={log} />
      <LogBatches log={log} took={write.took} />
      {log.miscuts.length ? (
        <section aria-labelledby="miscuts" className={classes.part}>
          <h2 id="miscuts">
            <Trans>Spoilt at the trimmer</Trans>
          </h2>
          <ul>
            {log.miscuts.map((one, n) => (
              <li key={n}>{t`${one.count} ${one.piece}, made good by ${one.by}`}</li>
            ))}
          </ul>
        </section>
      ) : null}
    </>
  )
}
