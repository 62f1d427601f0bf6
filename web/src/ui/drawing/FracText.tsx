interface Props {
  x: number
  y: number
  dy?: number
  text: string
  anchor?: 'start' | 'middle' | 'end'
  bold?: boolean
  rotate?: number
}

/** A measure inside a drawing, its fraction set as a fraction. */
export function FracText({ x, y, dy = 0, text, anchor = 'middle', bold = false, rotate = 0 }: Props) {
  const parts = text.split(/(\d+\/\d+)/)
  return (
    <text
      x={x}
      y={y + dy}
      textAnchor={rotate ? 'middle' : anchor}
      className={bold ? 'drawn-bold' : 'drawn-measure'}
      transform={rotate ? `rotate(${rotate} ${x} ${y})` : undefined}
    >
      {parts.map((part, n) =>
        part.includes('/') ? (
          <tspan key={n} className="frac">
            {part}
          </tspan>
        ) : (
          <tspan key={n}>
            {part.trimEnd()}
            {part.endsWith(' ') && n === 0 ? ' ' : part.startsWith(' ') ? '' : ''}
          </tspan>
        ),
      )}
    </text>
  )
}
