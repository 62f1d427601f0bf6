import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { asked } from '../api/queries'
import { kits, pieces, seats } from '../i18n/counts'
import { dayOf, money, number, spell } from '../i18n/format'
import { Empty, Loaded } from '../ui/states/states'
import { Ledger } from '../ui/tables/Ledger'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import classes from './Log.module.css'
import { NoteList } from './LogNotes'

type Taught = Schemas['TaughtOut']
type TaughtClass = Taught['classes'][number]
type StepMedian = Taught['steps'][number]

interface Props {
  project: number
  /** Takes minutes that a step really took over into the list. */
  take: (step: number, minutes: string) => void
}

/** Where a project was taught, what it cost, what went wrong, and how long its steps really take. */
export function TaughtTab({ project, take }: Props) {
  const taught = useQuery(asked.taught(project))
  return (
    <Loaded query={taught}>
      {(found) =>
        found.classes.length ? (
          <>
            {found.steps.length ? <Steps steps={found.steps} take={take} /> : null}
            {found.classes.map((one) => (
              <OneClass key={one.id} one={one} />
            ))}
          </>
        ) : (
          <Empty title={t`Not taught yet`}>
            <Trans>Its classes are listed here, with what each cost and what went wrong.</Trans>
          </Empty>
        )
      }
    </Loaded>
  )
}

function OneClass({ one }: { one: TaughtClass }) {
  const facts = [
    one.place,
    seats(one.seats),
    one.material !== null && one.each !== null
      ? t`material ${money(one.material, one.currency)}, ${money(one.each, one.currency)} a kit`
      : '',
    one.left ? t`${kits(one.left)} left over` : '',
    one.miscuts ? t`${pieces(one.miscuts)} spoilt` : '',
    one.ran_out.length ? t`ran out: ${one.ran_out.join(', ')}` : '',
  ].filter(Boolean)
  return (
    <section className={classes.taught} aria-label={one.name}>
      <h3>
        <Link to={`/classes/${one.id}/log`}>{one.name}</Link>{' '}
        <span className="soft">
          {one.date ? dayOf(one.date) : t`no date yet`}
          {one.finished ? '' : `, ${t`not over yet`}`}
        </span>
      </h3>
      <p>{facts.join(' · ')}</p>
      <NoteList notes={one.notes} />
    </section>
  )
}

function Steps({ steps, take }: { steps: StepMedian[]; take: Props['take'] }) {
  return (
    <section aria-labelledby="step-times">
      <h2 id="step-times">
        <Trans>How long the steps really take</Trans>
      </h2>
      <div className={classes.wide}>
        <Ledger
          rows={steps}
          rowKey={(row) => row.step}
          columns={[
            { head: t`Step`, title: true, cell: (row) => <FracWords text={whole(row.says)} /> },
            {
              head: t`The list says`,
              num: true,
              cell: (row) =>
                row.minutes === null ? <span className="soft">{t`not said`}</span> : t`${row.minutes} min`,
            },
            {
              head: t`Took, the median`,
              num: true,
              cell: (row) => <strong>{spell(Math.max(1, Math.round(row.took / 60)))}</strong>,
            },
            {
              head: t`Classes`,
              num: true,
              cell: (row) => {
                const shown = number(row.classes)
                return plural(row.classes, { one: `${shown} class`, other: `${shown} classes` })
              },
            },
            {
              head: t`Take over`,
              silent: true,
              cell: (row) => {
                const minutes = String(Math.max(1, Math.round(row.took / 60)))
                return Number(row.minutes) === Number(minutes) ? null : (
                  <Button
                    variant="light"
                    size="compact-sm"
                    onClick={() => take(row.step, minutes)}
                  >{t`Say ${minutes} min`}</Button>
                )
              },
            },
          ]}
        />
      </div>
    </section>
  )
}
