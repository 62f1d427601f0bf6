import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, ask, Refused } from '../api/client'
import { keep } from '../api/queries'
import { settings, sheets, strokes } from '../i18n/counts'
import { number } from '../i18n/format'
import { OwnTrimmerPace } from '../log/OwnPace'
import { GuideLeave } from '../ui/guide/GuideLeave'
import { useTrimmer } from './context'
import classes from '../ui/guide/Guide.module.css'

/** Before the first cut: what it takes, what stays as it is from then on, and the caution. */
export function Begin() {
  const { kitClass } = useTrimmer()
  const queries = useQueryClient()
  const [problem, setProblem] = useState('')
  const plan = kitClass.planned.plan
  const begin = async () => {
    try {
      const params = { path: { class_id: kitClass.id } }
      const run = await ask(api.POST('/api/classes/{class_id}/cutting', { params }))
      keep.cutting(queries, kitClass.id, run)
    } catch (error) {
      const fault = error instanceof Refused ? error.problem.faults?.[0] : undefined
      setProblem(fault?.message ?? (error as Error).message)
    }
  }
  return (
    <main className={classes.screen}>
      <header className={classes.top}>
        <p className={classes.where}>{kitClass.name}</p>
        <GuideLeave to={`/classes/${kitClass.id}/sheets`} />
      </header>
      <section className={classes.begin}>
        <h1>
          <Trans>At the trimmer</Trans>
        </h1>
        {plan ? (
          <>
            <p className={classes.large}>
              <Trans>
                {sheets(plan.sheets)}, {settings(plan.cutting.settings)}, {strokes(plan.cutting.strokes)},
                about {number(plan.cutting.minutes)} min.
              </Trans>
            </p>
            <OwnTrimmerPace />
            <p>
              <Trans>
                From the first step on the layouts stay as they are: a seat more or fewer is shown as a
                difference, and you say whether to cut it.
              </Trans>
            </p>
            <p className="caution">
              <strong>
                <Trans>Blades cut.</Trans>
              </strong>{' '}
              <Trans>
                Guard down, cut away from your hand, change a dull blade, adults only in a children’s class;
                rest in between.
              </Trans>{' '}
              <Trans>The makers’ labels, the venue’s rules and local regulations come first.</Trans>
            </p>
            <Button size="xl" onClick={() => void begin()}>
              <Trans>Begin cutting</Trans>
            </Button>
          </>
        ) : (
          <p>
            <Trans>
              There is no plan to cut yet.{' '}
              <Link to={`/classes/${kitClass.id}/sheets`}>See what is missing</Link>.
            </Trans>
          </p>
        )}
        {problem ? (
          <p role="alert" className="severe">
            {problem}
          </p>
        ) : null}
      </section>
    </main>
  )
}
