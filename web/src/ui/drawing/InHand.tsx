import { type Box, onScreen } from './geometry'

export interface Blade {
  along: 'width' | 'height'
  /** nm from the near edge of the part. */
  at: number[]
}

/** The parts in hand, the blade on each of them, and the rest of the sheet dimmed. */
export function InHand(props: {
  parts: Box[]
  blade: Blade | undefined
  sheet: { width: number; height: number }
  height: number
  scale: number
}) {
  const boxes = props.parts.map((part) => onScreen(part, props.height, props.scale))
  const around = `M0 0h${props.sheet.width}v${props.sheet.height}h${-props.sheet.width}z`
  const holes = boxes.map((b) => `M${b.x} ${b.y}v${b.height}h${b.width}v${-b.height}z`).join('')
  return (
    <g aria-hidden>
      <path d={around + holes} fillRule="evenodd" fill="var(--drawn-back)" />
      {boxes.map((b, n) => (
        <g key={n}>
          <rect {...b} fill="none" stroke="var(--accent)" strokeWidth="3" />
          {(props.blade?.at ?? []).map((at) => {
            const px = at * props.scale
            return props.blade?.along === 'width' ? (
              <line
                key={at}
                x1={b.x + px}
                x2={b.x + px}
                y1={b.y - 6}
                y2={b.y + b.height + 6}
                className="drawn-blade"
              />
            ) : (
              <line
                key={at}
                x1={b.x - 6}
                x2={b.x + b.width + 6}
                y1={b.y + b.height - px}
                y2={b.y + b.height - px}
                className="drawn-blade"
              />
            )
          })}
        </g>
      ))}
    </g>
  )
}
