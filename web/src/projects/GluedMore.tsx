import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { NativeSelect, NumberInput } from '@mantine/core'
import type { ProjectIn, Schemas } from '../api/client'
import classes from './Extras.module.css'
import { PanelField } from './PanelField'

type Fit = NonNullable<ProjectIn['fits']>[number]
type Glue = Schemas['GlueDoc']
type Edge = NonNullable<Glue['outer_edge']>
type PaperSide = NonNullable<Glue['outer_side']>

/** The edges of a panel as it lies on the flat piece, or none. */
const edges = (): { value: Edge | ''; label: string }[] => [
  { value: '', label: t`the middle` },
  { value: 'top', label: t`the top edge` },
  { value: 'bottom', label: t`the bottom edge` },
  { value: 'left', label: t`the left edge` },
  { value: 'right', label: t`the right edge` },
]
const sides = (): { value: PaperSide; label: string }[] => [
  { value: 'print', label: t`with its print` },
  { value: 'reverse', label: t`with its reverse` },
]

/** Which panel lies on which, by which edges, with which sides of the paper, and of which copies. */
export function GluedMore({
  fit,
  number,
  set,
}: {
  fit: Fit
  number: number
  set: (more: Partial<Fit>) => void
}) {
  const glue = fit.glue ?? {}
  const glued = (more: Glue) => set({ glue: { ...glue, ...more } })
  return (
    <div className={classes.glued}>
      <Half
        name={fit.outer}
        number={number}
        panel={fit.outer_panel}
        setPanel={(panel) => set({ outer_panel: panel })}
        edge={glue.outer_edge ?? ''}
        // Both meet by an edge, or both by the middle.
        setEdge={(edge) =>
          glued({ outer_edge: edge || null, inner_edge: edge ? (glue.inner_edge ?? edge) : null })
        }
        side={glue.outer_side ?? 'reverse'}
        setSide={(side) => glued({ outer_side: side })}
        copy={glue.outer_copy ?? 1}
        setCopy={(copy) => glued({ outer_copy: copy })}
      />
      <Half
        name={fit.inner}
        number={number}
        panel={fit.inner_panel}
        setPanel={(panel) => set({ inner_panel: panel })}
        edge={glue.inner_edge ?? ''}
        setEdge={(edge) =>
          glued({ inner_edge: edge || null, outer_edge: edge ? (glue.outer_edge ?? edge) : null })
        }
        side={glue.inner_side ?? 'print'}
        setSide={(side) => glued({ inner_side: side })}
        copy={glue.inner_copy ?? 1}
        setCopy={(copy) => glued({ inner_copy: copy })}
      />
    </div>
  )
}

function Half(props: {
  name: string
  number: number
  panel: Schemas['PanelDoc'] | null | undefined
  setPanel: (panel: Schemas['PanelDoc'] | null) => void
  edge: Edge | ''
  setEdge: (edge: Edge | '') => void
  side: PaperSide
  setSide: (side: PaperSide) => void
  copy: number
  setCopy: (copy: number) => void
}) {
  const { name, number } = props
  return (
    <>
      <b>{name}</b>
      <span>
        <Trans>panel</Trans>
        <PanelField label={t`Panel of ${name} in fit ${number}`} panel={props.panel} set={props.setPanel} />
      </span>
      <NativeSelect
        size="xs"
        aria-label={t`Edge of ${name} in fit ${number}`}
        data={edges()}
        value={props.edge}
        onChange={(e) => props.setEdge(e.currentTarget.value as Edge | '')}
      />
      <NativeSelect
        size="xs"
        aria-label={t`Side of ${name} in fit ${number}`}
        data={sides()}
        value={props.side}
        onChange={(e) => props.setSide(e.currentTarget.value as PaperSide)}
      />
      <span>
        <Trans>which one</Trans>
        <NumberInput
          size="xs"
          aria-label={t`Which ${name} of a kit, in fit ${number}`}
          min={1}
          max={10000}
          allowDecimal={false}
          value={props.copy}
          onChange={(value) => props.setCopy(typeof value === 'number' && value >= 1 ? value : 1)}
        />
      </span>
    </>
  )
}
