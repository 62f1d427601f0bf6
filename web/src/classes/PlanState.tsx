import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { Link } from 'react-router'
import { api, type KitClass } from '../api/client'
import { sheets } from '../i18n/counts'
import { number } from '../i18n/format'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import classes from './ClassPage.module.css'
import { useClass } from './context'

/** A plan that takes long: how far it is, and a button to take the best so far. */
export function StillPlanning({ kitClass }: { kitClass: KitClass }) {
  const { working } = kitClass.planned
  const stop = () =>
    void api.POST('/api/classes/{class_id}/stop-early', { params: { path: { class_id: kitClass.id } } })
  const least = working?.lower_bound ?? 0
  return (
    <section className={classes.working} role="status">
      <div>
        <p>
          <strong>
            <Trans>Still planning.</Trans>
          </strong>{' '}
          {working?.sheets
            ? t`For the paper in hand there is already a plan of ${sheets(working.sheets)}; fewer than ${number(least)} cannot do.`
            : least
              ? t`The paper in hand needs at least ${sheets(least)}.`
              : t`Patterns are being collected.`}{' '}
          <Trans>You can go on with other things meanwhile.</Trans>
        </p>
        {working && !working.worker ? (
          <p className="severe">
            <Trans>The worker is not running: what takes long waits until it is started again.</Trans>
          </p>
        ) : null}
      </div>
      <Button variant="default" size="sm" onClick={stop}>
        <Trans>Take the best so far</Trans>
      </Button>
    </section>
  )
}

/** Why there is no plan, and where to change that. */
export function NotPlanned() {
  const { saved } = useClass()
  const { faults, working } = saved.planned
  if (working) return null
  const papers = faults.every((f) => f.code === 'choose-paper' || f.code === 'no-colourway')
  return (
    <section className={classes.notPlanned} role="alert">
      <h2>{papers ? t`Choose the papers first` : t`It cannot be cut as it is`}</h2>
      <ul>
        {faults.map((fault) => (
          <li key={fault.path + fault.code}>
            <FracWords text={whole(fault.message)} />
          </li>
        ))}
      </ul>
      <p>
        {papers ? (
          <Link to={`/classes/${saved.id}/papers`}>
            <Trans>Choose papers</Trans>
          </Link>
        ) : (
          <Trans>
            <Link to={`/projects/${saved.project}`}>Change the list</Link> or{' '}
            <Link to={`/classes/${saved.id}/papers`}>choose a larger paper</Link>.
          </Trans>
        )}
      </p>
    </section>
  )
}
