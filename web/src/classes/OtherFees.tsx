import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Button, NumberInput, TextInput } from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import { seats as seatsOf } from '../i18n/counts'
import { money } from '../i18n/format'
import { useStudio } from '../ui/frame/session'
import { Ledger } from '../ui/tables/Ledger'
import { freeName } from '../ui/text/names'
import classes from './ClassPage.module.css'
import { useClass } from './context'
import { type OtherFee, seatsByFee, withFees } from './otherFees'

/** Who pays what: the usual fee, and those that only some pay (members, kits by post). */
export function OtherFees() {
  const { draft, change, faults } = useClass()
  const { currency } = useStudio()
  const fees = draft.other_fees ?? []
  const sold = seatsByFee(draft)
  const usual = sold.at(-1) ?? 0
  const short = fees.findIndex((other, n) => (sold[n] ?? 0) < other.seats)
  const set = (at: number, more: Partial<OtherFee>) => {
    const before = fees[at]
    const next = fees.map((other, n) => (n === at ? { ...other, ...more } : other))
    const renamed: [string, string] | undefined =
      before && more.name !== undefined ? [before.name, more.name] : undefined
    change(withFees(draft, next, renamed), `fee ${at} ${Object.keys(more).join()}`)
  }
  const said = (at: number, field: string) =>
    faults.find((fault) => fault.path === `other_fees[${at}].${field}`)?.message
  const named = (other: OtherFee, n: number) => other.name || t`fee ${n + 1}`
  return (
    <section aria-labelledby="other-fees" className={classes.later}>
      <h2 id="other-fees">
        <Trans>Other fees</Trans>
      </h2>
      <p className="soft">
        {fees.length ? (
          draft.fee ? (
            <Trans>
              {seatsOf(usual)} at the usual {money(draft.fee, currency)}, the others as said here.
            </Trans>
          ) : (
            <Trans>{seatsOf(usual)} have no fee: set the usual one under Kit.</Trans>
          )
        ) : (
          <Trans>Members who pay less, kits by post that cost more: say for how many of the seats.</Trans>
        )}
      </p>
      {fees.length ? (
        <div className={classes.scroll}>
          <Ledger
            rows={fees}
            rowKey={(_, n) => n}
            columns={[
              {
                head: t`Who`,
                cell: (other, n) => (
                  <TextInput
                    aria-label={t`Who pays fee ${n + 1}`}
                    value={other.name}
                    error={said(n, 'name')}
                    onChange={(e) => set(n, { name: e.currentTarget.value })}
                  />
                ),
              },
              {
                head: t`Fee, ${currency}`,
                cell: (other, n) => (
                  <TextInput
                    aria-label={t`Fee of ${named(other, n)}`}
                    w={110}
                    value={other.fee}
                    error={said(n, 'fee')}
                    onChange={(e) => set(n, { fee: e.currentTarget.value })}
                  />
                ),
              },
              {
                head: t`Seats`,
                cell: (other, n) => (
                  <NumberInput
                    aria-label={t`Seats of ${named(other, n)}`}
                    w={90}
                    min={0}
                    max={100_000}
                    allowDecimal={false}
                    hideControls
                    value={other.seats}
                    onChange={(value) => set(n, { seats: Number(value) || 0 })}
                  />
                ),
              },
              {
                head: t`Remove`,
                silent: true,
                cell: (other, n) => (
                  <ActionIcon
                    variant="subtle"
                    color="gray"
                    aria-label={t`Remove ${named(other, n)}`}
                    onClick={() =>
                      change(
                        withFees(
                          draft,
                          fees.filter((_, k) => k !== n),
                        ),
                        '',
                        0,
                      )
                    }
                  >
                    <IconX size={18} />
                  </ActionIcon>
                ),
              },
            ]}
          />
        </div>
      ) : null}
      {short >= 0 ? (
        <p role="status" className="severe">
          <Trans>
            More seats are said here than the class has: {seatsOf(sold[short] ?? 0)} are counted for{' '}
            {fees[short]?.name}.
          </Trans>
        </p>
      ) : null}
      <Button
        variant="light"
        mt="sm"
        leftSection={<IconPlus size={18} />}
        onClick={() => {
          const taken = fees.map((other) => other.name)
          const made = { name: freeName(t`Members`, taken), fee: draft.fee ?? '0', seats: 0 }
          change(withFees(draft, [...fees, made]), '', 0)
        }}
      >
        <Trans>Another fee</Trans>
      </Button>
    </section>
  )
}
