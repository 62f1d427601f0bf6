import { t } from '@lingui/core/macro'
import { type KeyboardEvent, type PointerEvent, useId, useMemo, useRef } from 'react'
import { MotifPattern, type SwatchLook } from '../drawing/Swatch'
import classes from './Folded.module.css'
import type { Shape } from './motion'
import { type Eye, type Patch, sceneOf } from './scene'

export interface PanelAt {
  column: number
  row: number
}

export const samePanel = (a: PanelAt | null, b: PanelAt | null) =>
  a !== null && b !== null && a.column === b.column && a.row === b.row

/** The folded thing in its own papers: drag or the arrow keys turn it, a panel under the pointer is lit. */
export function FoldedDrawing(props: {
  shape: Shape
  name: string
  size: { width: number; height: number }
  share: number
  opened: boolean
  eye: Eye
  look: (eye: Eye) => void
  paper: SwatchLook | undefined
  /** `flip`: its print is glued on upright where the panel is on its head. */
  mats: { patch: Patch; look: SwatchLook | undefined; flip: boolean }[]
  lit: PanelAt | null
  light: (panel: PanelAt | null) => void
  frame: { width: number; height: number }
}) {
  const { shape, size, share, eye, frame } = props
  const id = useId()
  const from = useRef<{ x: number; y: number; eye: Eye } | null>(null)
  const patches = useMemo(() => props.mats.map((mat) => mat.patch), [props.mats])
  const scene = useMemo(
    () => sceneOf(shape, size, share, eye, patches, props.opened),
    [shape, size, share, eye, patches, props.opened],
  )
  // One scale for flat and closed, so that nothing grows while it folds.
  const whole = useMemo(() => Math.hypot(size.width, size.height), [size])
  const scale = Math.min(frame.width / whole, frame.height / whole) * 1.35
  const { box } = scene
  const middle = [box.x + box.width / 2, box.y + box.height / 2]
  const turned = (by: Partial<Eye>) =>
    props.look({
      turn: (eye.turn + (by.turn ?? 0)) % 360,
      tilt: Math.max(-80, Math.min(85, eye.tilt + (by.tilt ?? 0))),
    })
  const key = (event: KeyboardEvent) => {
    const step = {
      ArrowLeft: { turn: -10 },
      ArrowRight: { turn: 10 },
      ArrowUp: { tilt: 8 },
      ArrowDown: { tilt: -8 },
    }
    const by = step[event.key as keyof typeof step]
    if (!by) return
    event.preventDefault()
    turned(by)
  }
  const drag = (event: PointerEvent) => {
    if (!from.current) return
    const [dx, dy] = [event.clientX - from.current.x, event.clientY - from.current.y]
    props.look({
      turn: from.current.eye.turn - dx * 0.6,
      tilt: Math.max(-80, Math.min(85, from.current.eye.tilt + dy * 0.5)),
    })
  }
  return (
    <svg
      width={frame.width}
      height={frame.height}
      className={classes.folded}
      role="application"
      aria-roledescription={t`folded drawing`}
      aria-label={t`${props.name} folded; arrow keys turn it`}
      tabIndex={0}
      onKeyDown={key}
      onPointerDown={(event) => {
        from.current = { x: event.clientX, y: event.clientY, eye }
        event.currentTarget.setPointerCapture(event.pointerId)
      }}
      onPointerMove={drag}
      onPointerUp={() => (from.current = null)}
      onPointerLeave={() => props.light(null)}
    >
      <defs>
        {props.paper ? <MotifPattern id={`${id}p`} look={props.paper} size={9} /> : null}
        {props.mats.map((mat, n) =>
          mat.look ? <MotifPattern key={n} id={`${id}m${n}`} look={mat.look} size={9} /> : null,
        )}
      </defs>
      <g
        transform={`translate(${frame.width / 2} ${frame.height / 2}) scale(${scale}) translate(${-(middle[0] ?? 0)} ${-(middle[1] ?? 0)})`}
      >
        {scene.plates.map((plate, n) => {
          const panel = shape.facets[plate.facet]?.panel ?? null
          const mat = plate.mat === null ? null : props.mats[plate.mat]
          const print = mat ? mat.look : props.paper
          const fill =
            plate.printed && print ? `url(#${id}${plate.mat === null ? 'p' : `m${plate.mat}`})` : null
          return (
            <g
              key={n}
              transform={`matrix(${plate.matrix})`}
              onPointerEnter={() => props.light(panel)}
              data-lit={samePanel(panel, props.lit) || undefined}
            >
              <path
                d={plate.path}
                fill={fill ?? (plate.printed ? 'var(--drawn-paper)' : 'var(--drawn-reverse)')}
                fillRule="evenodd"
                transform={mat?.flip ? `rotate(180 ${middleOf(mat.patch, size.height)})` : undefined}
              />
              <path
                d={plate.path}
                className={classes.edge}
                fill="var(--drawn-shade)"
                fillOpacity={(1 - plate.light) * 0.42}
                fillRule="evenodd"
                vectorEffect="non-scaling-stroke"
              />
            </g>
          )
        })}
      </g>
    </svg>
  )
}

/** The middle of a patch, y downwards. */
const middleOf = (patch: Patch, height: number) =>
  [patch.x + patch.width / 2, height - patch.y - patch.height / 2].join(' ')
