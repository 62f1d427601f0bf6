import { type PointerEvent, useId, useRef } from 'react'
import type { Piece } from '../api/client'
import { drawnMm, nmOf, type Units, writeLength } from './length'
import { type CornerName, type CornerShape, lineAcross, outline, scaleToFit } from './drawing'
import { FracText } from './FracText'
import { type Mark, type MarkRef, marksOf, panelBox, panelsOf, sameMark, snapped } from './marks'
import { MotifPattern, type SwatchLook } from './Swatch'

/** What a person can do on the drawing: light a line, take it in hand, move it by the groove. */
export interface Handling {
  lit: MarkRef | null
  light: (ref: MarkRef | null) => void
  choose: (ref: MarkRef) => void
  /** Move a line to a distance in nm. */
  move: (ref: MarkRef, nm: number) => void
  /** The step of a move, nm. */
  groove: number
}

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
  /** The mats that lie on this piece, each in its own paper. */
  mats?: { mat: Piece; letter: string; look: SwatchLook | undefined }[]
  handling?: Handling
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
  const columns = panelsOf(marks.fullAlongWidth, width)
  const rows = panelsOf(marks.fullAlongHeight, height)
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
        {(props.mats ?? []).map(({ mat, letter, look }, n) => (
          <LaidMat
            key={n}
            mat={mat}
            letter={letter}
            under={piece}
            look={look}
            units={units}
            scale={scale}
            h={h}
            named={measured}
          />
        ))}
        {marks.scores.map((line) => (
          <MarkLine key={keyOf(line.ref)} line={line} kind="score" {...{ width, height, scale, measured }} />
        ))}
        {marks.diagonals.map((s, n) => (
          <line
            key={n}
            x1={s.x1 * scale}
            x2={s.x2 * scale}
            y1={y(s.y1)}
            y2={y(s.y2)}
            stroke={ink}
            strokeWidth="1.100"
            strokeDasharray={dashes(s.mountain, measured)}
          />
        ))}
        {marks.slits.map((line) => (
          <MarkLine key={keyOf(line.ref)} line={line} kind="slit" {...{ width, height, scale, measured }} />
        ))}
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
            <PanelNames
              piece={piece}
              covered={(props.mats ?? []).map(({ mat }) => mat.mat_of)}
              columns={columns}
              rows={rows}
              scale={scale}
              h={h}
            />
            {piece.follows_print ? (
              <g transform={`translate(${w / 2} ${h / 2})`} className="drawn-haloed" aria-hidden>
                <path d="M0 14V-12M-6-5l6-8 6 8" fill="none" stroke={ink} strokeWidth="2" />
                <text y="28" textAnchor="middle" className="drawn-small">
                  up
                </text>
              </g>
            ) : null}
          </>
        ) : null}
        {props.handling
          ? [...marks.scores, ...marks.slits].map((line) => (
              <Handle
                key={keyOf(line.ref)}
                line={line}
                handling={props.handling as Handling}
                {...{ width, height, scale }}
              />
            ))
          : null}
      </g>
    </svg>
  )
}

const keyOf = (ref: MarkRef) => `${ref.kind}.${ref.group}.${ref.at}`

/** The published origami convention: a valley dashed, a mountain dash-dotted. */
function dashes(mountain: boolean, measured: boolean): string {
  if (mountain) return measured ? '10 4 2 4' : '5 2 1 2'
  return measured ? '6 4' : '3 2'
}

interface Sized {
  width: number
  height: number
  scale: number
}

/** A score or a slit; a slit with its wedges where it runs in from one edge. */
function MarkLine(props: Sized & { line: Mark; kind: 'score' | 'slit'; measured: boolean }) {
  const { line, kind, width, height, scale, measured } = props
  const s = lineAcross(line.along, line.at, { width, height }, line.start, line.end)
  const y = (mm: number) => (height - mm) * scale
  const score = kind === 'score'
  const whole = line.along === 'width' ? height : width
  const start = line.start ?? 0
  const end = line.end ?? whole
  const wedged = line.relief > 0 && (start === 0) !== (end === whole)
  const point = (at: number, along: number) =>
    line.along === 'width' ? `${at * scale} ${y(along)}` : `${along * scale} ${y(at)}`
  const [edge, inner] = start === 0 ? [start, end] : [end, start]
  return (
    <>
      {wedged ? (
        <path
          d={`M${point(line.at - line.relief, edge)} L${point(line.at, inner)} L${point(line.at + line.relief, edge)} Z`}
          fill="var(--drawn-waste)"
          stroke="var(--drawn-ink)"
          strokeWidth="0.8"
        />
      ) : null}
      <line
        x1={s.x1 * scale}
        x2={s.x2 * scale}
        y1={y(s.y1)}
        y2={y(s.y2)}
        stroke="var(--drawn-ink)"
        strokeWidth={score ? (measured ? 1.2 : 0.9) : measured ? 2.6 : 1.8}
        strokeDasharray={score ? dashes(line.mountain, measured) : undefined}
      />
    </>
  )
}

