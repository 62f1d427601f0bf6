/** The folded thing as flat shapes on the screen, those behind first. Free of React. */
import {
  after,
  cross,
  dot,
  FLAT,
  type Folding,
  normalOf,
  type Pose,
  posesOf,
  put,
  type Vector,
  vector,
} from './motion'

/** From where it is looked at: turned about its up, and tilted, in degrees. */
export interface Eye {
  turn: number
  tilt: number
}

/** One facet, or a mat on one: its ring in its own flat mm (y downwards), and how that lies on the screen. */
export interface Plate {
  /** The number of its body, and of its facet there. */
  body: number
  facet: number
  /** The number of the mat on it, null for the facet itself. */
  mat: number | null
  path: string
  matrix: string
  /** Whether its printed side is towards the eye. */
  printed: boolean
  /** How much light falls on it, 0 to 1. */
  light: number
}

export interface Patch {
  facet: number
  x: number
  y: number
  width: number
  height: number
}

/** A piece in the scene: its size flat (mm), the mats on it, and where its base is. */
export interface Body {
  shape: Folding
  size: { width: number; height: number }
  patches: Patch[]
  place?: Pose
  lift?: Vector
}

/** Which way the scene stands: its up, and the side towards the eye. */
export interface Stands {
  up: readonly number[]
  front: readonly number[]
}

export interface Scene {
  plates: Plate[]
  /** The frame that holds it, in mm on the screen. */
  box: { x: number; y: number; width: number; height: number }
}

interface Placed extends Plate {
  spots: Vector[]
  normal: Vector
}

const LAYER = 0.12

/** Everything that is drawn at a share of the way from flat to closed. */
export function sceneOf(bodies: Body[], stands: Stands, share: number, eye: Eye, opened = false): Scene {
  const placed = placedOf(bodies, stands, share, eye, opened)
  return { plates: backToFront(placed), box: boxOf(placed) }
}

/** The frame that holds everything at a share of the way, mm on the screen. */
export const frameAt = (bodies: Body[], stands: Stands, share: number, eye: Eye): Scene['box'] =>
  boxOf(placedOf(bodies, stands, share, eye, false))

function placedOf(bodies: Body[], stands: Stands, share: number, eye: Eye, opened: boolean): Placed[] {
  const view = viewOf(stands, eye)
  const placed: Placed[] = []
  bodies.forEach((body, b) => {
    const { shape, size, place = FLAT } = body
    const poses = posesOf(shape, share, opened)
    shape.facets.forEach((facet, n) => {
      const own = poses[n]
      if (!own) return
      const pose = after(place, own)
      const raised = turned(place, vector(facet.lift))
      const lift = raised.map(
        (v, k) => (v * share + (body.lift?.[k] ?? 0)) * LAYER * 1000,
      ) as unknown as Vector
      const on = { body: b, facet: n, height: size.height }
      placed.push(plate(facet.ring, facet.openings, { ...on, mat: null }, pose, lift, view))
      body.patches.forEach((patch, m) => {
        if (patch.facet !== n) return
        const { x, y, width, height } = patch
        const ring = [
          [x, y],
          [x, y + height],
          [x + width, y + height],
          [x + width, y],
        ]
        const up = normalOf(pose)
        const over: Vector = [lift[0] + up[0] * LAYER, lift[1] + up[1] * LAYER, lift[2] + up[2] * LAYER]
        placed.push(plate(ring, [], { ...on, mat: m }, pose, over, view))
      })
    })
  })
  return placed
}

function boxOf(placed: Placed[]): Scene['box'] {
  const spots = placed.flatMap((one) => one.spots)
  const xs = spots.map((spot) => spot[0])
  const ys = spots.map((spot) => spot[1])
  const [x, y] = [Math.min(...xs), Math.min(...ys)]
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y }
}

/** Which way a direction points after a rotation. */
export function turned(pose: Pose, way: Vector): Vector {
  const [a, b, c] = pose.turn
  return [dot(a, way), dot(b, way), dot(c, way)]
}

interface View {
  right: Vector
  down: Vector
  near: Vector
}

/** The screen's own directions in the frame of the base. */
function viewOf(stands: Stands, eye: Eye): View {
  const up = vector(stands.up)
  const front = vector(stands.front)
  const side = cross(up, front)
  const [a, b] = [(eye.turn * Math.PI) / 180, (eye.tilt * Math.PI) / 180]
  const mix = (p: Vector, s: number, q: Vector, t: number): Vector => [
    p[0] * s + q[0] * t,
    p[1] * s + q[1] * t,
    p[2] * s + q[2] * t,
  ]
  const right = mix(side, Math.cos(a), front, -Math.sin(a))
  const level = mix(front, Math.cos(a), side, Math.sin(a))
  const near = mix(level, Math.cos(b), up, Math.sin(b))
  const down = mix(level, Math.sin(b), up, -Math.cos(b))
  return { right, down, near }
}

