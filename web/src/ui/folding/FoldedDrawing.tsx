import { t } from '@lingui/core/macro'
import { type KeyboardEvent, type PointerEvent, useId, useMemo, useRef } from 'react'
import { MotifPattern, type SwatchLook } from '../drawing/Swatch'
import classes from './Folded.module.css'
import { type Body, type Eye, frameAt, type Patch, sceneOf, type Stands } from './scene'

export interface PanelAt {
  column: number
  row: number
}

export const samePanel = (a: PanelAt | null, b: PanelAt | null) =>
  a !== null && b !== null && a.column === b.column && a.row === b.row

/** A panel of one of the pieces that are drawn. */
export interface Spot {
  body: number
  panel: PanelAt
}

const sameSpot = (a: Spot | null, b: Spot) => a !== null && a.body === b.body && samePanel(a.panel, b.panel)

/** A piece in its own paper; `flip`: a mat's print is glued on upright where the panel is on its head. */
export interface DrawnBody extends Body {
  paper: SwatchLook | undefined
  mats: { look: SwatchLook | undefined; flip: boolean }[]
}

/** Folded pieces in their own papers: drag or the arrow keys turn them, a panel under the pointer is lit. */
export function FoldedDrawing(props: {
  name: string
  /** The pieces at this share of the way, and at another: the scale holds from flat to closed. */
  bodiesAt: (share: number) => DrawnBody[]
  stands: Stands
  share: number
  opened?: boolean
  eye: Eye
  look: (eye: Eye) => void
  lit: Spot | null
  light: (spot: Spot | null) => void
  frame: { width: number; height: number }
}) {
  const { bodiesAt, stands, share, eye, frame, opened = false } = props
  const id = useId()
  const from = useRef<{ x: number; y: number; eye: Eye } | null>(null)
  const bodies = useMemo(() => bodiesAt(share), [bodiesAt, share])
  const scene = useMemo(
    () => sceneOf(bodies, stands, share, eye, opened),
    [bodies, stands, share, eye, opened],
  )
  // One scale for flat and closed and from wherever it is looked at, so that nothing grows while it folds.
  const scale = useMemo(() => {
    const boxes = FROM.flatMap((from) => (from.tilt > 60 ? [1] : [0, 1]).map((end) => ({ from, end }))).map(
      ({ from, end }) => frameAt(bodiesAt(end), stands, end, from),
    )
    const room = (size: number, most: number) => (0.94 * size) / most
    return Math.min(
      room(frame.width, Math.max(...boxes.map((box) => box.width))),
      room(frame.height, Math.max(...boxes.map((box) => box.height))),
    )
  }, [bodiesAt, stands, frame])
  const { box } = scene
  const middle = [box.x + box.width / 2, box.y + box.height / 2]
  const turnedBy = (by: Partial<Eye>) =>
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
    turnedBy(by)
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
        {bodies.map((body, b) => (
          <Patterns key={b} id={`${id}b${b}`} body={body} />
        ))}
      </defs>
      <g
        transform={`translate(${frame.width / 2} ${frame.height / 2}) scale(${scale}) translate(${-(middle[0] ?? 0)} ${-(middle[1] ?? 0)})`}
      >
        {scene.plates.map((plate, n) => {
          const body = bodies[plate.body]
          const panel = body?.shape.facets[plate.facet]?.panel
          if (!body || !panel) return null
          const spot = { body: plate.body, panel }
          const mat = plate.mat === null ? null : body.mats[plate.mat]
          const patch = plate.mat === null ? null : body.patches[plate.mat]
          const print = mat ? mat.look : body.paper
          const pattern = plate.mat === null ? 'p' : `m${plate.mat}`
          const fill = plate.printed && print ? `url(#${id}b${plate.body}${pattern})` : null
          return (
            <g
              key={n}
              transform={`matrix(${plate.matrix})`}
              onPointerEnter={() => props.light(spot)}
              data-lit={sameSpot(props.lit, spot) || undefined}
            >
              <path
                d={plate.path}
                fill={fill ?? (plate.printed ? 'var(--drawn-paper)' : 'var(--drawn-reverse)')}
                fillRule="evenodd"
                transform={
                  mat?.flip && patch ? `rotate(180 ${middleOf(patch, body.size.height)})` : undefined
                }
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

/** From where it is looked at first. */
export const START: Eye = { turn: 32, tilt: 28 }
/** From where it fits its frame, closed from above too. */
const FROM: Eye[] = [START, { turn: -58, tilt: 28 }, { turn: 32, tilt: 85 }]

/** The papers of a body and of the mats on it. */
function Patterns({ id, body }: { id: string; body: DrawnBody }) {
  return (
    <>
      {body.paper ? <MotifPattern id={`${id}p`} look={body.paper} size={9} /> : null}
      {body.mats.map((mat, n) =>
        mat.look ? <MotifPattern key={n} id={`${id}m${n}`} look={mat.look} size={9} /> : null,
      )}
    </>
  )
}

/** The middle of a patch, y downwards. */
const middleOf = (patch: Patch, height: number) =>
  [patch.x + patch.width / 2, height - patch.y - patch.height / 2].join(' ')
