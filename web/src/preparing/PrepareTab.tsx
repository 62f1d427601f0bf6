import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Checkbox, Group } from '@mantine/core'
import { IconCalendar } from '@tabler/icons-react'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { asked } from '../api/queries'
import { useClass } from '../classes/context'
import { evenings, scores, stops } from '../i18n/counts'
import { dayOf, number, spell } from '../i18n/format'
import { OwnPace } from '../log/OwnPace'
import { Loaded } from '../ui/states/states'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import { Evenings } from './Evenings'
import { Handouts } from './Handouts'
import classes from './Prepare.module.css'
import { leftOf, scoreSteps } from './scoreSteps'
import { For } from '../ui/frame/May'
import { useTicks } from './useTicks'

type Prepare = Schemas['PrepareOut']
type Task = Schemas['TaskOut']
type Work = NonNullable<Schemas['ClassIn']['at_table']>[number]

const works = (): { value: Work; label: string }[] => [
  { value: 'die', label: t`die-cutting` },
  { value: 'punch', label: t`punching` },
  { value: 'score', label: t`scoring` },
  { value: 'slit', label: t`slits` },
  { value: 'hole', label: t`holes` },
  { value: 'corner', label: t`corners` },
  { value: 'cutout', label: t`windows and notches` },
]

/** What is done before the class, in batches and evenings, and what is left for the table. */
export function PrepareTab() {
  const { saved } = useClass()
  const prepare = useQuery(asked.prepare(saved.id, saved.version, !!saved.planned.plan))
  return <Loaded query={prepare}>{(found) => <Shown found={found} />}</Loaded>
}

function Shown({ found }: { found: Prepare }) {
  const { saved, draft, change } = useClass()
  const { ticks, say } = useTicks(saved.id, 'tasks')
  const left = found.tasks.filter((task) => leftOf({ key: task.key, count: 1 }, ticks))
  const unknown = number(found.unknown)
  return (
    <>
      <section aria-labelledby="batches">
        <h2 id="batches">
          <Trans>Before the class: {spell(found.minutes)} of work</Trans>
        </h2>
        <p>
          {found.unknown
            ? plural(found.unknown, {
                one: `${unknown} batch has no time said: it is left out.`,
                other: `${unknown} batches have no time said: they are left out.`,
              })
            : null}{' '}
          {found.planned ? null : t`The sheets are not planned yet, so cutting is left out.`}{' '}
          {left[0] ? (
            <>
              <Trans>Next:</Trans>{' '}
              <strong>
                <FracWords text={whole(left[0].says)} />
              </strong>
            </>
          ) : (
            t`All of it is ticked.`
          )}
        </p>
        <OwnPace names={(name) => found.paces.includes(name)}>
          {t`By your own classes, not by the defaults: those would say ${spell(found.usual_minutes)}`}
        </OwnPace>
        <ol className={classes.tasks}>
          {found.tasks.map((task) => (
            <TaskRow
              key={task.key}
              task={task}
              done={!leftOf({ key: task.key, count: 1 }, ticks)}
              tick={(done) => say({ [task.key]: done ? 1 : 0 })}
              scoring={found.scoring}
              dies={found.dies}
            />
          ))}
        </ol>
      </section>
      <section aria-labelledby="evenings" className={classes.part}>
        <h2 id="evenings">{eveningsTitle(found)}</h2>
        {saved.finished ? null : <EveningWords found={found} date={saved.date ?? null} />}
        <Evenings found={found} ticks={ticks} />
        <Group gap="sm" mt="sm">
          <Button
            component="a"
            href={`/api/classes/${saved.id}/evenings.ics`}
            variant="default"
            disabled={!saved.date}
            leftSection={<IconCalendar size={18} aria-hidden />}
          >
            <Trans>For a calendar</Trans>
          </Button>
          <Link to="/habits">
            <Trans>How long an evening is, and who helps</Trans>
          </Link>
        </Group>
      </section>
      <section aria-labelledby="table" className={classes.part}>
        <h2 id="table">
          <Trans>At the table: {spell(found.table_minutes)}</Trans>
        </h2>
        <Checkbox.Group
          label={t`Left for those who come`}
          description={t`What is ticked is not prepared: everybody does a kit’s worth of it, and needs the tool.`}
          value={draft.at_table ?? []}
          onChange={(at_table) => change({ ...draft, at_table }, 'at_table')}
        >
          <Group gap="md" mt={6}>
            {works().map((work) => (
              <Checkbox key={work.value} value={work.value} label={work.label} />
            ))}
          </Group>
        </Checkbox.Group>
        <Table found={found} />
        <ToolList found={found} />
        {found.table.length ? (
          <Button component={Link} to={`/classes/${saved.id}/table`} mt="sm">
            <Trans>Teach it: step by step, with a clock</Trans>
          </Button>
        ) : null}
      </section>
      <section aria-labelledby="paper" className={classes.part}>
        <h2 id="paper">
          <Trans>On paper</Trans>
        </h2>
        <For needs="reader">
          <Handouts classId={saved.id} />
        </For>
      </section>
    </>
  )
}

/** The tools of each part of the work, as the switches above have it. */
function ToolList({ found }: { found: Prepare }) {
  const named = (rows: { tool: string }[]) =>
    [...new Set(rows.map((row) => row.tool).filter(Boolean))].join(', ')
  const [before, table] = [named(found.tasks), named(found.table)]
  return (
    <p>
      {before ? t`Tools to prepare it with: ${before}.` : null}{' '}
      {table ? t`Tools at the table: ${table}.` : null}
    </p>
  )
}

