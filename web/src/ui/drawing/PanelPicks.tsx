import { t } from '@lingui/core/macro'
import type { Piece } from '../../api/client'
import type { Units } from '../text/length'
import { panelBox } from './marks'

interface At {
  column: number
  row: number
}

/** Panels to be chosen on a drawing: tapped, or with the keyboard. */
export interface Picking {
  chosen: At[]
  open: At[]
  toggle: (at: At) => void
}

/** The panels that can be chosen, the chosen ones tinted. */
export function PanelPicks(props: {
  piece: Piece
  units: Units
  scale: number
  h: number
  picking: Picking
}) {
  const { piece, units, scale, h, picking } = props
  return (
    <>
      {picking.open.map((at) => {
        const box = panelBox(piece, units, at.column, at.row)
        if (!box) return null
        const on = picking.chosen.some((p) => p.column === at.column && p.row === at.row)
        return (
          <rect
            key={`${at.column}.${at.row}`}
            role="checkbox"
            tabIndex={0}
            aria-checked={on}
            aria-label={t`Panel ${at.column}.${at.row}`}
            x={box.x * scale + 2}
            y={h - (box.y + box.height) * scale + 2}
            width={Math.max(box.width * scale - 4, 1)}
            height={Math.max(box.height * scale - 4, 1)}
            fill="var(--accent)"
            fillOpacity={on ? 0.35 : 0}
            stroke="var(--accent)"
            strokeWidth={on ? 2 : 1}
            strokeDasharray={on ? undefined : '3 3'}
            style={{ cursor: 'pointer' }}
            onClick={() => picking.toggle(at)}
            onKeyDown={(event) => {
              if (event.key !== ' ' && event.key !== 'Enter') return
              event.preventDefault()
              picking.toggle(at)
            }}
          />
        )
      })}
    </>
  )
}
