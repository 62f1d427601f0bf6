import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { NumberInput } from '@mantine/core'
import type { ProjectIn } from '../api/client'
import { LengthInput } from '../ui/fields/LengthInput'
import classes from './Extras.module.css'
import { GluedMore } from './GluedMore'
import { PanelField } from './PanelField'

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
  if (fit.kind === 'glued') return <GluedMore {...props} />
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
