import type { Piece } from '../../api/client'
import type { Units } from '../text/length'
import { panelBox } from './marks'

interface At {
  column: number
  row: number
}

/** The panel that is lit, and who is told when another is. */
export interface LitPanels {
  lit: At | null
  light: (panel: At | null) => void
}

/** Panels that light up under the pointer, below the marks that can be dragged. */
export function PanelLights(props: {
  piece: Piece
  units: Units
  scale: number
  h: number
  columns: number
  rows: number
  panels: LitPanels
}) {
  const { piece, units, scale, h, panels } = props
  const all = Array.from({ length: props.columns * props.rows }, (_, n) => ({
    column: (n % props.columns) + 1,
    row: Math.floor(n / props.columns) + 1,
  }))
  return (
    <g onPointerLeave={() => panels.light(null)}>
      {all.map((at) => {
        const box = panelBox(piece, units, at.column, at.row)
        if (!box) return null
        const lit = panels.lit?.column === at.column && panels.lit.row === at.row
        return (
          <rect
            key={`${at.column}.${at.row}`}
            x={box.x * scale}
            y={h - (box.y + box.height) * scale}
            width={box.width * scale}
            height={box.height * scale}
            fill="var(--drawn-cut)"
            fillOpacity={lit ? 0.22 : 0}
            onPointerEnter={() => panels.light(at)}
          />
        )
      })}
    </g>
  )
}
