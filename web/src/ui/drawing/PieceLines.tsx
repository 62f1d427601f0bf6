import { type PointerEvent, useRef } from 'react'
import { lineAcross } from './geometry'
import { type Mark, type MarkRef, sameMark, snapped } from './marks'

/** What a person can do on the drawing: highlight a line, take it in hand, move it by the groove. */
export interface Handling {
  lit: MarkRef | null
  light: (ref: MarkRef | null) => void
  choose: (ref: MarkRef) => void
  /** Move a line to a distance in nm. */
  move: (ref: MarkRef, nm: number) => void
  /** The step of a move, nm. */
  groove: number
}

export const keyOf = (ref: MarkRef) => `${ref.kind}.${ref.group}.${ref.at}`

/** The published origami convention: a valley dashed, a mountain dash-dotted. */
export function dashes(mountain: boolean, measured: boolean): string {
  if (mountain) return measured ? '10 4 2 4' : '5 2 1 2'
  return measured ? '6 4' : '3 2'
}

interface Sized {
  width: number
  height: number
  scale: number
}

/** A score or a slit; a slit with its wedges where it runs in from one edge. */
export function MarkLine(props: Sized & { line: Mark; kind: 'score' | 'slit'; measured: boolean }) {
  const { line, kind, width, height, scale, measured } = props
  const s = lineAcross(line.along, line.at, { width, height }, line.start, line.end)
  const y = (nm: number) => (height - nm) * scale
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
      {measured && line.angle !== null ? (
        <text
          className="drawn-small drawn-haloed"
          textAnchor="middle"
          x={s.x2 * scale - (line.along === 'width' ? 0 : 16)}
          y={Math.min(y(s.y1), y(s.y2)) + (line.along === 'width' ? 14 : 4)}
        >
          {`${line.angle}°`}
        </text>
      ) : null}
    </>
  )
}

/** The part of a line that a hand can take: wider than the line, lit under the pointer. */
export function Handle(props: Sized & { line: Mark; handling: Handling }) {
  const { line, handling, width, height, scale } = props
  const from = useRef<{ x: number; y: number; at: number } | null>(null)
  const s = lineAcross(line.along, line.at, { width, height }, line.start, line.end)
  const y = (nm: number) => (height - nm) * scale
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
    const side = line.along === 'width' ? width : height
    const nm = snapped(Math.round(start.at + px / scale), handling.groove, side)
    if (nm !== line.at) handling.move(line.ref, nm)
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
