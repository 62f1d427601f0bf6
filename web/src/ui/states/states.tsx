import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Alert, Button, Loader } from '@mantine/core'
import { IconAlertTriangle, IconPlugConnectedX } from '@tabler/icons-react'
import type { UseQueryResult } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { Refused, Unreachable } from '../../api/client'
import classes from './states.module.css'

/** An empty place that says what belongs here and gives the first step. */
export function Empty({
  title,
  children,
  action,
}: {
  title: string
  children: ReactNode
  action?: ReactNode
}) {
  return (
    <div className={classes.empty}>
      <h2>{title}</h2>
      <p>{children}</p>
      {action}
    </div>
  )
}

/** Something could not be had; what it was, and a way to try again. */
export function Failed({ error, again }: { error: Error; again?: () => void }) {
  const away = error instanceof Unreachable
  const missing = error instanceof Refused && error.status === 404
  // What is only not done yet is no failure: it says what comes first.
  const notYet = error instanceof Refused && error.problem.code === 'not-yet'
  return (
    <Alert
      color={away || notYet ? 'marigold' : 'red'}
      icon={away ? <IconPlugConnectedX /> : <IconAlertTriangle />}
      title={
        away
          ? t`The server is out of reach`
          : missing
            ? t`Not found`
            : notYet
              ? t`Not yet`
              : t`That did not work`
      }
      className={classes.failed}
    >
      <p>
        {error.message}
        {away && again ? ` ${t`This page tries again by itself.`}` : ''}
      </p>
      {again && !missing && !notYet ? (
        <Button variant="default" size="sm" onClick={again}>
          <Trans>Try again</Trans>
        </Button>
      ) : null}
    </Alert>
  )
}

/** Something is on its way. */
export function Fetching() {
  return (
    <div className={classes.loading} role="status">
      <Loader type="dots" /> <Trans>Fetching…</Trans>
    </div>
  )
}

/** A query's data once it is there; until then what is going on. */
export function Loaded<T>({
  query,
  children,
}: {
  query: UseQueryResult<T>
  children: (data: T) => ReactNode
}) {
  if (query.data !== undefined) return children(query.data)
  if (query.error) return <Failed error={query.error} again={() => void query.refetch()} />
  return <Fetching />
}
