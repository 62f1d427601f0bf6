import type { Piece } from '../../api/client'
import type { Units } from '../text/length'
import { holesOf, removedOf, windowsOf } from './cutouts'

interface Props {
  piece: Piece
  units: Units
  /** Pixels to a nanometre. */
  scale: number
  /** The height of the drawn piece, in pixels. */
  h: number
}

/** What is cut out of a piece before anything lies on it: removed panels and windows. */
export function PieceCutOuts({ piece, units, scale, h }: Props) {
  const y = (nm: number) => h - nm * scale
  const ink = 'var(--drawn-ink)'
  return (
    <>
      {removedOf(piece, units).map((box, n) => (
        <g key={`removed ${n}`} data-cut="removed">
          <rect
            x={box.x * scale}
            y={y(box.y + box.height)}
            width={box.width * scale}
            height={box.height * scale}
            fill="var(--ground)"
            stroke={ink}
            strokeWidth="1.300"
          />
          <path
            d={`M${box.x * scale} ${y(box.y)} L${(box.x + box.width) * scale} ${y(box.y + box.height)}`}
            stroke="var(--drawn-waste)"
            strokeWidth="1.300"
          />
        </g>
      ))}
      {windowsOf(piece, units).map((box, n) =>
        box.oval ? (
          <ellipse
            key={`window ${n}`}
            data-cut="window"
            cx={(box.x + box.width / 2) * scale}
            cy={y(box.y + box.height / 2)}
            rx={(box.width / 2) * scale}
            ry={(box.height / 2) * scale}
            fill="var(--ground)"
            stroke={ink}
          />
        ) : (
          <rect
            key={`window ${n}`}
            data-cut="window"
            x={box.x * scale}
            y={y(box.y + box.height)}
            width={box.width * scale}
            height={box.height * scale}
            fill="var(--ground)"
            stroke={ink}
          />
        ),
      )}
    </>
  )
}

/** The holes of a piece, made through all that lies on it. */
export function PieceHoles({ piece, units, scale, h }: Props) {
  const y = (nm: number) => h - nm * scale
  return (
    <>
      {holesOf(piece, units).map((hole, n) => (
        <circle
          key={`hole ${n}`}
          cx={hole.x * scale}
          cy={y(hole.y)}
          r={(hole.diameter * scale) / 2}
          fill="var(--ground)"
          stroke="var(--drawn-ink)"
        />
      ))}
    </>
  )
}
