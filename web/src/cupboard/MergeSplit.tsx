import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Select, TextInput } from '@mantine/core'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, type Paper, Refused, type Supply } from '../api/client'
import { asked, changed } from '../api/queries'
import classes from './Cupboard.module.css'

type Props = { unit: string; close: () => void } & (
  { of: 'paper'; row: Paper } | { of: 'supply'; row: Supply }
)

/** Two that are one, put together; some of one that is another, set apart. */
export function MergeSplit(props: Props) {
  const { of, row, unit, close } = props
  const queries = useQueryClient()
  const papers = useQuery(asked.papers())
  const supplies = useQuery(asked.supplies())
  const [into, setInto] = useState<string | null>(null)
  const [amount, setAmount] = useState('')
  const [name, setName] = useState('')
  const [problem, setProblem] = useState('')
  const others =
    of === 'paper'
      ? (papers.data ?? []).filter(
          (one) =>
            one.id !== row.id &&
            one.width_nm === row.width_nm &&
            one.height_nm === row.height_nm &&
            one.print === row.print,
        )
      : (supplies.data ?? []).filter(
          (one) => one.id !== row.id && one.unit === row.unit && one.joinable === row.joinable,
        )
  const done = (work: Promise<unknown>) => {
    setProblem('')
    work.then(
      async () => {
        await changed(queries, of)
        close()
      },
      (error: Error) => {
        const fault = error instanceof Refused ? error.problem.faults?.[0] : undefined
        setProblem(fault?.message ?? error.message)
      },
    )
  }
  const merge = () => {
    const body = { into: Number(into) }
    done(
      of === 'paper'
        ? ask(api.POST('/api/papers/{paper_id}/merge', { params: { path: { paper_id: row.id } }, body }))
        : ask(api.POST('/api/supplies/{supply_id}/merge', { params: { path: { supply_id: row.id } }, body })),
    )
  }
  const split = () => {
    const body = { amount, name }
    done(
      of === 'paper'
        ? ask(api.POST('/api/papers/{paper_id}/split', { params: { path: { paper_id: row.id } }, body }))
        : ask(api.POST('/api/supplies/{supply_id}/split', { params: { path: { supply_id: row.id } }, body })),
    )
  }
  return (
    <details className={classes.more}>
      <summary>
        <Trans>Merge or split it</Trans>
      </summary>
      {others.length ? (
        <div className={classes.merge}>
          <Select
            label={t`It is the same as`}
            placeholder={t`another one`}
            searchable
            data={others.map((one) => ({ value: String(one.id), label: one.name }))}
            value={into}
            onChange={setInto}
          />
          <Button variant="light" disabled={!into} onClick={merge}>
            <Trans>Merge into that one</Trans>
          </Button>
        </div>
      ) : null}
      <div className={classes.merge}>
        <TextInput
          label={unit ? t`Set apart, ${unit}` : t`Set apart`}
          w={110}
          value={amount}
          onChange={(e) => setAmount(e.currentTarget.value)}
        />
        <TextInput
          label={t`They are really`}
          placeholder={t`another name`}
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <Button variant="light" disabled={!amount || !name} onClick={split}>
          <Trans>Split off</Trans>
        </Button>
      </div>
      <p role="alert" className="severe">
        {problem}
      </p>
    </details>
  )
}
