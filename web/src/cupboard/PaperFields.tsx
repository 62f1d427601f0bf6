import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Button, NumberInput, TextInput } from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import type { PaperIn } from '../api/client'
import type { Units } from '../ui/text/length'
import classes from './Cupboard.module.css'

interface Props {
  doc: PaperIn
  set: (more: Partial<PaperIn>) => void
  said: (path: string) => string | undefined
  units: Units
}

const sideWords = () => ({ left: t`left`, right: t`right`, top: t`top`, bottom: t`bottom` })

/** How much of each edge of a sheet cannot be used. */
export function PaperEdges({ doc, set, said, units }: Props) {
  return (
    <fieldset className={classes.edges}>
      <legend>
        <Trans>Edges that cannot be used, {units}</Trans>
      </legend>
      {(['left', 'right', 'top', 'bottom'] as const).map((side) => (
        <TextInput
          key={side}
          label={sideWords()[side]}
          aria-label={t`Edge that cannot be used, ${sideWords()[side]}`}
          placeholder="0"
          value={doc.edges?.[side] ?? ''}
          error={said(`edges.${side}`)}
          onChange={(e) => {
            const typed = e.currentTarget.value
            set({ edges: { ...doc.edges, [side]: typed } })
          }}
        />
      ))}
    </fieldset>
  )
}

/** What a sheet of the paper really measures, where that is not the size it is sold as. */
export function PaperMeasured({ doc, set, said, units }: Props) {
  return (
    <fieldset className={classes.edges}>
      <legend>
        <Trans>Measures really, {units} (if it is not the size above)</Trans>
      </legend>
      {(['width', 'height'] as const).map((side) => (
        <TextInput
          key={side}
          label={side === 'width' ? t`width` : t`height`}
          aria-label={side === 'width' ? t`Width as measured` : t`Height as measured`}
          value={doc.measured?.[side] ?? ''}
          error={said(`measured.${side}`)}
          onChange={(e) => set({ measured: { ...measuredOf(doc), [side]: e.currentTarget.value } })}
        />
      ))}
    </fieldset>
  )
}

const measuredOf = (doc: PaperIn) => doc.measured ?? { width: '', height: '' }

/** Offcuts of a paper that are there. */
export function PaperOffcuts({ doc, set, said, units }: Props) {
  const offcuts = doc.offcuts ?? []
  return (
    <fieldset className={classes.offcuts}>
      <legend>
        <Trans>Offcuts kept</Trans>
      </legend>
      {offcuts.map((offcut, n) => {
        const change = (more: Partial<typeof offcut>) =>
          set({ offcuts: offcuts.map((o, k) => (k === n ? { ...o, ...more } : o)) })
        return (
          <div key={n}>
            <NumberInput
              aria-label={t`How many offcuts, line ${n + 1}`}
              min={0}
              allowDecimal={false}
              hideControls
              value={offcut.count ?? 1}
              onChange={(value) => change({ count: Number(value) || 0 })}
            />
            <span>
              <Trans>of</Trans>
            </span>
            <TextInput
              aria-label={t`Width of offcuts, line ${n + 1}`}
              value={offcut.width}
              error={said(`offcuts[${n}].width`)}
              onChange={(e) => change({ width: e.currentTarget.value })}
            />
            <span>×</span>
            <TextInput
              aria-label={t`Height of offcuts, line ${n + 1}`}
              value={offcut.height}
              error={said(`offcuts[${n}].height`)}
              onChange={(e) => change({ height: e.currentTarget.value })}
            />
            <span>{units}</span>
            <ActionIcon
              variant="subtle"
              color="gray"
              aria-label={t`Remove offcuts, line ${n + 1}`}
              onClick={() => set({ offcuts: offcuts.filter((_, k) => k !== n) })}
            >
              <IconX size={18} />
            </ActionIcon>
          </div>
        )
      })}
      <Button
        variant="subtle"
        size="sm"
        leftSection={<IconPlus size={16} />}
        onClick={() => set({ offcuts: [...offcuts, { width: '3 in', height: '11 in', count: 1 }] })}
      >
        <Trans>Add offcuts</Trans>
      </Button>
    </fieldset>
  )
}
