import { Trans } from '@lingui/react/macro'
import type { Schemas } from '../api/client'
import { FracWords } from '../ui/text/FracWords'
import classes from './FoldedLine.module.css'

/** What something is when it is folded: its size outside, the room in it, and what takes it. */
export function FoldedSizes(props: { what: string; finished: string; room: string; into: string }) {
  const { what, finished, room } = props
  return (
    <>
      {finished ? (
        <Trans>
          {what}: <FracWords text={finished} /> outside
        </Trans>
      ) : (
        what
      )}
      {room ? (
        <>
          {'; '}
          <Trans>
            room for <FracWords text={room} />
          </Trans>
        </>
      ) : null}
      {props.into ? `; ${props.into}` : null}
    </>
  )
}

/** What a piece folds into, in one line; nothing where that is not known or it is flat. */
export function FoldedLine({ folded }: { folded: Schemas['FoldedOut'] | undefined }) {
  if (!folded || !folded.kind || folded.kind === 'flat') return null
  const { form, finished, room, goes_into } = folded
  return (
    <p className={classes.line}>
      <FoldedSizes what={form} finished={finished} room={room} into={goes_into} />
    </p>
  )
}