function plate(
  ring: readonly (readonly number[])[],
  openings: readonly (readonly (readonly number[])[])[],
  of: { body: number; facet: number; mat: number | null; height: number },
  pose: Pose,
  lift: Vector,
  view: View,
): Placed {
  const { body, facet, mat, height } = of
  const seen = (x: number, y: number): Vector => {
    const at = put(pose, x, y)
    const spot: Vector = [at[0] + lift[0], at[1] + lift[1], at[2] + lift[2]]
    return [dot(view.right, spot), dot(view.down, spot), dot(view.near, spot)]
  }
  const line = (points: readonly (readonly number[])[]) =>
    `M${points.map((p) => `${round(p[0] ?? 0)} ${round(height - (p[1] ?? 0))}`).join('L')}Z`
  // A plane seen from far away: three of its points say how all of it lies on the screen.
  const origin = seen(0, height)
  const across = seen(1, height)
  const along = seen(0, height - 1)
  const matrix = [
    across[0] - origin[0],
    across[1] - origin[1],
    along[0] - origin[0],
    along[1] - origin[1],
    origin[0],
    origin[1],
  ]
  const normal = normalOf(pose)
  const facing = dot(normal, view.near)
  const sign = facing >= 0 ? 1 : -1
  const light =
    sign * (0.5 * dot(normal, view.near) - 0.35 * dot(normal, view.right) - 0.45 * dot(normal, view.down))
  return {
    body,
    facet,
    mat,
    path: [ring, ...openings].map(line).join(''),
    matrix: matrix.map((value) => value.toFixed(5)).join(' '),
    printed: facing >= 0,
    light: Math.max(0, Math.min(1, 0.45 + 0.6 * light)),
    spots: ring.map((p) => seen(p[0] ?? 0, p[1] ?? 0)),
    normal: [dot(normal, view.right), dot(normal, view.down), dot(normal, view.near)],
  }
}

const round = (value: number) => Math.round(value * 1000) / 1000

/** Which plates are drawn first: one is behind another where it lies wholly behind its plane. */
function backToFront(placed: Placed[]): Plate[] {
  const left = [...placed].sort((one, other) => depth(one) - depth(other))
  const frames = left.map(frameOf)
  const over = left.map((one, n) =>
    left.flatMap((other, m) => (n !== m && meet(frames[n], frames[m]) && isBehind(one, other) ? [m] : [])),
  )
  // How many must still be drawn before each.
  const waits = left.map(() => 0)
  for (const those of over) for (const m of those) waits[m] = (waits[m] ?? 0) + 1
  const done = left.map(() => false)
  const order: Plate[] = []
  while (order.length < left.length) {
    const free = left.findIndex((_, n) => !done[n] && !waits[n])
    // Where they lie before one another in a ring, the farthest goes first.
    const next = free >= 0 ? free : done.indexOf(false)
    const one = left[next]
    if (!one) break
    done[next] = true
    for (const m of over[next] ?? []) waits[m] = (waits[m] ?? 0) - 1
    order.push(one)
  }
  return order
}

type Frame = readonly [number, number, number, number]

/** The box on the screen that holds a plate. */
function frameOf(plate: Placed): Frame {
  const xs = plate.spots.map((spot) => spot[0])
  const ys = plate.spots.map((spot) => spot[1])
  return [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
}

const meet = (a: Frame | undefined, b: Frame | undefined) =>
  a !== undefined && b !== undefined && a[0] < b[1] && b[0] < a[1] && a[2] < b[3] && b[2] < a[3]

const depth = (one: Placed) => one.spots.reduce((sum, spot) => sum + spot[2], 0) / one.spots.length

const NEAR = 1e-4
const SPECK = 0.01 // mm², too little to be seen

/** Whether the first must be drawn before the second: they overlap on the screen, and it is behind there. */
function isBehind(one: Placed, other: Placed): boolean {
  const at = overlap(one.spots, other.spots)
  if (!at) return false
  return depthAt(other, at) - depthAt(one, at) > NEAR
}

/** How near a plate is to the eye at a place on the screen. */
function depthAt(plate: Placed, [x, y]: [number, number]): number {
  const [a, b, c] = plate.normal
  const [px, py, pz] = plate.spots[0] ?? [0, 0, 0]
  return Math.abs(c) < 1e-6 ? pz : pz - (a * (x - px) + b * (y - py)) / c
}

/** The middle of what two plates cover both; null where that is nothing. The second is taken as convex. */
function overlap(one: readonly Vector[], other: readonly Vector[]): [number, number] | null {
  let shape: [number, number][] = one.map((spot) => [spot[0], spot[1]])
  const sign = Math.sign(area(other.map((spot) => [spot[0], spot[1]])))
  for (let n = 0; n < other.length && shape.length; n++) {
    const a = other[n]
    const b = other[(n + 1) % other.length]
    if (!a || !b) continue
    const side = (p: [number, number]) =>
      sign * ((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]))
    const kept: [number, number][] = []
    shape.forEach((p, k) => {
      const q = shape[(k + 1) % shape.length] ?? p
      const [s, t] = [side(p), side(q)]
      if (s >= 0) kept.push(p)
      if (s * t < 0) kept.push([p[0] + ((q[0] - p[0]) * s) / (s - t), p[1] + ((q[1] - p[1]) * s) / (s - t)])
    })
    shape = kept
  }
  if (shape.length < 3 || Math.abs(area(shape)) < SPECK) return null
  const sum = shape.reduce<[number, number]>((at, p) => [at[0] + p[0], at[1] + p[1]], [0, 0])
  return [sum[0] / shape.length, sum[1] / shape.length]
}

function area(ring: readonly [number, number][]): number {
  return (
    ring.reduce((sum, p, n) => {
      const q = ring[(n + 1) % ring.length] ?? p
      return sum + p[0] * q[1] - q[0] * p[1]
    }, 0) / 2
  )
}
