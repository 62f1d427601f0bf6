import { t } from '@lingui/core/macro'
import type { Piece } from '../../api/client'
import { sayLength, type Units, writeLength } from '../text/length'
import { FracText } from './FracText'

const sum = (sizes: number[]) => sizes.reduce((a, b) => a + b, 0)

/** What each panel is: a tab, or part of a visible face, with its own up. */
export function PanelNames(props: {
  piece: Piece
  covered: Piece['mat_of'][]
  columns: number[]
  rows: number[]
  scale: number
  h: number
}) {
  const { piece, columns, rows, scale, h } = props
  const named = [
    ...(piece.tabs ?? []).map((tab) => ({ ...tab, text: t`tab`, up: 'top' })),
    ...(piece.faces ?? []).map((face) => ({
      ...face,
      text: face.name || t`seen`,
      up: face.up,
    })),
  ]
  const turn: Record<string, number> = { top: 0, bottom: 180, left: 90, right: -90 }
  const numbers =
    columns.length * rows.length < 2
      ? []
      : columns.flatMap((width, c) =>
          rows.map((height, r) => ({
            text: `${c + 1}.${r + 1}`,
            x: sum(columns.slice(0, c)) * scale + 4,
            y: h - sum(rows.slice(0, r)) * scale - 5,
            // A panel under a mat has no room for its number.
            room: props.covered.some((on) => on?.column === c + 1 && on.row === r + 1)
              ? 0
              : Math.min(width, height) * scale,
          })),
        )
  const labels = named.map((panel, n) => {
    const x = (sum(columns.slice(0, panel.column - 1)) + (columns[panel.column - 1] ?? 0) / 2) * scale
    const y = h - (sum(rows.slice(0, panel.row - 1)) + (rows[panel.row - 1] ?? 0) / 2) * scale
    const least = Math.min(columns[panel.column - 1] ?? 0, rows[panel.row - 1] ?? 0) * scale
    if (least < 16) return null
    return (
      <g key={n} className="drawn-haloed" transform={`translate(${x} ${y}) rotate(${turn[panel.up] ?? 0})`}>
        <text y={4} className="drawn-small" textAnchor="middle">
          {panel.text}
          {panel.up === 'top' ? '' : ' ↑'}
        </text>
      </g>
    )
  })
  return (
    <>
      {numbers
        .filter((panel) => panel.room > 30)
        .map((panel) => (
          <text key={panel.text} x={panel.x} y={panel.y} className="drawn-panel">
            {panel.text}
          </text>
        ))}
      {labels}
    </>
  )
}

/** The panel sizes along one side, and the whole side outside them. */
export function Measures(props: {
  along: 'width' | 'height'
  sizes: number[]
  scale: number
  total: number
  units: Units
  h: number
}) {
  const { along, sizes, scale, total, units, h } = props
  const starts = sizes.map((_, n) => sum(sizes.slice(0, n)))
  const across = along === 'width'
  const side = total * scale
  const place = (at: number, out: number) => (across ? { x: at, y: -out } : { x: -out, y: h - at })
  return (
    <g>
      <FracText
        {...place(side / 2, sizes.length > 1 ? (across ? 34 : 46) : across ? 12 : 8)}
        text={sayLength(total, units)}
        anchor={across ? 'middle' : 'end'}
        bold
        rotate={!across && sizes.length > 1 ? -90 : 0}
      />
      {sizes.length > 1
        ? sizes.map((size, n) => {
            const middle = ((starts[n] ?? 0) + size / 2) * scale
            if (size * scale < 24) return null
            return (
              <FracText
                key={n}
                {...place(middle, across ? 12 : 6)}
                dy={across ? 0 : 5}
                text={writeLength(size, units)}
                anchor={across ? 'middle' : 'end'}
              />
            )
          })
        : null}
    </g>
  )
}
