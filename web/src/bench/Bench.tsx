import { Button } from '@mantine/core'
import { IconArrowRight } from '@tabler/icons-react'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api, ask, type Bench as BenchData } from '../api/client'
import { keys } from '../api/queries'
import { useStudio } from '../ui/session'
import { Empty, Loaded } from '../ui/states'
import { Swatch } from '../ui/Swatch'
import { counted, dayOf, daysAway, money } from '../ui/words'
import classes from './Bench.module.css'

type Card = BenchData['coming'][number]

/** Home: the next classes and the one thing to do for each; papers that will run out. */
export function Bench() {
  const bench = useQuery({
    queryKey: keys.bench,
    queryFn: () => ask(api.GET('/api/bench')),
    // A plan in the making is asked for again until it is there.
    refetchInterval: (query) => (query.state.data?.coming.some((row) => row.planning) ? 1500 : false),
  })
  return (
    <Loaded query={bench}>
      {(data) =>
        data.coming.length + data.past.length === 0 ? (
          <Empty
            title="A clear bench"
            action={
              <Button component={Link} to="/projects">
                Write the first list
              </Button>
            }
          >
            Write down one project’s pieces, then say how many are coming: every sheet, supply and cost
            follows from those two.
          </Empty>
        ) : (
          <div className={classes.bench}>
            <section aria-labelledby="next">
              <h1 id="next">Next on the bench</h1>
              {data.coming.map((card, n) => (
                <ClassCard key={card.id} card={card} first={n === 0} />
              ))}
              {data.past.length ? (
                <>
                  <h2 className={classes.later}>Taught</h2>
                  <ul className={classes.past}>
                    {data.past.map((card) => (
                      <li key={card.id}>
                        <Link to={`/classes/${card.id}`}>{card.name}</Link>
                        <span className="soft">
                          {card.date ? dayOf(card.date) : ''} · {counted(card.seats, 'seat')} ·{' '}
                          {card.project_name}
                        </span>
                      </li>
                    ))}
                  </ul>
                </>
              ) : null}
            </section>
            <Low papers={data.low} />
          </div>
        )
      }
    </Loaded>
  )
}

function ClassCard({ card, first }: { card: Card; first: boolean }) {
  const { currency } = useStudio()
  return (
    <article className={`sheet ${classes.card}`} aria-labelledby={`class-${card.id}`}>
      <header>
        <div>
          <h2 id={`class-${card.id}`}>
            <Link to={`/classes/${card.id}`}>{card.name}</Link>
          </h2>
          <p className="soft">
            {card.date ? dayOf(card.date) : 'No date yet'}
            {card.place ? `, ${card.place}` : ''} · {card.project_name}
          </p>
        </div>
        {card.days !== null ? <span className={classes.away}>{daysAway(card.days)}</span> : null}
      </header>
      <dl className={classes.figures}>
        <Figure value={String(card.seats)} label={`seats, ${counted(card.kits, 'kit')}`} />
        <Figure
          value={card.sheets === null ? '–' : String(card.sheets)}
          label={card.sheets === null ? 'not planned yet' : card.proved ? 'sheets, proved fewest' : 'sheets'}
        />
        <Figure value={String(card.to_buy)} label={card.to_buy === 1 ? 'thing to buy' : 'things to buy'} />
        <Figure
          value={card.cost_per_kit ? money(card.cost_per_kit, currency) : '–'}
          label="a kit, sheets opened"
        />
      </dl>
      <Link
        to={`/classes/${card.id}/${card.next.tab}`}
        className={classes.next}
        data-grave={card.next.grave}
        data-first={first}
      >
        <span>{card.next.says}</span>
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
      <h2 id="low">Papers that will run out</h2>
      {papers.length === 0 ? (
        <p className="soft">The cupboard holds enough for every class above.</p>
      ) : (
        <ul className={classes.low}>
          {papers.map((paper) => (
            <li key={paper.id}>
              <Swatch look={{ ...paper, print: 'none' }} />
              <div>
                <strong>{paper.name}</strong>
                <span className="soft">
                  {paper.on_hand} here, {counted(paper.wanted, 'sheet')} wanted
                </span>
                <span className={classes.gauge} aria-hidden>
                  <span style={{ width: `${Math.min(100, (100 * paper.on_hand) / paper.wanted)}%` }} />
                </span>
              </div>
              <span className={classes.short}>
                <span className="figure">{paper.wanted - paper.on_hand}</span> short
              </span>
            </li>
          ))}
        </ul>
      )}
    </aside>
  )
}
