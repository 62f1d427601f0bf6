import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Group } from '@mantine/core'
import { IconCoffee, IconMaximize } from '@tabler/icons-react'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import type { KitClass, Project, Schemas } from '../api/client'
import { number, spell, timeOf } from '../i18n/format'
import { GuideOf } from '../preparing/GuideOf'
import { leftOf, placeIn } from '../preparing/scoreSteps'
import { useTicks } from '../preparing/useTicks'
import { useShortcuts } from '../ui/frame/useShortcuts'
import guide from '../ui/guide/Guide.module.css'
import { GuideActs, GuideProgress } from '../ui/guide/GuideBar'
import { GuideLeave } from '../ui/guide/GuideLeave'
import { GuideSaved } from '../ui/guide/GuideSaved'
import { useStepTime } from '../ui/guide/useStepTime'
import { Empty } from '../ui/states/states'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import {
  begin,
  BEGUN,
  dueTimes,
  elapsed,
  minuteOf,
  minutesOf,
  pause,
  PAUSED,
  resume,
  standing,
  startOver,
  type TableStep,
} from './clock'
import { foldedDrawing } from './drawings'
import { StepPictures } from './StepPictures'
import classes from './Table.module.css'

const LONGEST_STEP_S = 3 * 3600
const LOOK_S = 10

/** At the table, full screen: one step at a time for the whole room, with a clock. */
export function TableGuide() {
  return <GuideOf>{(of, list, found) => <Screen kitClass={of} project={list} prepare={found} />}</GuideOf>
}

/** The moment, looked at every few seconds. */
function useNow(): Date {
  const [now, setNow] = useState(() => new Date())
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date()), LOOK_S * 1000)
    return () => clearInterval(timer)
  }, [])
  return now
}

function Screen(props: { kitClass: KitClass; project: Project; prepare: Schemas['PrepareOut'] }) {
  const { kitClass, project, prepare } = props
  const steps = prepare.table
  const rows = steps.map((step) => ({ key: step.key, count: 1 }))
  const { ticks, say, kept } = useTicks(kitClass.id, 'teaching')
  const now = minuteOf(useNow())
  const begun = (ticks[BEGUN] ?? 0) > 0
  const paused = (ticks[PAUSED] ?? 0) > 0
  const at = placeIn(rows, ticks)
  const step = begun ? steps[at] : undefined
  const time = useStepTime(step?.key)
  const forward = () => {
    if (!begun) {
      time.end()
      say(begin(minuteOf(new Date())))
    } else if (paused) say(resume(ticks, minuteOf(new Date())))
    else if (step) {
      const seconds = time.end(LONGEST_STEP_S)
      say({ [step.key]: 1 }, seconds === null ? {} : { [step.key]: seconds })
    }
  }
  const before = begun ? rows[at - 1] : undefined
  const back = () => before && say({ [before.key]: 0 })
  const to = `/classes/${kitClass.id}/prepare`
  useShortcuts({ ' ': forward, Backspace: () => void back() }, { repeats: false })
  useEffect(() => {
    // The drawings of the steps to come are fetched now: at the venue there may be no server.
    const names = new Set(steps.flatMap((one) => one.pieces))
    project.pieces?.forEach((piece, n) => {
      const address = names.has(piece.name) ? foldedDrawing(project, n, kitClass.listed) : null
      if (address) new Image().src = address
    })
  }, [project, steps, kitClass.listed])
  const worked = elapsed(ticks, now)
  const done = rows.filter((row) => leftOf(row, ticks) === 0).length
  return (
    <main className={guide.screen}>
      <header className={guide.top}>
        <p className={guide.where}>
          {kitClass.name} ·{' '}
          {!begun
            ? t`not begun`
            : step
              ? t`step ${number(at + 1)} of ${number(steps.length)}`
              : t`all steps done`}
        </p>
        <GuideSaved kept={kept} />
        {begun ? (
          <Button variant="subtle" size="md" onClick={() => say(startOver(steps))}>
            <Trans>Begin again</Trans>
          </Button>
        ) : null}
        <Button
          variant="subtle"
          size="md"
          leftSection={<IconMaximize size={20} aria-hidden />}
          onClick={() => void document.documentElement.requestFullscreen?.()}
        >
          <Trans>Fill the screen</Trans>
        </Button>
        <GuideLeave to={to} />
      </header>
      <GuideProgress done={done} of={steps.length} />
      {!steps.length ? (
        <Empty title={t`Nothing is done at the table`}>
          <Trans>
            Mark steps of the list as done at the table, or leave some of the work for it under Prepare.
          </Trans>
        </Empty>
      ) : !begun ? (
        <Before steps={steps} unknown={prepare.table_unknown} now={now} begin={forward} />
      ) : step ? (
        <div className={guide.now}>
          <Words step={step} clock={<Clock steps={steps} at={at} worked={worked} paused={paused} />} />
          <StepPictures step={step} project={project} version={kitClass.listed} />
        </div>
      ) : (
        <Over steps={steps} worked={worked} classId={kitClass.id} />
      )}
      {begun ? (
        <GuideActs back={before ? () => void back() : null} forward={step ? forward : null}>
          <Button
            size="xl"
            variant="default"
            disabled={!step}
            leftSection={<IconCoffee aria-hidden />}
            onClick={() => {
              const moment = minuteOf(new Date())
              time.breakOff()
              say(paused ? resume(ticks, moment) : pause(moment))
            }}
          >
            {paused ? t`Go on` : t`A break`}
          </Button>
        </GuideActs>
      ) : null}
    </main>
  )
}

