import { t } from '@lingui/core/macro'
import { useId } from 'react'
import type { Piece } from '../../api/client'
import { drawnNm, type Units } from '../text/length'
import { MILLIMETRE, scaleToFit } from './geometry'
import { LaidMat } from './LaidMat'
import { marksOf, panelsOf } from './marks'
import { outlineOf } from './outline'
import { type LitPanels, PanelLights } from './PanelLights'
import { PanelPicks, type Picking } from './PanelPicks'
import { PieceCutOuts, PieceHoles } from './PieceCutOuts'
import { dashes, Handle, type Handling, keyOf, MarkLine } from './PieceLines'
import { Measures, PanelNames } from './PieceMeasures'
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
  /** The mats that lie on this piece, each in its own paper. */
  mats?: { mat: Piece; letter: string; look: SwatchLook | undefined }[]
  handling?: Handling
  /** Panels that can be chosen on the drawing. */
  picking?: Picking
  /** Lights a panel under the pointer, here and where it is folded. */
  panels?: LitPanels
}

/** One piece at true proportion: valley folds dashed, slits solid. */
export function PieceDrawing(props: Props) {
  const { piece, units, measured = false } = props
  const id = useId()
  const width = drawnNm(piece.width, units)
  const height = drawnNm(piece.height, units)
  if (!width || !height) {
    return (
      <svg
        width={props.frameWidth}
        height={props.frameHeight}
        role="img"
        aria-label={t`${piece.name}: no size yet`}
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
    (props.mostScale ?? Infinity) / MILLIMETRE,
  )
  const w = width * scale
  const h = height * scale
  const marks = marksOf(piece, units)
  const edge = outlineOf(piece, units, scale)
  const y = (nm: number) => h - nm * scale
  const ink = 'var(--drawn-ink)'
  const columns = panelsOf(marks.fullAlongWidth, width)
  const rows = panelsOf(marks.fullAlongHeight, height)
  const said = t`${piece.name}, ${piece.width} by ${piece.height} ${units}`
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
          d={edge}
          fill={props.look ? `url(#${id})` : 'var(--drawn-paper)'}
          stroke={ink}
          strokeWidth="1.300"
        />
        {props.look ? <path d={edge} fill="var(--drawn-paper)" opacity={measured ? 0.62 : 0.15} /> : null}
        <PieceCutOuts {...{ piece, units, scale, h }} />
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
        {props.panels ? (
          <PanelLights
            {...{ piece, units, scale, h }}
            columns={columns.length}
            rows={rows.length}
            panels={props.panels}
          />
        ) : null}
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
        <PieceHoles {...{ piece, units, scale, h }} />
        {marks.slits.map((line) => (
          <MarkLine key={keyOf(line.ref)} line={line} kind="slit" {...{ width, height, scale, measured }} />
        ))}
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
                  {t`up`}
                </text>
              </g>
            ) : null}
          </>
        ) : null}
        {props.picking ? <PanelPicks {...{ piece, units, scale, h }} picking={props.picking} /> : null}
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
