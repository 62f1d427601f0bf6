import { t } from '@lingui/core/macro'
import { FracText } from '../ui/drawing/FracText'
import { sayLength, type Units } from '../ui/text/length'
import type { ScoreStep } from './scoreSteps'

interface Props {
  step: ScoreStep
  /** Width and height of the print, nm. */
  size: [number, number]
  units: Units
  width: number
  height: number
}

/** The piece as it lies on the board: its edge at the fence on the left, the groove at the stop. */
export function BoardDrawing({ step, size, units, width, height }: Props) {
  const { stroke } = step
  if (!stroke) return null
  const across = stroke.edge === 'left' || stroke.edge === 'right'
  const [wide, tall] = across ? size : [size[1], size[0]]
  const room = { left: 46, right: 20, top: 34, bottom: 46 }
  const scale = Math.min((width - room.left - room.right) / wide, (height - room.top - room.bottom) / tall)
  const [w, h] = [wide * scale, tall * scale]
  const x = room.left
  const y = room.top + (height - room.top - room.bottom - h) / 2
  const groove = x + step.distance * scale
  const label = sayLength(step.distance, units)
  const [from, to] = spanOf(step, tall)
  const down = stroke.facing === 'print-down'
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={t`The piece lies against the fence on the left; the score is ${label} from it`}
    >
      <rect x={x - 14} y={y - 16} width={12} height={h + 32} fill="var(--ink-soft)" />
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        fill={down ? 'var(--sheet)' : 'var(--drawn-paper)'}
        stroke="var(--drawn-ink)"
        strokeWidth="2"
      />
      <line
        x1={groove}
        x2={groove}
        y1={y - 16}
        y2={y + h + 16}
        stroke="var(--ink-soft)"
        strokeDasharray="2 6"
      />
      <line
        x1={groove}
        x2={groove}
        y1={y + h - to * scale}
        y2={y + h - from * scale}
        stroke="var(--accent)"
        strokeWidth="5"
      />
      <text x={x - 8} y={y - 22} textAnchor="middle" className="drawn-bold">
        {t`fence`}
      </text>
      <g stroke="var(--ink-soft)" strokeWidth="1.5" fill="none">
        <path d={`M${x} ${y + h + 22}H${groove}M${x} ${y + h + 16}v12M${groove} ${y + h + 16}v12`} />
      </g>
      <FracText x={x + Math.max(28, (step.distance * scale) / 2)} y={y + h + 42} text={label} bold />
      <g
        transform={`translate(${x + w - 24} ${y + h / 2}) rotate(${turnOf(step)})`}
        stroke="var(--drawn-ink)"
        fill="none"
        strokeWidth="2"
      >
        <path d="M0 12v-24m-6 7 6-7 6 7" />
        <title>{t`the top of the print points this way`}</title>
      </g>
    </svg>
  )
}

/** Where the print's top points, in degrees with the clock from up, as the piece lies. */
export function turnOf({ stroke }: ScoreStep): number {
  if (!stroke) return 0
  const down = stroke.facing === 'print-down'
  if (stroke.edge === 'left') return down ? 180 : 0
  if (stroke.edge === 'right') return down ? 0 : 180
  return stroke.edge === 'top' ? -90 : 90
}

/** From where to where along the groove, nm from the lower end of the piece as it lies. */
export function spanOf({ stroke }: ScoreStep, tall: number): [number, number] {
  if (stroke?.start == null || stroke.end == null) return [0, tall]
  const up = endOf(stroke)
  return up ? [stroke.start, stroke.end] : [tall - stroke.end, tall - stroke.start]
}

/** Whether the edge that a part is measured from is the lower one on the board. */
function endOf({ edge, facing, measured_from }: NonNullable<ScoreStep['stroke']>): boolean {
  const down = facing === 'print-down'
  if (measured_from === 'bottom' || measured_from === 'top') {
    // The left or the right edge is at the fence: with the print up and its left there, its bottom is below.
    const upright = (edge === 'left') !== down
    return (measured_from === 'bottom') === upright
  }
  // The top or the bottom is at the fence: turned against the clock with the top there, the left is below.
  const leftBelow = (edge === 'top') !== down
  return (measured_from === 'left') === leftBelow
}
