import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Menu, Modal } from '@mantine/core'
import { IconChevronDown, IconPrinter, IconScissors } from '@tabler/icons-react'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, ask, type Cutting, type Plan } from '../api/client'
import { keep } from '../api/queries'
import { layouts, settings, steps, strokes } from '../i18n/counts'
import { number } from '../i18n/format'
import { useStudio } from '../ui/frame/session'
import { usePrint } from '../ui/tasks/print'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import { Size } from '../ui/text/Length'
import { useClass } from './context'
import classes from './Sheets.module.css'

interface Props {
  plan: Plan
  run: Cutting | null
}

/** Where the cutting is: what it takes, how far it is, and what a changed class asks for too. */
export function CuttingNote({ plan, run }: Props) {
  const queries = useQueryClient()
  const { saved } = useClass()
  const [asked, setAsked] = useState(false)
  // The plan of before a change is looked at, and nothing is cut by it.
  const current = run !== null || saved.planned.plan !== null
  const [problem, setProblem] = useState('')
  const path = { params: { path: { class_id: saved.id } } }
  const put = (now: Cutting | null) => keep.cutting(queries, saved.id, now)
  const attempt = (work: Promise<unknown>) => {
    setProblem('')
    work.catch((error: Error) => setProblem(error.message))
  }
  const add = () => attempt(ask(api.POST('/api/classes/{class_id}/cutting/changes', path)).then(put))
  const forget = () =>
    attempt(
      ask(api.DELETE('/api/classes/{class_id}/cutting', path)).then(() => {
        put(null)
        setAsked(false)
      }),
    )
  return (
    <section className={classes.cutting} aria-label={t`Cutting`}>
      <div>
        {run ? <Progress run={run} /> : <Summary plan={plan} />}
        {run?.changes.length ? <Changes changes={run.changes} add={add} /> : null}
        {problem ? (
          <p role="alert" className="severe">
            {problem}
          </p>
        ) : null}
      </div>
      <div className={classes.go}>
        {plan.sheets && current ? (
          <Button
            component={Link}
            to={`/classes/${saved.id}/trimmer`}
            size="md"
            leftSection={<IconScissors size={20} aria-hidden />}
          >
            {run && run.done > 0 ? t`Go on at the trimmer` : t`To the trimmer`}
          </Button>
        ) : null}
        {current ? <GuideMenu classId={saved.id} /> : null}
        {run ? (
          <Button variant="subtle" size="md" onClick={() => setAsked(true)}>
            <Trans>Start over</Trans>
          </Button>
        ) : null}
      </div>
      <Modal
        opened={asked}
        onClose={() => setAsked(false)}
        title={t`Forget what is cut?`}
        closeButtonProps={{ 'aria-label': t`Close` }}
      >
        <p>
          <Trans>
            The class is planned again as if nothing were cut yet: {steps(run?.done ?? 0)} of progress and
            what was noted as spoilt are forgotten. This cannot be undone.
          </Trans>
        </p>
        <div className={classes.go}>
          <Button color="red" onClick={forget}>
            <Trans>Forget it</Trans>
          </Button>
          <Button variant="default" onClick={() => setAsked(false)}>
            <Trans>Keep it</Trans>
          </Button>
        </div>
      </Modal>
    </section>
  )
}

function Progress({ run }: { run: Cutting }) {
  return (
    <p className={classes.sum}>
      {run.done < run.steps ? (
        <Trans>
          Cutting has begun: <strong className="figure">{number(run.done)}</strong> of {steps(run.steps)}{' '}
          done.
        </Trans>
      ) : (
        <strong>
          <Trans>All cut.</Trans>
        </strong>
      )}{' '}
      <span className="soft">
        <Trans>The layouts stay as they are.</Trans>
      </span>
    </p>
  )
}

function Summary({ plan }: { plan: Plan }) {
  const { units } = useStudio()
  const { cutting } = plan
  // Where sizes are mixed the proof is of their price, and is said of them.
  const proved = plan.papers.every((row) => row.proved)
  const free = plan.papers.every((row) => row.sheets === row.lower_bound)
  return (
    <p className={classes.sum}>
      <strong className="figure">{number(plan.sheets)}</strong>{' '}
      {plural(plan.sheets, { one: 'sheet.', other: 'sheets.' })}{' '}
      {proved
        ? `${free ? t`No plan of straight cuts uses fewer.` : t`No plan whose cuts the trimmer makes uses fewer.`} `
        : ''}
      <span className="soft">
        <Trans>
          {layouts(cutting.layouts)}, {settings(cutting.settings)}, {strokes(cutting.strokes)}, about{' '}
          {number(cutting.minutes)} min.
        </Trans>
        {cutting.largest ? (
          <>
            {' '}
            <Trans>
              The largest offcut kept is{' '}
              <Size width={cutting.largest.width} height={cutting.largest.height} units={units} />.
            </Trans>
          </>
        ) : null}
      </span>
    </p>
  )
}

function Changes({ changes, add }: { changes: Cutting['changes']; add: () => void }) {
  return (
    <div className={classes.changes} role="status">
      <p>
        <Trans>The class has changed since:</Trans>
      </p>
      <ul>
        {changes.map((change) => (
          <li key={change.message}>
            <FracWords text={whole(change.message)} />
          </li>
        ))}
      </ul>
      {changes.some((change) => change.code === 'more-to-cut') ? (
        <Button size="sm" onClick={add}>
          <Trans>Add it to the cutting</Trans>
        </Button>
      ) : null}
    </div>
  )
}

function GuideMenu({ classId }: { classId: number }) {
  const print = usePrint()
  const guide = (paper: 'letter' | 'a4') =>
    print({ href: `/api/classes/${classId}/cut-guide.pdf?paper=${paper}`, name: t`Cut guide` })
  return (
    <Menu position="bottom-end" withinPortal>
      <Menu.Target>
        <Button
          variant="default"
          size="md"
          leftSection={<IconPrinter size={19} aria-hidden />}
          rightSection={<IconChevronDown size={16} aria-hidden />}
        >
          <Trans>Cut guide</Trans>
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item component="a" {...guide('letter')}>
          <Trans>PDF on Letter</Trans>
        </Menu.Item>
        <Menu.Item component="a" {...guide('a4')}>
          <Trans>PDF on A4</Trans>
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  )
}
