import { plural, t } from '@lingui/core/macro'
import { useId } from 'react'
import type { Layout, Piece } from '../../api/client'
import { sayLength, type Units, writeLength } from '../text/length'
import { FracText } from './FracText'
import { type Box, lineAcross, MILLIMETRE, onScreen, scaleToFit, turned } from './geometry'
import { type Blade, InHand } from './InHand'
import { marksOf } from './marks'
import { Ruler, RULER } from './Ruler'
import { MotifPattern, type SwatchLook } from './Swatch'

interface Props {
  layout: Layout
  units: Units
  look: SwatchLook
  pieces: Map<string, Piece>
  letters: Map<string, string>
  /** The piece pointed at in a list beside the drawing. */
  lit?: string | null
  onPoint?: (piece: string | null) => void
  /** The parts in hand, nm: the rest of the sheet is dimmed. */
  inHand?: Box[]
  /** Where the blade comes down on each of them. */
  blade?: Blade
  frameWidth: number
  frameHeight: number
}

/** A sheet on its ruler, drawn true: pieces named, cuts numbered in cutting order, waste hatched. */
export function LayoutDrawing(props: Props) {
  const { layout, units, look, pieces, letters } = props
  const id = useId()
  const { width, height } = layout.stock
  const scale = scaleToFit(width, height, props.frameWidth - RULER - 2, props.frameHeight - RULER - 2)
  const w = width * scale
  const h = height * scale
  const size = t`${writeLength(width, units)} by ${sayLength(height, units)}`
  const said = plural(layout.placements.length, {
    one: `Layout of # piece on ${size}`,
    other: `Layout of # pieces on ${size}`,
  })
  return (
    <svg
      width={Math.ceil(w + RULER + 2)}
      height={Math.ceil(h + RULER + 2)}
      role="img"
      aria-label={said}
      style={{ display: 'block' }}
    >
      <defs>
        <MotifPattern id={`${id}p`} look={look} size={Math.max(14, 13 * MILLIMETRE * scale)} />
        <pattern
          id={`${id}w`}
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="7" height="7" fill="var(--drawn-waste)" />
          <path d="M0 0v7" stroke="var(--drawn-hatch)" strokeWidth="1.200" />
        </pattern>
      </defs>
      <Ruler length={width} scale={scale} units={units} across />
      <Ruler length={height} scale={scale} units={units} across={false} />
      <g transform={`translate(${RULER} ${RULER})`}>
        <rect width={w} height={h} fill={`url(#${id}p)`} />
        {layout.residuals.map(({ region, kept }, n) => {
          const box = onScreen(region, height, scale)
          const label = `${writeLength(region.width, units)} × ${writeLength(region.height, units)}`
          const roomy = box.width > label.length * 6.5 && box.height > 34
          const upright = box.height > label.length * 6.5 && box.width > 18
          return kept ? (
            <g key={n}>
              <rect {...box} fill="var(--drawn-paper)" opacity=".5" />
              <rect
                x={box.x + 2.5}
                y={box.y + 2.5}
                width={Math.max(0, box.width - 5)}
                height={Math.max(0, box.height - 5)}
                fill="none"
                stroke="var(--drawn-ink)"
                strokeWidth="1"
                strokeDasharray="2 3"
              />
              {roomy || upright ? (
                <g className="drawn-haloed">
                  <FracText
                    x={box.x + box.width / 2}
                    y={box.y + box.height / 2}
                    dy={roomy ? -2 : 4}
                    text={roomy ? label : t`keep ${label}`}
                    rotate={roomy ? 0 : -90}
                  />
                  {roomy ? (
                    <text
                      x={box.x + box.width / 2}
                      y={box.y + box.height / 2 + 14}
                      textAnchor="middle"
                      className="drawn-small"
                    >
                      {t`keep`}
                    </text>
                  ) : null}
                </g>
              ) : null}
            </g>
          ) : (
            <rect key={n} {...box} fill={`url(#${id}w)`} />
          )
        })}
        {layout.placements.map((place, n) => {
          const box = onScreen(place.region, height, scale)
          const piece = pieces.get(place.piece)
          const letter = letters.get(place.piece) ?? '?'
          const lit = props.lit === place.piece
          const dim = props.lit != null && !lit
          const name = place.piece
          const fits = name.length * 6.8 < box.width - 8 && box.height > 40
          const fitsUpright = !fits && name.length * 6.8 < box.height - 12 && box.width > 34
          const cx = box.x + box.width / 2
          const cy = box.y + box.height / 2
          return (
            <g
              key={n}
              opacity={dim ? 0.45 : 1}
              onMouseEnter={() => props.onPoint?.(place.piece)}
              onMouseLeave={() => props.onPoint?.(null)}
            >
              <rect {...box} fill="var(--drawn-paper)" opacity={look.motif === 'plain' ? 0.55 : 0.7} />
              {piece ? <Lines piece={piece} box={box} place={place} scale={scale} units={units} /> : null}
              <rect
                {...box}
                fill={lit ? 'var(--accent)' : 'none'}
                fillOpacity={lit ? 0.18 : 0}
                stroke="var(--drawn-ink)"
                strokeWidth={lit ? 2.2 : 1.4}
              />
              <g className="drawn-haloed" transform={fitsUpright ? `rotate(-90 ${cx} ${cy})` : undefined}>
                <text
                  x={cx}
                  y={cy + (fits || fitsUpright ? -2 : 5)}
                  textAnchor="middle"
                  className="drawn-letter"
                >
                  {letter}
                </text>
                {fits || fitsUpright ? (
                  <text x={cx} y={cy + 13} textAnchor="middle" className="drawn-name">
                    {name}
                  </text>
                ) : null}
              </g>
              {look.print === 'one-way' && box.height > 60 && box.width > 26 ? (
                <path
                  d={`M${box.x + box.width - 11} ${box.y + 24}v-15m-4 5 4-6 4 6`}
                  fill="none"
                  stroke="var(--drawn-ink)"
                  strokeWidth="1.600"
                />
              ) : null}
              <title>{place.turned ? t`${place.piece}, turned` : place.piece}</title>
            </g>
          )
        })}
        {(props.inHand ? [] : layout.cuts).map((cut, n) => {
          const part = onScreen(cut.of, height, scale)
          const across = cut.along === 'width'
          const at = across ? part.x + cut.setting * scale : part.y + part.height - cut.setting * scale
          return (
            <g key={n} aria-hidden>
              <line
                {...(across
                  ? { x1: at, x2: at, y1: part.y, y2: part.y + part.height }
                  : { y1: at, y2: at, x1: part.x, x2: part.x + part.width })}
                stroke="var(--drawn-cut)"
                strokeWidth={n < 3 ? 2 : 1.4}
              />
              <CutNumber n={n + 1} x={across ? at : part.x + 9} y={across ? part.y + 9 : at} />
            </g>
          )
        })}
        {props.inHand ? (
          <InHand
            parts={props.inHand}
            blade={props.blade}
            sheet={{ width: w, height: h }}
            height={height}
            scale={scale}
          />
        ) : null}
        <rect width={w} height={h} fill="none" stroke="var(--drawn-ink)" strokeWidth="1.600" />
      </g>
    </svg>
  )
}

