/** Where each facet is with its hinges part of the way folded; the same product of rotations as the core's. */
import type { Schemas } from '../../api/client'

export type Shape = Schemas['ShapeOut']
export type Vector = readonly [number, number, number]
type Row = Vector

/** A rotation by its rows, and a shift, mm. */
export interface Pose {
  turn: readonly [Row, Row, Row]
  shift: Vector
}

/** A piece as facets and hinges. */
export type Folding = Pick<Shape, 'facets' | 'hinges' | 'base'>

export const FLAT: Pose = {
  turn: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  shift: [0, 0, 0],
}

export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]

export const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]

export const vector = (row: readonly number[]): Vector => [row[0] ?? 0, row[1] ?? 0, row[2] ?? 0]

/** Where a point of the flat piece is. */
export const put = (pose: Pose, x: number, y: number): Vector => {
  const at = (n: 0 | 1 | 2) => pose.turn[n][0] * x + pose.turn[n][1] * y + pose.shift[n]
  return [at(0), at(1), at(2)]
}

/** Which way the printed side looks. */
export const normalOf = (pose: Pose): Vector => [pose.turn[0][2], pose.turn[1][2], pose.turn[2][2]]

/** A motion after another. */
export function after(second: Pose, first: Pose): Pose {
  const column = (n: 0 | 1 | 2): Vector => [first.turn[0][n], first.turn[1][n], first.turn[2][n]]
  const row = (r: Row): Row => [dot(r, column(0)), dot(r, column(1)), dot(r, column(2))]
  const [a, b, c] = second.turn
  return {
    turn: [row(a), row(b), row(c)],
    shift: [
      dot(a, first.shift) + second.shift[0],
      dot(b, first.shift) + second.shift[1],
      dot(c, first.shift) + second.shift[2],
    ],
  }
}

/** A rotation about a line of the flat piece. Source: Rodrigues' formula for an axis (u, v, 0). */
function about(start: readonly number[], end: readonly number[], degrees: number): Pose {
  const [x, y] = [start[0] ?? 0, start[1] ?? 0]
  const [dx, dy] = [(end[0] ?? 0) - x, (end[1] ?? 0) - y]
  const length = Math.hypot(dx, dy)
  const [u, v] = [dx / length, dy / length]
  const c = Math.cos((degrees * Math.PI) / 180)
  const s = Math.sin((degrees * Math.PI) / 180)
  const k = 1 - c
  const turn: Pose['turn'] = [
    [c + u * u * k, u * v * k, v * s],
    [u * v * k, c + v * v * k, -u * s],
    [-v * s, u * s, c],
  ]
  const moved = turn.map((row) => row[0] * x + row[1] * y)
  return { turn, shift: [x - (moved[0] ?? 0), y - (moved[1] ?? 0), -(moved[2] ?? 0)] }
}

/** A point inside a ring, for telling on which side of a hinge it lies. */
export function middleOf(ring: readonly (readonly number[])[]): [number, number] {
  const sum = ring.reduce<[number, number]>((at, p) => [at[0] + (p[0] ?? 0), at[1] + (p[1] ?? 0)], [0, 0])
  return [sum[0] / ring.length, sum[1] / ring.length]
}

/** Each facet's pose at a share of the way: 0 is flat, 1 closed. Null for one that hangs on nothing. */
export function posesOf(shape: Folding, share: number, opened = false): (Pose | null)[] {
  const poses: (Pose | null)[] = shape.facets.map(() => null)
  if (!shape.facets[shape.base]) return poses
  poses[shape.base] = FLAT
  const waiting = [shape.base]
  for (let here = waiting.shift(); here !== undefined; here = waiting.shift()) {
    const pose = poses[here]
    if (!pose) continue
    for (const hinge of shape.hinges) {
      if (hinge.one !== here && hinge.other !== here) continue
      const there = hinge.one === here ? hinge.other : hinge.one
      const facet = shape.facets[there]
      if (!facet || poses[there]) continue
      const [ax, ay] = [hinge.start[0] ?? 0, hinge.start[1] ?? 0]
      const [bx, by] = [hinge.end[0] ?? 0, hinge.end[1] ?? 0]
      const [mx, my] = middleOf(facet.ring)
      const left = (bx - ax) * (my - ay) - (by - ay) * (mx - ax) > 0
      const angle = (opened ? hinge.opened : hinge.closed) * share
      poses[there] = after(
        pose,
        left ? about(hinge.start, hinge.end, angle) : about(hinge.end, hinge.start, angle),
      )
      waiting.push(there)
    }
  }
  return poses
}
