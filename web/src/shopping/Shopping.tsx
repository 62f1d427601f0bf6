import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Checkbox, Menu } from '@mantine/core'
import { IconDownload } from '@tabler/icons-react'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, ask, type Shopping as ShoppingData, type ShoppingRow } from '../api/client'
import { asked, changed } from '../api/queries'
import { packs as packsOf } from '../i18n/counts'
import { costSaid } from '../i18n/costs'
import { dayOf, money, timeOf } from '../i18n/format'
import { Empty, Loaded } from '../ui/states/states'
import { usePrint } from '../ui/tasks/print'
import { FracWords } from '../ui/text/FracWords'
import { OnTheWay, SendOrder } from './Orders'
import classes from './Shopping.module.css'
import { newId } from '../ui/newId'

/** What to buy for one class or several, by shop, ticked in the shop into the cupboard. */
export function Shopping() {
  const [chosen, setChosen] = useState<number[] | null>(null)
  const query = chosen?.join(',') ?? ''
  const list = useQuery(asked.shopping(query))
  return (
    <>
      <div className={classes.head}>
        <h1>
          <Trans>Shopping list</Trans>
        </h1>
        <div className={classes.tools}>
          <Button component={Link} to="/shopping/prices" variant="subtle">
            <Trans>Price lists</Trans>
          </Button>
          <TakeAlong query={query} />
        </div>
      </div>
      <Loaded query={list}>
        {(found) =>
          found.classes.length === 0 ? (
            <Empty title={t`No class to shop for`}>
              <Trans>
                The list is made of the classes to come. <Link to="/classes">Plan one</Link>, and what it
                takes is here.
              </Trans>
            </Empty>
          ) : (
            <>
              <ForWhom found={found} choose={setChosen} />
              <List found={found} />
              <OnTheWay />
              <Ticked found={found} />
            </>
          )
        }
      </Loaded>
    </>
  )
}

function TakeAlong({ query }: { query: string }) {
  const print = usePrint()
  const to = (kind: string) => `/api/shopping.${kind}?classes=${query}`
  return (
    <Menu position="bottom-end" withinPortal>
      <Menu.Target>
        <Button variant="light" leftSection={<IconDownload size={18} />}>
          <Trans>Take it along</Trans>
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item component="a" {...print({ href: `${to('pdf')}&paper=letter`, name: t`Shopping list` })}>
          <Trans>PDF, Letter</Trans>
        </Menu.Item>
        <Menu.Item component="a" {...print({ href: `${to('pdf')}&paper=a4`, name: t`Shopping list` })}>
          <Trans>PDF, A4</Trans>
        </Menu.Item>
        <Menu.Item component="a" href={to('csv')}>
          <Trans>Table, CSV</Trans>
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  )
}

function ForWhom({ found, choose }: { found: ShoppingData; choose: (classes: number[]) => void }) {
  const chosen = found.classes.filter((row) => row.chosen).map((row) => row.id)
  return (
    <fieldset className={classes.forWhom}>
      <legend>
        <Trans>For which classes</Trans>
      </legend>
      {found.classes.map((row) => (
        <Checkbox
          key={row.id}
          checked={row.chosen}
          // The last one stays: an empty list would be of nobody.
          disabled={row.chosen && chosen.length === 1}
          label={row.date ? `${row.name}, ${dayOf(row.date)}` : row.name}
          description={row.why ? t`not in the list: ${row.why}` : undefined}
          onChange={(e) =>
            choose(e.currentTarget.checked ? [...chosen, row.id] : chosen.filter((id) => id !== row.id))
          }
        />
      ))}
    </fieldset>
  )
}

