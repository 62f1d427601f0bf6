import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { IconArrowRight } from '@tabler/icons-react'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { Bench as BenchData } from '../api/client'
import { asked } from '../api/queries'
import { useNewClass } from '../classes/newClass'
import { kits, seats, sheets } from '../i18n/counts'
import { missingSaid } from '../i18n/costs'
import { dayOf, daysAway, money, number } from '../i18n/format'
import { Swatch } from '../ui/drawing/Swatch'
import { useStudio } from '../ui/frame/session'
import { Empty, Failed, Loaded } from '../ui/states/states'
import classes from './Bench.module.css'

type Card = BenchData['coming'][number]

/** Home: the next classes and the one thing to do for each; papers that will run out. */
export function Bench() {
  const bench = useQuery(asked.bench())
  return (
    <Loaded query={bench}>
      {(data) =>
        data.coming.length + data.past.length === 0 ? (
          <ClearBench />
        ) : (
          <div className={classes.bench}>
            <section aria-labelledby="next">
              <h1 id="next">
                <Trans>Next on the bench</Trans>
              </h1>
              {data.coming.map((card, n) => (
                <ClassCard key={card.id} card={card} first={n === 0} />
              ))}
              {data.past.length ? <Taught cards={data.past} /> : null}
            </section>
            <Low papers={data.low} />
          </div>
        )
      }
    </Loaded>
  )
}

function Taught({ cards }: { cards: Card[] }) {
  return (
    <>
      <h2 className={classes.later}>
        <Trans>Taught</Trans>
      </h2>
      <ul className={classes.past}>
        {cards.map((card) => (
          <li key={card.id}>
            <Link to={`/classes/${card.id}`}>{card.name}</Link>
            <span className="soft">
              {card.date ? dayOf(card.date) : ''} · {seats(card.seats)} · {card.project_name}
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}

function ClassCard({ card, first }: { card: Card; first: boolean }) {
  const { currency } = useStudio()
  const planned = card.proved
    ? plural(card.sheets ?? 0, { one: 'sheet, proved fewest', other: 'sheets, proved fewest' })
    : plural(card.sheets ?? 0, { one: 'sheet', other: 'sheets' })
  const noPrice = card.cost_missing > 0 && !Number(card.cost_per_kit)
  return (
    <article className={`sheet ${classes.card}`} aria-labelledby={`class-${card.id}`}>
      <header>
        <div>
          <h2 id={`class-${card.id}`}>
            <Link to={`/classes/${card.id}`}>{card.name}</Link>
          </h2>
          <p className="soft">
            {card.date ? dayOf(card.date) : t`No date yet`}
            {card.place ? `, ${card.place}` : ''} · {card.project_name}
          </p>
        </div>
        {card.days !== null ? <span className={classes.away}>{daysAway(card.days)}</span> : null}
      </header>
      <dl className={classes.figures}>
        <Figure
          value={number(card.seats)}
          label={plural(card.seats, {
            one: `seat, ${kits(card.kits)}`,
            other: `seats, ${kits(card.kits)}`,
          })}
        />
        <Figure
          value={card.sheets === null ? '–' : number(card.sheets)}
          label={card.sheets === null ? t`not planned yet` : planned}
        />
        <Figure
          value={number(card.to_buy)}
          label={plural(card.to_buy, { one: 'thing to buy', other: 'things to buy' })}
        />
        <Figure
          value={card.cost_per_kit && !noPrice ? money(card.cost_per_kit, currency) : '–'}
          label={
            noPrice
              ? t`no price yet`
              : card.cost_missing
                ? t`a kit at least, ${missingSaid(card.cost_missing)}`
                : t`a kit, sheets opened`
          }
        />
      </dl>
      <Link
        to={`/classes/${card.id}/${card.next.tab}`}
        className={classes.next}
        data-severe={card.next.severe}
        data-first={first}
      >
        <span>{card.next.message}</span>
        <IconArrowRight size={20} aria-hidden />
      </Link>
    </article>
  )
}

function Figure({ value, label }: { value: string; label: string }) {
  return (
    <div>
      <dt>{label}</dt>
      <dd className="figure">{value}</dd>
    </div>
  )
}

function Low({ papers }: { papers: BenchData['low'] }) {
  return (
    <aside aria-labelledby="low">
      <h2 id="low">
        <Trans>Papers that will run out</Trans>
      </h2>
      {papers.length === 0 ? (
        <p className="soft">
          <Trans>The cupboard holds enough for every class above.</Trans>
        </p>
      ) : (
        <ul className={classes.low}>
          {papers.map((paper) => (
            <li key={paper.id}>
              <Swatch look={{ ...paper, print: 'none' }} />
              <div>
                <strong>{paper.name}</strong>
                <span className="soft">
                  <Trans>
                    {number(paper.on_hand)} here, {sheets(paper.needed)} needed
                  </Trans>
                </span>
                <span className={classes.gauge} aria-hidden>
                  <span style={{ width: `${Math.min(100, (100 * paper.on_hand) / paper.needed)}%` }} />
                </span>
              </div>
              <span className={classes.short}>
                <Trans>
                  <span className="figure">{number(paper.needed - paper.on_hand)}</span> short
                </Trans>
              </span>
            </li>
          ))}
        </ul>
      )}
    </aside>
  )
}

/** Before the first class: write a list, or plan a class of the one that is there. */
function ClearBench() {
  const [project] = useQuery(asked.projects()).data ?? []
  const add = useNewClass()
  return (
    <Empty
      title={t`A clear bench`}
      action={
        <>
          {project ? (
            <Button loading={add.isPending} onClick={() => add.mutate(project)}>
              <Trans>Plan a class of {project.name}</Trans>
            </Button>
          ) : (
            <Button component={Link} to="/projects">
              <Trans>Write the first list</Trans>
            </Button>
          )}
          {add.error ? <Failed error={add.error} /> : null}
        </>
      }
    >
      {project
        ? t`The list is there. Say how many are coming: every sheet, supply and cost follows.`
        : t`Write down one project’s pieces, then say how many are coming: every sheet, supply and cost follows from those two.`}
    </Empty>
  )
}