function CutNumber({ n, x, y }: { n: number; x: number; y: number }) {
  return (
    <g>
      <circle cx={x} cy={y} r="7.500" fill="var(--drawn-cut)" />
      <text x={x} y={y + 3.6} textAnchor="middle" className="drawn-cut-number">
        {n}
      </text>
    </g>
  )
}

function Lines(props: {
  piece: Piece
  box: { x: number; y: number; width: number; height: number }
  place: Layout['placements'][number]
  scale: number
  units: Units
}) {
  const { piece, box, place, scale, units } = props
  const { width, height } = place.region
  const own = place.turned ? { width: height, height: width } : { width, height }
  // A die or punch piece lies in the middle of its rough cut.
  const marks = marksOf(piece, units)
  const draw = (solid: boolean) =>
    (solid ? marks.slits : marks.scores).map((mark, n) => {
      const plain = lineAcross(mark.along, mark.at, own, mark.start, mark.end)
      const s = place.turned ? turned(plain) : plain
      return (
        <line
          key={`${solid}${n}`}
          x1={box.x + s.x1 * scale}
          x2={box.x + s.x2 * scale}
          y1={box.y + box.height - s.y1 * scale}
          y2={box.y + box.height - s.y2 * scale}
          stroke="var(--drawn-ink)"
          strokeWidth={solid ? 1.6 : 0.9}
          strokeDasharray={solid ? undefined : '4 3'}
        />
      )
    })
  return piece.cut === 'trim' ? (
    <>
      {draw(false)}
      {draw(true)}
    </>
  ) : (
    <rect
      x={box.x + 4}
      y={box.y + 4}
      width={Math.max(0, box.width - 8)}
      height={Math.max(0, box.height - 8)}
      rx={Math.min(box.width, box.height) / 2.2}
      fill="none"
      stroke="var(--drawn-ink)"
      strokeDasharray="1 3"
    />
  )
}