function List({ found }: { found: ShoppingData }) {
  const buying = found.rows.filter((row) => row.packs > 0)
  const unknown = found.rows.filter((row) => row.unknown)
  const here = found.rows.filter((row) => row.packs === 0 && !row.unknown)
  const shops = [...new Set(buying.map((row) => row.shop))]
  return (
    <>
      {unknown.length ? (
        <p className="severe" role="status">
          <Trans>
            How much is needed is not known of {unknown.map((row) => row.name).join(', ')}: no rule finds what
            it holds. Type on the list what a kit takes.
          </Trans>
        </p>
      ) : null}
      {buying.length === 0 && !unknown.length ? (
        <p className={classes.nothing}>
          <Trans>Everything is here: there is nothing to buy.</Trans>
        </p>
      ) : null}
      {shops.map((shop) => (
        <section key={shop} aria-label={shop || t`Any shop`}>
          <div className={classes.shop}>
            <h2>{shop || t`Any shop`}</h2>
            {found.answering.includes(shop) ? (
              <SendOrder shop={shop} rows={buying.filter((row) => row.shop === shop)} />
            ) : null}
          </div>
          <ul className={classes.rows}>
            {buying
              .filter((row) => row.shop === shop)
              .map((row) => (
                <Row key={`${row.kind} ${row.id}`} row={row} currency={found.currency} />
              ))}
          </ul>
        </section>
      ))}
      {buying.length ? (
        <p className={classes.total}>
          <Trans>
            In all <strong className="figure">{costSaid(found.total, found.unpriced, found.currency)}</strong>
          </Trans>{' '}
          {found.unpriced
            ? plural(found.unpriced, {
                one: 'and one thing that has no price yet',
                other: 'and # things that have no price yet',
              })
            : ''}
        </p>
      ) : null}
      {here.length ? (
        <section aria-labelledby="here-already" className={classes.apart}>
          <h2 id="here-already">
            <Trans>Here already</Trans>
          </h2>
          <ul className={classes.here}>
            {here.map((row) => (
              <li key={`${row.kind} ${row.id}`}>
                {row.name}{' '}
                <span className="soft">
                  <FracWords
                    text={t`${amount(row.needed, row)} needed, ${amount(row.over, row)} left over`}
                  />
                  {row.ordered === '0' ? null : (
                    <FracWords text={t`, ${amount(row.ordered, row)} on the way`} />
                  )}
                </span>
                <ComesLate row={row} />
              </li>
            ))}
          </ul>
        </section>
      ) : null}
    </>
  )
}

/** What is on the way and comes too late for the first class that needs it. */
function ComesLate({ row }: { row: ShoppingRow }) {
  return row.comes_late && row.arrives ? (
    <div className="severe">
      <Trans>
        Some of it comes on {dayOf(row.arrives)}, too late for the first class: get what it needs elsewhere.
      </Trans>
    </div>
  ) : null
}

const cheaperWords = (packs: { packs: number; size: string }[], row: ShoppingRow) =>
  packs.map((one) => t`${packsOf(one.packs)} of ${amount(one.size, row)}`).join(t` and `)

const amount = (text: string, row: ShoppingRow) => (row.unit ? `${text} ${row.unit}` : text)

