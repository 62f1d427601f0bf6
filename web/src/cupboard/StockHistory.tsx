import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Select, TextInput } from '@mantine/core'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, type Movement, Refused } from '../api/client'
import { asked, changed } from '../api/queries'
import { momentOf } from '../i18n/format'
import { Loaded } from '../ui/states/states'
import { Size } from '../ui/text/Length'
import type { Units } from '../ui/text/length'
import { For } from '../ui/frame/May'
import classes from './StockHistory.module.css'

interface Props {
  of: 'paper' | 'supply'
  id: number
  /** What its amounts are counted in, behind the number. */
  unit: string
  units: Units
}

const causes = () => ({
  counted: t`counted`,
  bought: t`bought`,
  used: t`used by`,
  miscut: t`miscut for`,
  kept: t`kept from`,
  found: t`found`,
  given: t`given away`,
  moved: t`counted with another name now:`,
  undone: t`undone`,
})

/** How a count came about: every movement with who, when and why, and each undone by one key. */
export function StockHistory({ of, id, unit, units }: Props) {
  const rows = useQuery(asked.movements(of, id))
  return (
    <section aria-labelledby={`history-${of}-${id}`} className={classes.history}>
      <h3 id={`history-${of}-${id}`}>
        <Trans>How the count came about</Trans>
      </h3>
      <For needs="helper">
        <MoveByHand of={of} id={id} unit={unit} />
      </For>
      <Loaded query={rows}>
        {(found) =>
          found.length === 0 ? (
            <p className="soft">
              <Trans>Nothing has come or gone yet.</Trans>
            </p>
          ) : (
            <ul className={classes.rows}>
              {found.map((row) => (
                <Row key={row.id} row={row} of={of} unit={unit} units={units} />
              ))}
            </ul>
          )
        }
      </Loaded>
    </section>
  )
}

function Row({ row, of, unit, units }: { row: Movement; of: Props['of']; unit: string; units: Units }) {
  const queries = useQueryClient()
  const [problem, setProblem] = useState('')
  const undo = () =>
    ask(api.POST('/api/movements/{movement_id}/undo', { params: { path: { movement_id: row.id } } })).then(
      () => changed(queries, of),
      (error: Error) => setProblem(reasonOf(error)),
    )
  const taken = row.undone || row.undoes !== null
  return (
    <li data-undone={row.undone || undefined}>
      <strong className="figure">{row.amount.startsWith('-') ? row.amount : `+${row.amount}`}</strong>
      <span>
        {row.cause === 'found' && row.amount.startsWith('-')
          ? t`not there after all, for`
          : causes()[row.cause]}
        {row.class_name ? ` ${row.class_name}` : ''}
        {row.width ? (
          <>
            {', '}
            <Trans>
              offcuts of <Size width={row.width} height={row.height} units={units} />
            </Trans>
          </>
        ) : null}
        {row.note ? `, ${row.note}` : ''}
        <span className="soft">
          {' '}
          {t`then ${row.after}${unit}`} · {momentOf(row.at)}
          {row.by ? ` · ${row.by}` : ''}
        </span>
        {problem ? (
          <span role="alert" className="severe">
            {' '}
            {problem}
          </span>
        ) : null}
      </span>
      {taken ? null : (
        <Button size="compact-sm" variant="subtle" onClick={() => void undo()}>
          <Trans>Undo</Trans>
        </Button>
      )}
    </li>
  )
}

const reasonOf = (error: Error) =>
  (error instanceof Refused ? error.problem.faults?.[0]?.message : undefined) ?? error.message

function MoveByHand({ of, id, unit }: Pick<Props, 'of' | 'id' | 'unit'>) {
  const queries = useQueryClient()
  const [cause, setCause] = useState<'found' | 'bought' | 'given' | 'used'>('found')
  const [amount, setAmount] = useState('')
  const [note, setNote] = useState('')
  const [problem, setProblem] = useState('')
  const less = cause === 'given' || cause === 'used'
  const send = () => {
    const body = { cause, note, amount: less ? `-${amount.trim()}` : amount.trim() }
    const sent =
      of === 'paper'
        ? ask(api.POST('/api/papers/{paper_id}/movements', { params: { path: { paper_id: id } }, body }))
        : ask(api.POST('/api/supplies/{supply_id}/movements', { params: { path: { supply_id: id } }, body }))
    sent.then(
      () => {
        setAmount('')
        setNote('')
        setProblem('')
        return changed(queries, of)
      },
      (error: Error) => setProblem(reasonOf(error)),
    )
  }
  return (
    <form
      className={classes.byHand}
      onSubmit={(event) => {
        event.preventDefault()
        send()
      }}
    >
      <Select
        aria-label={t`What happened`}
        allowDeselect={false}
        comboboxProps={{ withinPortal: false }}
        data={[
          { value: 'found', label: t`found` },
          { value: 'bought', label: t`bought` },
          { value: 'given', label: t`given away` },
          { value: 'used', label: t`used` },
        ]}
        value={cause}
        onChange={(value) => value && setCause(value)}
      />
      <TextInput
        aria-label={of === 'paper' ? t`How many sheets` : t`How much${unit}`}
        placeholder={of === 'paper' ? t`sheets` : t`amount`}
        value={amount}
        error={problem || undefined}
        onChange={(e) => setAmount(e.currentTarget.value)}
      />
      <TextInput
        aria-label={t`Note`}
        placeholder={t`note`}
        maxLength={400}
        value={note}
        onChange={(e) => setNote(e.currentTarget.value)}
      />
      <Button type="submit" variant="light" disabled={!amount.trim()}>
        <Trans>Write down</Trans>
      </Button>
    </form>
  )
}
