import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Cutting } from '../api/client'
import { pieces, sheets } from '../i18n/counts'
import { number } from '../i18n/format'
import { useShortcuts } from '../ui/frame/useShortcuts'
import { GuideActs, GuideProgress } from '../ui/guide/GuideBar'
import { GuideLeave } from '../ui/guide/GuideLeave'
import { GuideSaved } from '../ui/guide/GuideSaved'
import { useTrimmer } from './context'
import { Miscut } from './Miscut'
import { type Step, stepsOf } from './steps'
import { StepView } from './StepView'
import classes from '../ui/guide/Guide.module.css'
import { useStepTime } from '../ui/guide/useStepTime'
import { useProgress } from './useProgress'

/** The step to make now, and the buttons to say that it is made. */
export function CuttingScreen({ cutting }: { cutting: Cutting }) {
  const { kitClass } = useTrimmer()
  const steps = stepsOf(cutting)
  const { done, say, kept, moved } = useProgress(kitClass.id, cutting)
  const [miscut, setMiscut] = useState(false)
  const step = steps[Math.min(done, steps.length - 1)]
  const over = done >= steps.length
  const time = useStepTime(over ? undefined : done)
  const forward = () => say(Math.min(steps.length, done + 1), time.end())
  const back = () => say(Math.max(0, done - 1))
  const spoilt = () => {
    time.breakOff()
    setMiscut(true)
  }
  // Each press is a cut that was made: a key that is kept down ticks off one.
  useShortcuts({ ' ': forward, Backspace: back, m: spoilt, M: spoilt }, { repeats: false })
  return (
    <main className={classes.screen}>
      <header className={classes.top}>
        <p className={classes.where}>
          {kitClass.name} ·{' '}
          {over || !step ? t`all steps done` : <Where step={step} done={done} of={steps.length} />}
        </p>
        <GuideSaved kept={kept} moved={moved} />
        <GuideLeave to={`/classes/${kitClass.id}/sheets`} />
      </header>
      <GuideProgress done={done} of={steps.length} />
      {over || !step ? <Finished cutting={cutting} /> : <StepView step={step} />}
      <GuideActs back={done === 0 ? null : back} forward={over ? null : forward}>
        <Button size="xl" variant="default" disabled={over} onClick={spoilt}>
          <Trans>
            Miscut <span className={classes.key}>M</span>
          </Trans>
        </Button>
      </GuideActs>
      {miscut && step ? <Miscut step={step} close={() => setMiscut(false)} /> : null}
    </main>
  )
}

function Where({ step, done, of }: { step: Step; done: number; of: number }) {
  const { why } = step.round
  return (
    <>
      <Trans>
        step <strong className="figure">{number(done + 1)}</strong> of {number(of)}, setting{' '}
        {number(step.batch)} of {number(step.batches)}
      </Trans>
      {why === 'miscut' ? `, ${t`for a miscut`}` : why === 'change' ? `, ${t`added later`}` : ''}
    </>
  )
}

function Finished({ cutting }: { cutting: Cutting }) {
  const { kitClass } = useTrimmer()
  const opened = cutting.rounds.flatMap((round) => round.papers).reduce((sum, row) => sum + row.sheets, 0)
  const spoilt = cutting.spoilt.reduce((sum, row) => sum + row.count, 0)
  return (
    <section className={classes.begin}>
      <h1>
        <Trans>All cut</Trans>
      </h1>
      <p className={classes.large}>
        {spoilt
          ? t`${sheets(opened)} cut for ${kitClass.name}; ${pieces(spoilt)} spoilt and made good.`
          : t`${sheets(opened)} cut for ${kitClass.name}.`}
      </p>
      <p>
        <Trans>Count the pieces before you put the trimmer away, blade closed.</Trans>
      </p>
      <Button component={Link} to={`/classes/${kitClass.id}/sheets`} size="lg">
        <Trans>Back to the class</Trans>
      </Button>
    </section>
  )
}
