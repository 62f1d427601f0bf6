import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, NumberInput } from '@mantine/core'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, type Order, type ShoppingRow } from '../api/client'
import { asked, changed } from '../api/queries'
import { packs as packsOf } from '../i18n/counts'
import { dayOf } from '../i18n/format'
import { FracWords } from '../ui/text/FracWords'
import classes from './Shopping.module.css'
import { newId } from '../ui/newId'

/** Order what is on the list of one shop. Sent again after a failure, it is the same order. */
export function SendOrder({ shop, rows }: { shop: string; rows: ShoppingRow[] }) {
  const queries = useQueryClient()
  const [reference, setReference] = useState(newReference)
  const [sending, setSending] = useState(false)
  const [problem, setProblem] = useState('')
  const lines = rows
    .filter((row) => !row.discontinued)
    .map((row) => ({ kind: row.kind, id: row.id, packs: row.packs }))
  const send = () => {
    setSending(true)
    setProblem('')
    ask(api.POST('/api/orders', { body: { shop, reference, lines } }))
      .then(
        () => {
          // What is ordered after this is another order.
          setReference(newReference())
          return changed(queries, 'stock')
        },
        (error: Error) => setProblem(error.message),
      )
      .finally(() => setSending(false))
  }
  if (!lines.length) return null
  return (
    <div>
      <Button variant="light" size="compact-md" loading={sending} onClick={send}>
        <Trans>Order these</Trans>
      </Button>
      {problem ? (
        <p role="alert" className="severe">
          {problem}
        </p>
      ) : null}
    </div>
  )
}

const newReference = () => newId().slice(0, 18)

/** What was ordered: on its way until it is here. */
export function OnTheWay() {
  const orders = useQuery(asked.orders())
  if (!orders.data?.length) return null
  return (
    <section aria-labelledby="on-the-way" className={classes.apart}>
      <h2 id="on-the-way">
        <Trans>On the way</Trans>
      </h2>
      {orders.data.map((order) => (
        <OneOrder key={order.id} order={order} />
      ))}
    </section>
  )
}

function OneOrder({ order }: { order: Order }) {
  const queries = useQueryClient()
  const [problem, setProblem] = useState('')
  const [counting, setCounting] = useState(false)
  const [came, setCame] = useState<Record<number, number>>({})
  const params = { path: { order_id: order.id } }
  const done = (sent: Promise<unknown>) =>
    void sent.then(
      () => {
        setCounting(false)
        return changed(queries, 'stock')
      },
      (error: Error) => setProblem(error.message),
    )
  const arrived = (count: (line: Order['lines'][number]) => number) =>
    done(
      ask(
        api.POST('/api/orders/{order_id}/arrived', {
          params,
          body: { lines: order.lines.map((line) => ({ id: line.id, packs: count(line) })) },
        }),
      ),
    )
  const holds = (line: Order['lines'][number]) =>
    line.unit ? `${line.pack_size} ${line.unit}` : line.pack_size
  return (
    <div className={classes.order}>
      <strong>
        <Trans>
          {order.shop}, number {order.number}
        </Trans>
      </strong>{' '}
      {order.closed ? (
        <span>
          <Trans>closed today</Trans>
        </span>
      ) : (
        <span className={order.due ? 'severe' : 'soft'}>
          {order.due ? t`should have come on ${dayOf(order.arrives)}` : t`comes on ${dayOf(order.arrives)}`}
        </span>
      )}
      <ul>
        {order.lines.map((line) => (
          <li key={line.id}>
            <div className={classes.cameLine}>
              <FracWords text={t`${packsOf(line.packs)} of ${line.name}, each holds ${holds(line)}`} />
              {counting ? (
                <NumberInput
                  aria-label={t`Packs of ${line.name} that came`}
                  w={90}
                  size="sm"
                  min={0}
                  max={100_000}
                  allowDecimal={false}
                  value={came[line.id] ?? line.packs}
                  onChange={(value) => setCame({ ...came, [line.id]: Number(value) || 0 })}
                />
              ) : null}
            </div>
          </li>
        ))}
      </ul>
      <div className={classes.tools}>
        {order.closed ? (
          <Button
            variant="subtle"
            size="compact-sm"
            onClick={() => done(ask(api.DELETE('/api/orders/{order_id}/arrived', { params })))}
          >
            <Trans>Undo: it is still on the way</Trans>
          </Button>
        ) : counting ? (
          <Button size="compact-md" onClick={() => arrived((line) => came[line.id] ?? line.packs)}>
            <Trans>Put what came in the cupboard</Trans>
          </Button>
        ) : (
          <>
            <Button size="compact-md" variant="light" onClick={() => arrived((line) => line.packs)}>
              <Trans>It is here, all of it</Trans>
            </Button>
            <Button size="compact-md" variant="subtle" onClick={() => setCounting(true)}>
              <Trans>Not all of it came</Trans>
            </Button>
            <Button size="compact-md" variant="subtle" color="gray" onClick={() => arrived(() => 0)}>
              <Trans>It does not come</Trans>
            </Button>
          </>
        )}
      </div>
      {problem ? (
        <p role="alert" className="severe">
          {problem}
        </p>
      ) : null}
    </div>
  )
}
