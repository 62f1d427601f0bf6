import { useId } from 'react'
import type { Piece } from '../../api/client'
import { drawnNm, type Units } from '../text/length'
import { spanBox } from './marks'
import { MotifPattern, type SwatchLook } from './Swatch'

/** A mat in its own paper, in the middle of the panel that it is glued onto. */
export function LaidMat(props: {
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
  const panel = on ? spanBox(under, units, on) : null
  const wide = drawnNm(mat.width, units)
  const high = drawnNm(mat.height, units)
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
        stroke={over ? 'var(--severe)' : 'var(--drawn-ink)'}
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
