import { t } from '@lingui/core/macro'
import { FracText } from '../ui/drawing/FracText'
import { sayLength, type Units } from '../ui/text/length'
import { bladesOf, type Step } from './steps'

interface Props {
  step: Step
  units: Units
  width: number
  height: number
}

/** The part as it lies at the trimmer: its edge at the setting on the rule, the blade at the other end. */
export function PartDrawing({ step, units, width, height }: Props) {
  const { stroke, setting } = step
  const along = stroke.along === 'width' ? stroke.width : stroke.height
  const across = stroke.along === 'width' ? stroke.height : stroke.width
  const room = { left: 14, right: 14, top: 34, bottom: 46 }
  const scale = Math.min((width - room.left - room.right) / along, (height - room.top - room.bottom) / across)
  const [w, h] = [along * scale, across * scale]
  const x = (width - w) / 2
  const y = room.top + (height - room.top - room.bottom - h) / 2
  const blade = x + setting * scale
  const label = sayLength(setting, units)
  const said = t`The part lies with its edge at ${label} on the rule; the blade cuts ${label} off it`
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} role="img" aria-label={said}>
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        fill="var(--drawn-paper)"
        stroke="var(--drawn-ink)"
        strokeWidth="2"
      />
      <rect x={x} y={y} width={setting * scale} height={h} fill="var(--accent)" fillOpacity=".16" />
      {bladesOf(step)
        .slice(1)
        .map((at) => (
          <line
            key={at}
            x1={x + at * scale}
            x2={x + at * scale}
            y1={y}
            y2={y + h}
            stroke="var(--drawn-cut)"
            strokeDasharray="2 5"
          />
        ))}
      <line x1={blade} x2={blade} y1={y - 20} y2={y + h + 20} className="drawn-blade" />
      <text x={blade} y={y - 24} textAnchor="middle" className="drawn-bold">
        {t`blade`}
      </text>
      <g stroke="var(--ink-soft)" strokeWidth="1.500" fill="none">
        <path d={`M${x} ${y + h + 14}H${blade}M${x} ${y + h + 8}v12M${blade} ${y + h + 8}v12`} />
      </g>
      <FracText x={x + (setting * scale) / 2} y={y + h + 34} text={label} bold />
      <g
        transform={`translate(${x + w - 20} ${y + h / 2})`}
        stroke="var(--drawn-ink)"
        fill="none"
        strokeWidth="2"
      >
        <path d={stroke.along === 'height' ? 'M-10 0h22m-6-6 6 6-6 6' : 'M0 10v-22m-6 6 6-6 6 6'} />
        <title>{t`the top of the sheet points this way`}</title>
      </g>
    </svg>
  )
}
