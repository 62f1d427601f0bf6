import { useId } from 'react'
import type { Piece } from '../api/client'
import { drawnMm, nmOf, type Units, writeLength } from './length'
import { type CornerName, type CornerShape, lineAcross, outline, scaleToFit } from './drawing'
import { FracText } from './FracText'
import { marksOf } from './marks'
import { MotifPattern, type SwatchLook } from './Swatch'

interface Props {
  piece: Piece
  units: Units
  frameWidth: number
  frameHeight: number
  look?: SwatchLook | undefined
  /** Measures on the sides and in the panels, and an arrow for up. */
  measured?: boolean
  /** Pixels per mm at most, so that small pieces stay small beside large ones. */
  mostScale?: number
}

/** One piece at true proportion: valley folds dashed, slits solid. */
export function PieceDrawing(props: Props) {
  const { piece, units, measured = false } = props
  const id = useId()
  const width = drawnMm(piece.width, units)
  const height = drawnMm(piece.height, units)
  if (!width || !height) {
    return (
      <svg
        width={props.frameWidth}
        height={props.frameHeight}
        role="img"
        aria-label={`${piece.name}: no size yet`}
      >
        <rect
          x="1"
          y="1"
          width={props.frameWidth - 2}
          height={props.frameHeight - 2}
          fill="none"
          stroke="var(--sheet-edge)"
          strokeDasharray="3 4"
        />
      </svg>
    )
  }
  const left = measured ? 62 : 1
  const top = measured ? 46 : 1
  const scale = scaleToFit(
    width,
    height,
    props.frameWidth - left - 2,
    props.frameHeight - top - 2,
    props.mostScale,
  )
  const w = width * scale
  const h = height * scale
  const marks = marksOf(piece, units)
  const corners: Partial<Record<CornerName, CornerShape>> = {}
  for (const corner of piece.corners ?? []) {
    const size = drawnMm(corner.size, units)
    if (size) for (const at of corner.at) corners[at] = { shape: corner.shape, size: size * scale }
  }
  const y = (mm: number) => h - mm * scale
  const ink = 'var(--drawn-ink)'
  const columns = panels(marks.fullAlongWidth, width)
  const rows = panels(marks.fullAlongHeight, height)
  const said = `${piece.name}, ${piece.width} by ${piece.height} ${units}`
  return (
    <svg
      width={Math.ceil(w + left + 2)}
      height={Math.ceil(h + top + 2)}
      role="img"
      aria-label={said}
      style={{ display: 'block' }}
    >
      {props.look ? (
        <defs>
          <MotifPattern id={id} look={props.look} />
        </defs>
      ) : null}
      <g transform={`translate(${left} ${top})`}>
        <path
          d={outline(w, h, corners)}
          fill={props.look ? `url(#${id})` : 'var(--drawn-paper)'}
          stroke={ink}
          strokeWidth="1.300"
        />
        {props.look ? (
          <path d={outline(w, h, corners)} fill="var(--drawn-paper)" opacity={measured ? 0.62 : 0.15} />
        ) : null}
        {marks.scores.map((line, n) => {
          const s = lineAcross(line.along, line.at, { width, height }, line.start, line.end)
          return (
            <line
              key={n}
              x1={s.x1 * scale}
              x2={s.x2 * scale}
              y1={y(s.y1)}
              y2={y(s.y2)}
              stroke={ink}
              strokeWidth={measured ? 1.2 : 0.9}
              strokeDasharray={measured ? '6 4' : '3 2'}
            />
          )
        })}
        {marks.diagonals.map((s, n) => (
          <line
            key={n}
            x1={s.x1 * scale}
            x2={s.x2 * scale}
            y1={y(s.y1)}
            y2={y(s.y2)}
            stroke={ink}
            strokeWidth="1.100"
            strokeDasharray="6 4"
          />
        ))}
        {marks.slits.map((line, n) => {
          const s = lineAcross(line.along, line.at, { width, height }, line.start, line.end)
          return (
            <line
              key={n}
              x1={s.x1 * scale}
              x2={s.x2 * scale}
              y1={y(s.y1)}
              y2={y(s.y2)}
              stroke={ink}
              strokeWidth={measured ? 2.6 : 1.8}
            />
          )
        })}
        {(piece.holes ?? []).map((hole, n) => {
          const [cx, cy, d] = [hole.x, hole.y, hole.diameter].map((text) => drawnMm(text, units))
          return cx != null && cy != null && d ? (
            <circle
              key={n}
              cx={cx * scale}
              cy={y(cy)}
              r={(d * scale) / 2}
              fill="var(--ground)"
              stroke={ink}
            />
          ) : null
        })}
        {measured ? (
          <>
            <Measures along="width" sizes={columns} scale={scale} total={width} units={units} h={h} />
            <Measures along="height" sizes={rows} scale={scale} total={height} units={units} h={h} />
            {(piece.tabs ?? []).map((tab) => {
              const x0 = sum(columns.slice(0, tab.column - 1))
              const y0 = sum(rows.slice(0, tab.row - 1))
              const pw = columns[tab.column - 1]
              const ph = rows[tab.row - 1]
              return pw && ph && Math.min(pw, ph) * scale > 20 ? (
                <text
                  key={`${tab.column}.${tab.row}`}
                  x={(x0 + pw / 2) * scale}
                  y={y(y0 + ph / 2) + 4}
                  className="drawn-small"
                  textAnchor="middle"
                >
                  tab
                </text>
              ) : null
            })}
            {piece.follows_print ? (
              <g transform={`translate(${w / 2} ${h / 2})`} aria-hidden>
                <path d="M0 14V-12M-6-5l6-8 6 8" fill="none" stroke={ink} strokeWidth="2" />
                <text y="28" textAnchor="middle" className="drawn-small">
                  up
                </text>
              </g>
            ) : null}
          </>
        ) : null}
      </g>
    </svg>
  )
}

const sum = (sizes: number[]) => sizes.reduce((a, b) => a + b, 0)

function panels(at: number[], side: number): number[] {
  const marks = [0, ...at.filter((mm) => mm > 0 && mm < side).sort((a, b) => a - b), side]
  return marks.slice(1).map((mm, n) => mm - (marks[n] ?? 0))
}

/** The panel sizes along one side, and the whole side outside them. */
function Measures(props: {
  along: 'width' | 'height'
  sizes: number[]
  scale: number
  total: number
  units: Units
  h: number
}) {
  const { along, sizes, scale, total, units, h } = props
  const starts = sizes.map((_, n) => sum(sizes.slice(0, n)))
  const text = (mm: number) => writeLength(nmOf(mm), units)
  const across = along === 'width'
  const side = total * scale
  const place = (at: number, out: number) => (across ? { x: at, y: -out } : { x: -out, y: h - at })
  return (
    <g>
      <FracText
        {...place(side / 2, sizes.length > 1 ? (across ? 34 : 46) : across ? 12 : 8)}
        text={`${text(total)} ${units}`}
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
                text={text(size)}
                anchor={across ? 'middle' : 'end'}
              />
            )
          })
        : null}
    </g>
  )
}
