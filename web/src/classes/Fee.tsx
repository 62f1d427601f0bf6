import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, SegmentedControl, Select, TextInput } from '@mantine/core'
import { useDebouncedValue } from '@mantine/hooks'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import type { FeeTerms, Schemas } from '../api/client'
import { asked } from '../api/queries'
import { seats as seatsOf } from '../i18n/counts'
import { money, number } from '../i18n/format'
import { useStudio } from '../ui/frame/session'
import { Loaded } from '../ui/states/states'
import classes from './ClassPage.module.css'
import { useClass } from './context'
import { FeeChart } from './FeeChart'

type Found = Schemas['FeeOut']

const roundings = () => [
  { value: '0 0', label: t`to the cent` },
  { value: '0.5 0', label: t`to a half` },
  { value: '1 0', label: t`to a whole` },
  { value: '1 0.05', label: t`to .95` },
  { value: '5 0', label: t`to a five` },
]

/** What to charge: the least fee that pays on these terms, and what a fee earns seat by seat. */
export function Fee() {
  const { saved, draft, change } = useClass()
  const { currency } = useStudio()
  const [terms, setTerms] = useState({ margin: '', venue: '', tax: '', fee: '' })
  const [rounding, setRounding] = useState('0.5 0')
  const [basis, setBasis] = useState<'used' | 'cash'>('used')
  const [step = '0', below = '0'] = rounding.split(' ')
  const [sent] = useDebouncedValue<FeeTerms>(
    {
      margin: terms.margin || '0',
      venue: terms.venue || '0',
      tax: terms.tax || '0',
      ...(terms.fee ? { fee: terms.fee } : {}),
      step,
      below,
      cash: basis === 'cash',
    },
    250,
  )
  const found = useQuery(asked.fee(saved.id, saved.version, saved.planned.plan?.cost, sent))
  const field = (key: keyof typeof terms, label: string, placeholder: string) => (
    <TextInput
      label={label}
      placeholder={placeholder}
      w={150}
      value={terms[key]}
      onChange={(e) => {
        const typed = e.currentTarget.value
        setTerms({ ...terms, [key]: typed })
      }}
    />
  )
  return (
    <section aria-labelledby="fee" className={classes.later}>
      <h2 id="fee">
        <Trans>What to charge</Trans>
      </h2>
      <p className="soft">
        <Trans>Try it here: nothing of it is kept until you take a fee over.</Trans>
      </p>
      <div className={classes.terms}>
        <SegmentedControl
          aria-label={t`What is to be paid for`}
          data={[
            { value: 'used', label: t`all that is used` },
            { value: 'cash', label: t`what is paid now` },
          ]}
          value={basis}
          onChange={(value) => setBasis(value)}
        />
        {field('margin', t`To be left over, %`, '0')}
        {field('venue', t`The venue takes, %`, '0')}
        {field('tax', t`Tax in the fee, %`, '0')}
        <Select
          label={t`Prices are rounded up`}
          w={150}
          allowDeselect={false}
          data={roundings()}
          value={rounding}
          onChange={(value) => value && setRounding(value)}
        />
        {field('fee', t`Try a fee, ${currency}`, draft.fee ?? '')}
      </div>
      <Loaded query={found}>
        {(fee) => (
          <>
            <Said fee={fee} margin={terms.margin} />
            {fee.least !== null && fee.least !== draft.fee ? (
              <Button
                variant="light"
                onClick={() => change({ ...draft, fee: fee.least }, 'fee', 0)}
                disabled={fee.least === null}
              >
                <Trans>Take {money(fee.least, currency)} as the fee</Trans>
              </Button>
            ) : null}
            {fee.fee === null || fee.missing.length ? null : <FeeChart fee={fee} />}
          </>
        )}
      </Loaded>
    </section>
  )
}

function Said({ fee, margin }: { fee: Found; margin: string }) {
  const show = (amount: string) => money(amount, fee.currency)
  if (fee.missing.length)
    return (
      <p className="severe" role="status">
        <Trans>
          What pays can be said when these have a price: {fee.missing.join(', ')}.{' '}
          <Link to="/cupboard">Add prices in the cupboard.</Link>
        </Trans>
      </p>
    )
  if (fee.least === null)
    return (
      <p className="severe">
        <Trans>No fee covers the cost: nobody pays, or nothing of a fee is left.</Trans>
      </p>
    )
  const dips = fee.dips.slice(0, 6).map(number).join(', ')
  return (
    <p className={classes.charge}>
      <Trans>
        <strong className="figure">{show(fee.least)}</strong> is the least fee at which {seatsOf(fee.seats)}{' '}
        pay {show(fee.cost)}
      </Trans>
      {Number(margin) ? t` and leave ${number(Number(margin))} % of what is kept` : ''}.{' '}
      {fee.fee !== null && fee.kept !== null && fee.left !== null ? (
        <Trans>
          At {show(fee.fee)} you keep {show(fee.kept)}, and {show(fee.left)} is left.
        </Trans>
      ) : null}{' '}
      {fee.pays_from === null ? (
        <span className="severe">
          <Trans>It pays at no number of seats up to {number(fee.rows.at(-1)?.seats ?? 0)}.</Trans>
        </span>
      ) : (
        <Trans>It pays from {seatsOf(fee.pays_from)}.</Trans>
      )}{' '}
      {dips ? (
        <span className="soft">
          <Trans>Not at {dips}: something is opened for the last seat there.</Trans>
        </span>
      ) : null}
    </p>
  )
}