function Row({ row, currency }: { row: ShoppingRow; currency: string }) {
  const queries = useQueryClient()
  const [sending, setSending] = useState(false)
  const [problem, setProblem] = useState('')
  const tick = () => {
    setSending(true)
    const body = { kind: row.kind, id: row.id, packs: row.packs, batch: newId().slice(0, 18) }
    ask(api.POST('/api/shopping/bought', { body })).then(
      () => changed(queries, 'stock'),
      (error: Error) => {
        setProblem(error.message)
        setSending(false)
      },
    )
  }
  const tickCheaper = async (packs: { packs: number; raw: string }[]) => {
    setSending(true)
    try {
      // One after the other: each size is a purchase of its own, which can be unticked.
      for (const one of packs)
        await ask(
          api.POST('/api/shopping/bought', {
            body: {
              kind: row.kind, id: row.id, packs: one.packs, size: one.raw, batch: newId().slice(0, 18),
            }, // prettier-ignore
          }),
        )
      await changed(queries, 'stock')
    } catch (error) {
      setProblem(error instanceof Error ? error.message : '')
      setSending(false)
    }
  }
  const facts = [
    row.needed_at_most
      ? t`${amount(row.needed, row)} needed, ${amount(row.needed_at_most, row)} if the classes without a date are on one day`
      : t`${amount(row.needed, row)} needed`,
    t`${amount(row.here, row)} here`,
    row.kept === '0' ? '' : t`${amount(row.kept, row)} set aside for others`,
    row.ordered === '0' ? '' : t`${amount(row.ordered, row)} on the way`,
    t`${amount(row.over, row)} left over`,
  ]
  return (
    <li>
      <Checkbox
        size="lg"
        checked={sending}
        disabled={sending}
        onChange={tick}
        aria-label={t`${row.name} is bought`}
      />
      <div>
        <strong>{row.name}</strong> {row.code ? <span className="soft">{row.code}</span> : null}
        <div className={classes.buy}>
          <FracWords text={t`${packsOf(row.packs)} of ${amount(row.pack_size, row)}`} />
        </div>
        <div className="soft">
          <FracWords text={facts.filter(Boolean).join(', ')} />
        </div>
        {row.classes.length > 1 ? <div className="soft">{t`for ${row.classes.join(t` and `)}`}</div> : null}
        <ComesLate row={row} />
        {row.cheaper ? (
          <div>
            <Trans>
              Cheaper: <FracWords text={cheaperWords(row.cheaper.packs, row)} /> for{' '}
              {money(row.cheaper.price, currency)}, {money(row.cheaper.saves, currency)} less.
            </Trans>{' '}
            <Button
              size="compact-sm"
              variant="light"
              disabled={sending}
              onClick={() => row.cheaper && void tickCheaper(row.cheaper.packs)}
            >
              <Trans>I bought those</Trans>
            </Button>
          </div>
        ) : null}
        {row.discontinued ? (
          <div className="severe">
            <Trans>It is not to be had any more: choose another.</Trans>
          </div>
        ) : null}
        {problem ? (
          <div role="alert" className="severe">
            {problem}
          </div>
        ) : null}
      </div>
      <div className={classes.money}>
        {row.price ? (
          <strong className="figure">{money(row.price, currency)}</strong>
        ) : (
          <span className="severe">
            <Trans>no price</Trans>
          </span>
        )}
        {row.order_by ? (
          <div className={row.late ? 'severe' : 'soft'}>
            {row.late
              ? t`too late for the post: it had to be ordered by ${dayOf(row.order_by)}`
              : t`get or order it by ${dayOf(row.order_by)}`}
          </div>
        ) : null}
      </div>
    </li>
  )
}

/** What was ticked today: it is in the cupboard, and a slip of the finger is undone here. */
function Ticked({ found }: { found: ShoppingData }) {
  const queries = useQueryClient()
  const [problem, setProblem] = useState('')
  if (!found.bought.length) return null
  return (
    <section aria-labelledby="ticked" className={classes.apart}>
      <h2 id="ticked">
        <Trans>Bought today</Trans>
      </h2>
      <ul className={classes.here}>
        {found.bought.map((row) => (
          <li key={row.batch}>
            {t`${packsOf(row.packs)} of ${row.name}`} <span className="soft">{timeOf(row.at)}</span>{' '}
            <Button
              size="compact-sm"
              variant="subtle"
              onClick={() => {
                const params = { path: { batch: row.batch } }
                ask(api.DELETE('/api/shopping/bought/{batch}', { params })).then(
                  () => changed(queries, 'stock'),
                  (error: Error) => setProblem(error.message),
                )
              }}
            >
              <Trans>Undo</Trans>
            </Button>
          </li>
        ))}
      </ul>
      <p role="status" className="severe">
        {problem}
      </p>
    </section>
  )
}
