import { useId } from 'react'
import type { Schemas } from '../api/client'
import { number } from '../i18n/format'
import { onScreen } from '../ui/drawing/geometry'
import { MotifPattern, type SwatchLook } from '../ui/drawing/Swatch'
import { letterOf } from '../ui/drawing/letters'
import classes from './Options.module.css'

interface Props {
  layout: Schemas['MiniLayout']
  look: SwatchLook | undefined
  /** Where each piece stands in the list, for its letter. */
  order: Map<string, number>
  /** Pixels a nm, the same for every sheet that is drawn beside it. */
  scale: number
}

/** A layout drawn true and small: how often it is cut, and the letters of the pieces on it. */
export function MiniSheet({ layout, look, order, scale }: Props) {
  const id = useId()
  const width = layout.width * scale
  const height = layout.height * scale
  return (
    <span className={classes.mini}>
      <svg width={Math.ceil(width) + 1} height={Math.ceil(height) + 1} aria-hidden>
        {look ? (
          <defs>
            <MotifPattern id={id} look={look} size={11} />
          </defs>
        ) : null}
        <rect x=".5" y=".5" width={width} height={height} fill="var(--drawn-waste)" />
        {layout.places.map((place, n) => {
          const box = onScreen(place, layout.height, scale)
          const roomy = box.width > 10 && box.height > 12
          return (
            <g key={n}>
              <rect
                x={box.x + 0.5}
                y={box.y + 0.5}
                width={box.width}
                height={box.height}
                fill={look ? `url(#${id})` : 'var(--drawn-paper)'}
                stroke="var(--drawn-ink)"
                strokeWidth=".7"
              />
              {roomy ? (
                <g className="drawn-haloed">
                  <text
                    x={box.x + box.width / 2 + 0.5}
                    y={box.y + box.height / 2 + 4}
                    textAnchor="middle"
                    className="drawn-small"
                  >
                    {letterOf(order.get(place.piece) ?? 0)}
                  </text>
                </g>
              ) : null}
            </g>
          )
        })}
        <rect x=".5" y=".5" width={width} height={height} fill="none" stroke="var(--drawn-ink)" />
      </svg>
      <span className="figure">{number(layout.times)} ×</span>
    </span>
  )
}
