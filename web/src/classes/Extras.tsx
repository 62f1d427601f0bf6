import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Button, NumberInput, Select, TextInput } from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import type { ClassIn } from '../api/client'
import { useStudio } from '../ui/frame/session'
import { freeName } from '../ui/text/names'
import { Ledger } from '../ui/tables/Ledger'
import classes from './ClassPage.module.css'
import { useClass } from './context'

type Extra = NonNullable<ClassIn['extras']>[number]

const pers = () => [
  { value: 'class', label: t`the class` },
  { value: 'seat', label: t`each seat` },
  { value: 'kit', label: t`each kit` },
]

/** Costs that are no paper and no supply: room, postage, time at a rate, the wear of a tool. */
export function Extras() {
  const { draft, change, faults } = useClass()
  const { currency } = useStudio()
  const extras = draft.extras ?? []
  const fees = (draft.other_fees ?? []).filter((other) => other.name)
  const put = (rows: Extra[], mark = '') => change({ ...draft, extras: rows }, mark, mark ? undefined : 0)
  const set = (at: number, more: Partial<Extra>) =>
    put(
      extras.map((extra, n) => (n === at ? { ...extra, ...more } : extra)),
      `extra ${at} ${Object.keys(more).join()}`,
    )
  const said = (at: number, field: string) =>
    faults.find((fault) => fault.path === `extras[${at}].${field}`)?.message
  const named = (extra: Extra, n: number) => extra.name || t`line ${n + 1}`
  return (
    <section aria-labelledby="extras" className={classes.later}>
      <h2 id="extras">
        <Trans>What else it costs</Trans>
      </h2>
      <p className="soft">
        <Trans>
          Room, postage, your time at a rate (the amount for an hour, times the hours), a tool written off
          over its uses.
        </Trans>
      </p>
      {extras.length ? (
        <div className={classes.scroll}>
          <Ledger
            rows={extras}
            rowKey={(_, n) => n}
            columns={[
              {
                head: t`What`,
                cell: (extra, n) => (
                  <TextInput
                    aria-label={t`What cost ${n + 1} is`}
                    value={extra.name}
                    error={said(n, 'name')}
                    onChange={(e) => set(n, { name: e.currentTarget.value })}
                  />
                ),
              },
              {
                head: t`Amount, ${currency}`,
                cell: (extra, n) => (
                  <TextInput
                    aria-label={t`Amount of ${named(extra, n)}`}
                    w={110}
                    value={extra.amount}
                    error={said(n, 'amount')}
                    onChange={(e) => set(n, { amount: e.currentTarget.value })}
                  />
                ),
              },
              {
                head: t`times`,
                cell: (extra, n) => (
                  <TextInput
                    aria-label={t`How many times ${named(extra, n)}`}
                    w={80}
                    value={extra.times ?? '1'}
                    error={said(n, 'times')}
                    onChange={(e) => set(n, { times: e.currentTarget.value })}
                  />
                ),
              },
              {
                head: t`over so many uses`,
                cell: (extra, n) => (
                  <NumberInput
                    aria-label={t`Uses that ${named(extra, n)} is shared over`}
                    w={90}
                    min={1}
                    max={100_000}
                    allowDecimal={false}
                    hideControls
                    value={extra.over ?? 1}
                    onChange={(value) => set(n, { over: Number(value) || 1 })}
                  />
                ),
              },
              {
                head: t`for`,
                cell: (extra, n) => (
                  <Select
                    aria-label={t`What ${named(extra, n)} is for`}
                    w={170}
                    allowDeselect={false}
                    data={[
                      ...pers(),
                      ...fees.map((other) => ({
                        value: `of ${other.name}`,
                        label: t`each seat of ${other.name}`,
                      })),
                    ]}
                    value={extra.only ? `of ${extra.only}` : (extra.per ?? 'class')}
                    onChange={(value) =>
                      value &&
                      set(
                        n,
                        value.startsWith('of ')
                          ? { per: 'seat', only: value.slice(3) }
                          : { per: value as Extra['per'], only: '' },
                      )
                    }
                  />
                ),
              },
              {
                head: t`Remove`,
                silent: true,
                cell: (extra, n) => (
                  <ActionIcon
                    variant="subtle"
                    color="gray"
                    aria-label={t`Remove ${named(extra, n)}`}
                    onClick={() => put(extras.filter((_, k) => k !== n))}
                  >
                    <IconX size={18} />
                  </ActionIcon>
                ),
              },
            ]}
          />
        </div>
      ) : null}
      <Button
        variant="light"
        mt="sm"
        leftSection={<IconPlus size={18} />}
        onClick={() => {
          const taken = extras.map((extra) => extra.name)
          put([...extras, { name: freeName(t`Room`, taken), amount: '0', per: 'class', times: '1', over: 1 }])
        }}
      >
        <Trans>Another cost</Trans>
      </Button>
    </section>
  )
}
