import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Alert, Button, Progress } from '@mantine/core'
import type { ReactNode } from 'react'
import { Refused, type Fault } from '../../api/client'
import classes from './TaskState.module.css'
import { fileOf, type Running } from './useTask'

/** How far a task is, and what came of it; `made` is what is said of a file that is ready. */
export function TaskState({ of, made }: { of: Running; made?: ReactNode }) {
  const { task, underway, error } = of
  const faults = error instanceof Refused ? (error.problem.faults ?? []) : (task?.faults ?? [])
  return (
    <div aria-live="polite" className={classes.state}>
      {underway ? (
        <div className={classes.far}>
          <Progress
            aria-label={t`How far it is`}
            value={task && task.steps > 1 ? (100 * task.done) / task.steps : 100}
            animated
            className={classes.bar}
          />
          <span>
            {task?.steps === 1 ? (
              <Trans>Being written</Trans>
            ) : task?.steps ? (
              <Trans>
                {task.done} of {task.steps} done
              </Trans>
            ) : (
              <Trans>Waiting for its turn</Trans>
            )}
          </span>
          {task ? (
            <Button size="xs" variant="subtle" onClick={of.end}>
              <Trans>Stop</Trans>
            </Button>
          ) : null}
        </div>
      ) : null}
      {faults.length ? (
        <Alert color="red" role="alert">
          <Faults faults={faults} />
        </Alert>
      ) : error ? (
        <Alert color="red" role="alert">
          {error.message}
        </Alert>
      ) : null}
      {task?.finished && task.file ? (
        <p>
          {made} <a href={fileOf(task)}>{task.file}</a>
        </p>
      ) : null}
    </div>
  )
}

const MOST = 8

function Faults({ faults }: { faults: Fault[] }) {
  const more = faults.length - MOST
  return (
    <ul className={classes.faults}>
      {faults.slice(0, MOST).map((fault) => (
        <li key={`${fault.path} ${fault.code}`}>
          {fault.path ? <strong>{fault.path}: </strong> : null}
          {fault.message}
        </li>
      ))}
      {more > 0 ? (
        <li>
          <Trans>and {more} more</Trans>
        </li>
      ) : null}
    </ul>
  )
}