/** How many evenings; "at most", where fewer are not ruled out. */
function eveningsTitle(found: Prepare) {
  const count = evenings(found.evenings.length)
  if (!found.evenings.length) return t`No evening`
  return found.evenings.length === found.least ? count : t`At most ${count}`
}

function EveningWords({ found, date }: { found: Prepare; date: string | null }) {
  const [count, least] = [found.evenings.length, found.least]
  const long = spell(found.evening_minutes)
  const hands = number(found.helpers)
  const order = found.order_by ? dayOf(found.order_by) : ''
  return (
    <p>
      {plural(found.helpers, {
        one: `Of ${long} at most, by one person.`,
        other: `Of ${long} at most, by ${hands} people.`,
      })}{' '}
      {count && count === least
        ? t`No fewer are enough.`
        : count
          ? t`At least ${number(least)} are needed.`
          : null}{' '}
      {date ? null : t`The class has no date yet.`}{' '}
      {found.late ? (
        <strong className="severe">
          <Trans>The first of them is over already: fewer seats, longer evenings, or somebody to help?</Trans>
        </strong>
      ) : order ? (
        <Trans>
          Order what is to buy by <strong>{order}</strong>.
        </Trans>
      ) : null}
    </p>
  )
}

function TaskRow(props: {
  task: Task
  done: boolean
  tick: (done: boolean) => void
  scoring: Prepare['scoring']
  dies: Prepare['dies']
}) {
  const { task, done, tick, scoring, dies } = props
  const { saved } = useClass()
  const minutes = task.seconds === null ? t`time not said` : spell(Math.ceil(task.seconds / 60))
  const slack = spell(task.slack)
  const first = task.key === scoringKeyOf(scoring)
  const pieces = task.shares.map((share) =>
    share.each > 1
      ? `${number(share.count)} ${share.piece} × ${number(share.each)}`
      : `${number(share.count)} ${share.piece}`,
  )
  return (
    <li data-done={done}>
      <Checkbox
        aria-label={t`Done: ${task.says}`}
        checked={done}
        onChange={(e) => tick(e.currentTarget.checked)}
      />
      <div>
        <strong>
          <FracWords text={whole(task.says)} />
        </strong>
        {task.tool ? <span className="soft"> · {task.tool}</span> : null}
        {pieces.length ? <div className="soft">{pieces.join(', ')}</div> : null}
        {task.waits ? <div>{t`then leave it alone for ${spell(task.waits)}`}</div> : null}
        {task.kind === 'die' ? <Runs runs={dies} /> : null}
        {first ? <ScoringLink scoring={scoring} id={saved.id} /> : null}
        {task.also.length ? <div className="soft">{t`On the list: ${task.also.join('; ')}`}</div> : null}
        {task.kind === 'cut' ? (
          <div>
            <Link to={`/classes/${saved.id}/trimmer`}>
              <Trans>At the trimmer</Trans>
            </Link>
          </div>
        ) : null}
      </div>
      <span className={classes.minutes}>
        {minutes}
        <span className="soft">
          {done ? t`done` : task.critical ? t`nothing may hold it up` : t`${slack} to spare`}
        </span>
      </span>
    </li>
  )
}

/** Which dies go through the machine together, and how often. */
function Runs({ runs }: { runs: Prepare['dies'] }) {
  return (
    <ul className={classes.runs}>
      {runs.map((run, n) => (
        <li key={n}>{t`${number(run.times)} times: ${run.dies.join(' + ')}`}</li>
      ))}
    </ul>
  )
}

/** The first task that is done by the scoring guide. */
const scoringKeyOf = (scoring: Prepare['scoring']) =>
  scoring.batches[0] ? `score-${scoring.batches[0].phase}` : 'score-diagonal'

function ScoringLink({ scoring, id }: { scoring: Prepare['scoring']; id: number }) {
  const { ticks } = useTicks(id, 'scoring')
  const steps = scoreSteps(scoring)
  const done = steps.filter((step) => leftOf(step, ticks) === 0).length
  const at = stops(scoring.batches.length)
  const beyond = scoring.beyond.join(', ')
  return (
    <div>
      <Link to={`/classes/${id}/scoring`}>
        <Trans>At the scoring board</Trans>
      </Link>{' '}
      <span className="soft">
        {scores(scoring.scores)}, {at}
        {scoring.proved ? `, ${t`proved fewest`}` : ''}
        {done ? `, ${t`${number(done)} of ${number(steps.length)} steps done`}` : ''}
        {beyond ? `. ${t`Too long for the board: ${beyond}.`}` : ''}
      </span>
    </div>
  )
}

function Table({ found }: { found: Prepare }) {
  if (!found.table.length) return null
  const unknown = number(found.table_unknown)
  return (
    <>
      <ol className={classes.table}>
        {found.table.map((one, n) => (
          <li key={n}>
            <FracWords text={whole(one.says)} />
            {one.tool ? <span className="soft"> · {one.tool}</span> : null}
            <span className="soft">
              {' · '}
              {one.seconds === null ? t`time not said` : spell(Math.ceil(one.seconds / 60))}
              {one.sharing > 1 ? `, ${t`${number(one.sharing)} take turns`}` : ''}
              {one.waits ? `, ${t`then ${spell(one.waits)} of drying`}` : ''}
            </span>
          </li>
        ))}
      </ol>
      {found.table_unknown ? (
        <p className="soft">
          {plural(found.table_unknown, {
            one: `${unknown} step has no time said: it is left out.`,
            other: `${unknown} steps have no time said: they are left out.`,
          })}
        </p>
      ) : null}
    </>
  )
}
