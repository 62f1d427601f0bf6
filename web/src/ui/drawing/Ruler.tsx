import type { Units } from '../text/length'
import { INCH, MILLIMETRE, rulerTicks } from './geometry'

/** The room that a ruler takes beside a sheet, px. */
export const RULER = 26

/** A ruler along a side of a sheet (nm), in the studio's unit. */
export function Ruler({
  length,
  scale,
  units,
  across,
}: {
  length: number
  scale: number
  units: Units
  across: boolean
}) {
  const size = length * scale
  const every = rulerTicks(length, units).filter(
    (tick) => scale * (units === 'in' ? INCH / 4 : 5 * MILLIMETRE) > 3.2 || tick.rank > 0,
  )
  const apart = (units === 'in' ? INCH : 10 * MILLIMETRE) * scale
  const skip = apart < 17 ? 2 : 1
  return (
    <g
      aria-hidden
      className="drawn-ruler"
      transform={across ? `translate(${RULER} 0)` : `translate(0 ${RULER})`}
    >
      {every.map((tick) => {
        const long = tick.rank === 2 ? 9 : tick.rank === 1 ? 6 : 4
        const at = across ? tick.at * scale : size - tick.at * scale
        const label = Number(tick.label) % skip === 0 ? tick.label : ''
        return across ? (
          <g key={tick.at}>
            <line x1={at} x2={at} y1={RULER - 3 - long} y2={RULER - 3} />
            {label && at < size - 4 ? (
              <text x={at + 2} y="10">
                {label}
              </text>
            ) : null}
          </g>
        ) : (
          <g key={tick.at}>
            <line y1={at} y2={at} x1={RULER - 3 - long} x2={RULER - 3} />
            {label && label !== '0' && at > 4 ? (
              <text x="1" y={at + 11}>
                {label}
              </text>
            ) : null}
          </g>
        )
      })}
    </g>
  )
}
