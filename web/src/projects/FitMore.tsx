import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { NumberInput, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { ProjectIn, Schemas } from '../api/client'
import { LengthInput } from '../ui/fields/LengthInput'
import classes from './Extras.module.css'

type Fit = NonNullable<ProjectIn['fits']>[number]

/** What else there is to say of a fit: the panels that meet, the overlap, how many for each. */
export function FitMore(props: { fit: Fit; number: number; set: (more: Partial<Fit>) => void }) {
  const { fit, number, set } = props
  if (fit.kind === 'shared') {
    return (
      <p className={classes.tie}>
        <Trans>Panel</Trans>
        <PanelField
          label={t`Panel of the first piece of fit ${number}`}
          panel={fit.outer_panel}
          set={(panel) => set({ outer_panel: panel })}
        />
        <Trans>and panel</Trans>
        <PanelField
          label={t`Panel of the second piece of fit ${number}`}
          panel={fit.inner_panel}
          set={(panel) => set({ inner_panel: panel })}
        />
        <Trans>(as on the drawing, such as 2.1; empty for the nearest)</Trans>
      </p>
    )
  }
  if (fit.kind === 'band' || fit.kind === 'cover') {
    return (
      <p className={classes.tie}>
        {fit.kind === 'band' ? <Trans>overlapping by</Trans> : <Trans>turned in on each side by</Trans>}
        <LengthInput
          aria-label={fit.kind === 'band' ? t`Overlap of fit ${number}` : t`Turn-in of fit ${number}`}
          placeholder={fit.kind === 'band' ? '1/2 in' : '5/8 in'}
          value={fit.allowance ?? ''}
          onChange={(e) => set({ allowance: e.currentTarget.value.trim() || null })}
        />
      </p>
    )
  }
  if (fit.kind !== 'each') return null
  return (
    <p className={classes.tie}>
      <Trans>how many for each:</Trans>
      <NumberInput
        aria-label={t`How many for each, of fit ${number}`}
        min={1}
        max={1000}
        allowDecimal={false}
        value={fit.times}
        onChange={(value) => set({ times: typeof value === 'number' && value >= 1 ? value : 1 })}
      />
    </p>
  )
}

type Panel = Schemas['PanelDoc']

/** A panel as it is written on the drawing: its column, a point, its row. */
function PanelField(props: {
  label: string
  panel: Panel | null | undefined
  set: (panel: Panel | null) => void
}) {
  const kept = props.panel ? `${props.panel.column}.${props.panel.row}` : ''
  const [typed, setTyped] = useState<string | null>(null)
  const faulty = typed !== null && typed.trim() !== '' && !/^[1-9]\d{0,2}\.[1-9]\d{0,2}$/.test(typed.trim())
  return (
    <TextInput
      aria-label={props.label}
      placeholder="2.1"
      value={typed ?? kept}
      error={faulty}
      onChange={(e) => {
        const text = e.currentTarget.value
        setTyped(text)
        const found = /^([1-9]\d{0,2})\.([1-9]\d{0,2})$/.exec(text.trim())
        if (found) props.set({ column: Number(found[1]), row: Number(found[2]) })
        else if (!text.trim()) props.set(null)
      }}
      onBlur={() => setTyped(null)}
    />
  )
}
