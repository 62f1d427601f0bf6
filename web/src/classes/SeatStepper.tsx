import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, NumberInput } from '@mantine/core'
import { IconMinus, IconPlus } from '@tabler/icons-react'
import type { ClassIn } from '../api/client'
import { kits, samples, spares } from '../i18n/counts'
import { number } from '../i18n/format'
import { useMay } from '../ui/frame/May'
import classes from './ClassPage.module.css'
import { kitsOf, readyOf } from './draft'

interface Props {
  draft: ClassIn
  busy: boolean
  step: (by: number) => void
  set: (seats: number) => void
}

/** Seats, always in reach; + and − on the keyboard do the same. */
export function SeatStepper({ draft, busy, step, set }: Props) {
  const allowed = useMay()
  return (
    <div className={classes.stepper} data-busy={busy}>
      <ActionIcon
        variant="default"
        size={46}
        aria-label={t`One seat fewer`}
        onClick={() => step(-1)}
        disabled={!allowed || (draft.seats ?? 0) === 0}
      >
        <IconMinus size={22} />
      </ActionIcon>
      <div className={classes.seats}>
        <NumberInput
          aria-label={t`Seats`}
          variant="unstyled"
          hideControls
          allowDecimal={false}
          allowNegative={false}
          max={10000}
          value={draft.seats ?? 0}
          onChange={(value) => set(Number(value) || 0)}
        />
        <span>
          <Trans>seats</Trans>
        </span>
      </div>
      <ActionIcon
        variant="filled"
        size={46}
        aria-label={t`One seat more`}
        onClick={() => step(1)}
        disabled={!allowed}
      >
        <IconPlus size={22} />
      </ActionIcon>
      <p>
        <strong>{kits(kitsOf(draft))}</strong>: {number(draft.seats ?? 0)} + {samples(draft.samples ?? 0)} +{' '}
        {spares(draft.spares ?? 0)}
        {readyOf(draft) ? ` − ${t`${number(readyOf(draft))} that are there`}` : ''}
      </p>
    </div>
  )
}
