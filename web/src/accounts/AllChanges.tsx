import { Trans } from '@lingui/react/macro'
import { useStudio } from '../ui/frame/session'
import { Changes } from '../ui/history/Changes'
import classes from './Account.module.css'

/** Who changed what in the whole paper room. */
export function AllChanges() {
  const studio = useStudio()
  return (
    <div className={classes.account}>
      <h1>
        <Trans>Who changed what in {studio.name}</Trans>
      </h1>
      <p className="soft">
        <Trans>
          What one person does to one thing within a quarter of an hour is one change. How a count in the
          cupboard came about is with the paper or supply itself.
        </Trans>
      </p>
      <Changes />
    </div>
  )
}