/** A mat in its own paper, in the middle of the panel that it is glued onto. */
function LaidMat(props: {
  mat: Piece
  letter: string
  under: Piece
  look: SwatchLook | undefined
  units: Units
  scale: number
  h: number
  named: boolean
}) {
  const id = useId()
  const { mat, under, look, units, scale, h } = props
  const on = mat.mat_of
  const panel = on ? panelBox(under, units, on.column, on.row) : null
  const wide = drawnMm(mat.width, units)
  const high = drawnMm(mat.height, units)
  if (!panel || !wide || !high) return null
  // It is drawn the way round in which its border is the more even.
  const uneven = (w: number, t: number) => Math.abs(panel.width - w - (panel.height - t))
  const [w, t] = uneven(wide, high) <= uneven(high, wide) ? [wide, high] : [high, wide]
  const box = {
    x: (panel.x + (panel.width - w) / 2) * scale,
    y: h - (panel.y + (panel.height + t) / 2) * scale,
    width: w * scale,
    height: t * scale,
  }
  const over = w > panel.width || t > panel.height
  return (
    <g>
      {look ? (
        <defs>
          <MotifPattern id={id} look={look} />
        </defs>
      ) : null}
      <rect
        {...box}
        fill={look ? `url(#${id})` : 'var(--drawn-waste)'}
        stroke={over ? 'var(--grave)' : 'var(--drawn-ink)'}
        strokeWidth={over ? 2 : 0.6}
      />
      {props.named && box.width > 18 && box.height > 22 ? (
        <g className="drawn-haloed">
          <text
            x={box.x + box.width / 2}
            y={box.y + box.height - 7}
            textAnchor="middle"
            className="drawn-small"
          >
            {mat.name.length * 6.8 < box.width ? mat.name : props.letter}
          </text>
        </g>
      ) : null}
    </g>
  )
}

/** What each panel is: a tab, or part of a visible face, with its own up. */
function PanelNames(props: {
  piece: Piece
  covered: Piece['mat_of'][]
  columns: number[]
  rows: number[]
  scale: number
  h: number
}) {
  const { piece, columns, rows, scale, h } = props
  const named = [
    ...(piece.tabs ?? []).map((tab) => ({ ...tab, text: 'tab', up: 'top' })),
    ...(piece.faces ?? []).map((face) => ({
      ...face,
      text: face.name || 'seen',
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

/** The part of a line that a hand can take: wider than the line, lit under the pointer. */
function Handle(props: Sized & { line: Mark; handling: Handling }) {
  const { line, handling, width, height, scale } = props
  const from = useRef<{ x: number; y: number; at: number } | null>(null)
  const s = lineAcross(line.along, line.at, { width, height }, line.start, line.end)
  const y = (mm: number) => (height - mm) * scale
  const lit = sameMark(handling.lit, line.ref)
  const place = { x1: s.x1 * scale, x2: s.x2 * scale, y1: y(s.y1), y2: y(s.y2) }

  function down(event: PointerEvent<SVGLineElement>) {
    event.currentTarget.setPointerCapture(event.pointerId)
    from.current = { x: event.clientX, y: event.clientY, at: line.at }
    handling.choose(line.ref)
  }
  function move(event: PointerEvent) {
    const start = from.current
    if (!start) return
    const px = line.along === 'width' ? event.clientX - start.x : start.y - event.clientY
    if (Math.abs(px) < 3) return
    const side = nmOf(line.along === 'width' ? width : height)
    const nm = snapped(nmOf(start.at + px / scale), handling.groove, side)
    if (nm !== nmOf(line.at)) handling.move(line.ref, nm)
  }
  return (
    <g>
      {lit ? <line {...place} stroke="var(--drawn-cut)" strokeWidth="3" pointerEvents="none" /> : null}
      <line
        {...place}
        data-mark={keyOf(line.ref)}
        stroke="transparent"
        strokeWidth="14"
        style={{ cursor: line.along === 'width' ? 'ew-resize' : 'ns-resize', touchAction: 'none' }}
        onPointerEnter={() => handling.light(line.ref)}
        onPointerLeave={() => handling.light(null)}
        onPointerDown={down}
        // The number that it takes to keeps the focus.
        onMouseDown={(e) => e.preventDefault()}
        onPointerMove={move}
        onPointerUp={() => (from.current = null)}
      />
    </g>
  )
}

const sum = (sizes: number[]) => sizes.reduce((a, b) => a + b, 0)

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
