import { t } from '@lingui/core/macro'
import { useId } from 'react'

export interface SwatchLook {
  motif: string
  ground: string
  ink: string
  print: string
  /** The number of its photograph. */
  photo?: number | null
  /** Its other face, where that is printed. */
  back?: { motif?: string; ground?: string; ink?: string } | null
}

/** The motif as an SVG pattern; a one-way print visibly has an up. */
export function MotifPattern({ id, look, size = 24 }: { id: string; look: SwatchLook; size?: number }) {
  const { motif, ground, ink } = look
  return (
    <pattern id={id} width={size} height={size} patternUnits="userSpaceOnUse" viewBox="0 0 24 24">
      <rect width="24" height="24" fill={ground} />
      {motif === 'plain' && (
        <path d="M3 7h2M15 4h1M9 18h2M20 14h1" stroke={ink} strokeWidth=".7" opacity=".5" />
      )}
      {motif === 'sprigs' && (
        <g fill="none" stroke={ink} strokeWidth="1.300" strokeLinecap="round">
          <path d="M12 22V9M12 18c-4 0-6-2-6-5M12 15c4 0 6-2 6-5M12 12c-2.500 0-4-1.500-4-4" />
          <path d="m9.500 7.500 2.500-4.500 2.500 4.500z" fill={ink} />
        </g>
      )}
      {motif === 'dots' && (
        <g fill={ink}>
          <circle cx="6" cy="6" r="2.600" />
          <circle cx="18" cy="18" r="2.600" />
          <circle cx="18" cy="6" r="1.200" />
          <circle cx="6" cy="18" r="1.200" />
        </g>
      )}
      {motif === 'stripes' && <path d="M4 0v24M12 0v24M20 0v24" stroke={ink} strokeWidth="2.600" />}
      {motif === 'checks' && (
        <g fill={ink}>
          <path d="M0 0h12v24H0z" opacity=".35" />
          <path d="M0 0h24v12H0z" opacity=".35" />
          <path d="M0 0h12v12H0z" opacity=".5" />
        </g>
      )}
      {motif === 'waves' && (
        <g fill="none" stroke={ink} strokeWidth="1.600">
          <path d="M0 9c3-5 9-5 12 0 3-5 9-5 12 0M0 21c3-5 9-5 12 0 3-5 9-5 12 0" />
          <path d="m4 14 2-3 2 3z" fill={ink} stroke="none" />
        </g>
      )}
    </pattern>
  )
}

/** A paper's swatch; an arrow marks an up, a bar a run with no up. Its name is beside it. */
export function Swatch({
  look,
  width = 44,
  height = 44,
}: {
  look: SwatchLook
  width?: number
  height?: number
}) {
  const id = useId()
  const { photo, back } = look
  // A corner is folded over, and shows the other face.
  const fold = Math.round(Math.min(width, height) * 0.38)
  return (
    <svg width={width} height={height} aria-hidden style={{ flex: 'none', display: 'block' }}>
      <defs>
        <MotifPattern id={id} look={look} />
        {back ? <MotifPattern id={`${id}b`} look={otherFace(back, look.print)} size={16} /> : null}
      </defs>
      <rect
        x=".5"
        y=".5"
        width={width - 1}
        height={height - 1}
        rx="2"
        fill={`url(#${id})`}
        stroke="rgb(0 0 0 / 28%)"
      />
      {photo ? (
        <image
          href={`/api/photos/${photo}`}
          width={width}
          height={height}
          preserveAspectRatio="xMidYMid slice"
        />
      ) : null}
      {back ? (
        <path
          d={`M${width} ${height - fold}V${height}H${width - fold}z`}
          style={{ fill: 'var(--sheet)', stroke: 'var(--sheet)' }}
        />
      ) : null}
      {back ? (
        <path
          d={`M${width} ${height - fold}L${width - fold} ${height - fold}L${width - fold} ${height}z`}
          fill={`url(#${id}b)`}
          stroke="rgb(0 0 0 / 28%)"
        />
      ) : null}
    </svg>
  )
}

const otherFace = (back: NonNullable<SwatchLook['back']>, print: string): SwatchLook => ({
  motif: back.motif ?? 'plain',
  ground: back.ground ?? '#ffffff',
  ink: back.ink ?? '#6b5a3a',
  print,
})

/** What a print's direction is called. */
export const printWords = (): Record<string, string> => ({
  none: t`no direction`,
  'two-way': t`runs one way, no up`,
  'one-way': t`has an up`,
})