function Words({ step, clock }: { step: TableStep; clock: React.ReactNode }) {
  return (
    <section className={guide.words} aria-live="polite">
      <p className={classes.says}>
        <FracWords text={whole(step.says)} />
      </p>
      {step.pieces.length ? (
        <p className={guide.how}>
          <span className="soft">
            <Trans>Pieces</Trans>
          </span>{' '}
          {step.pieces.join(', ')}
        </p>
      ) : null}
      {step.tool || step.supplies.length ? (
        <p className={guide.how}>
          <span className="soft">
            <Trans>At hand</Trans>
          </span>{' '}
          {[step.tool, ...step.supplies].filter(Boolean).join(', ')}
        </p>
      ) : null}
      {step.sharing > 1 ? <p className={guide.how}>{t`${number(step.sharing)} take turns.`}</p> : null}
      {step.waits ? <p className={guide.how}>{t`Then leave it alone for ${spell(step.waits)}.`}</p> : null}
      {step.cautions.length ? <p className="caution">{step.cautions.join(' ')}</p> : null}
      {clock}
    </section>
  )
}

function Clock(props: { steps: TableStep[]; at: number; worked: number; paused: boolean }) {
  const { steps, at, worked, paused } = props
  const by = standing(steps, at, worked)
  const step = steps[at]
  const shown = spell(Math.round(Math.abs(by)))
  const minutes = step ? spell(Math.round(minutesOf(step))) : ''
  return (
    <p className={classes.clock} data-behind={by > 0}>
      <strong>
        {paused
          ? t`a break`
          : Math.round(by) > 0
            ? t`${shown} behind`
            : Math.round(by) < 0
              ? t`${shown} ahead`
              : t`in time`}
      </strong>
      <span className="soft">
        {step?.seconds === null ? t`no time said for this step` : t`${minutes} for this step`}
        {' · '}
        {t`${spell(Math.round(worked))} since the beginning`}
      </span>
    </p>
  )
}

function Before(props: { steps: TableStep[]; unknown: number; now: number; begin: () => void }) {
  const { steps, unknown, now } = props
  const due = dueTimes(steps)
  const length = Math.round(due.at(-1)?.to ?? 0)
  const end = timeOf(new Date((now + length) * 60_000).toISOString())
  const count = number(unknown)
  return (
    <section className={classes.before}>
      <h1>
        <Trans>The class is about to begin</Trans>
      </h1>
      <p className={guide.large}>
        {t`${spell(length)} at the table: begun now, it ends at ${end}.`}{' '}
        {unknown
          ? plural(unknown, {
              one: `${count} step has no time said and is not in it.`,
              other: `${count} steps have no time said and are not in it.`,
            })
          : null}
      </p>
      <ol className={classes.steps}>
        {steps.map((step, n) => (
          <li key={step.key}>
            <span>{timeOf(new Date((now + (due[n]?.from ?? 0)) * 60_000).toISOString())}</span>
            <FracWords text={whole(step.says)} />
            <span className="soft">
              {step.seconds === null ? t`time not said` : spell(Math.round(minutesOf(step)))}
            </span>
          </li>
        ))}
      </ol>
      <Button size="xl" className={guide.done} onClick={props.begin}>
        <Trans>
          Begin <span className={guide.key}>Space</span>
        </Trans>
      </Button>
    </section>
  )
}

function Over({ steps, worked, classId }: { steps: TableStep[]; worked: number; classId: number }) {
  const planned = Math.round(dueTimes(steps).at(-1)?.to ?? 0)
  return (
    <section className={guide.begin}>
      <h1>
        <Trans>All steps are done</Trans>
      </h1>
      <p className={guide.large}>
        {t`It took ${spell(Math.round(worked))}, planned were ${spell(planned)}.`}
      </p>
      <p>
        <Trans>Count in what was lent: tools and bottles go back with you.</Trans>
      </p>
      <Group>
        <Button component={Link} to={`/classes/${classId}/log`} size="lg">
          <Trans>To the log of the class</Trans>
        </Button>
      </Group>
    </section>
  )
}
