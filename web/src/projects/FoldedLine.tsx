import { Trans } from '@lingui/react/macro'
import type { Schemas } from '../api/client'
import classes from './FoldedLine.module.css'
import { FracWords } from '../ui/text/FracWords'

/** What a piece folds into, in one line; nothing where that is not known or it is flat. */
export function FoldedLine({ folded }: { folded: Schemas['FoldedOut'] | undefined }) {
  if (!folded || !folded.kind || folded.kind === 'flat') return null
  const { form } = folded
  const { finished, room } = folded
  return (
    <p className={classes.line}>
      {folded.finished ? (
        <Trans>
          {form}: <FracWords text={finished} /> outside
        </Trans>
      ) : (
        form
      )}
      {folded.room ? (
        <>
          {'; '}
          <Trans>
            room for <FracWords text={room} />
          </Trans>
        </>
      ) : null}
      {folded.goes_into ? `; ${folded.goes_into}` : null}
    </p>
  )
}
