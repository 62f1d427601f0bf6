/** What a kit is made into, side by side on a table. Free of React; mm, x to the right and y up. */
import type { Schemas } from '../../api/client'
import { after, cross, type Pose, posesOf, put, type Vector, vector } from './motion'
import { type Body, type Patch, type Stands, turned } from './scene'

export type Thing = Schemas['ThingOut']

/** The table stands as the screen does. */
export const TABLE: Stands = { up: [0, 1, 0], front: [0, 0, 1] }

const GAP = 18

/** What a body looks like: its size flat, and the mats on it. */
export interface Look {
  size: { width: number; height: number }
  patches: Patch[]
}

/** Every piece where it is at a share of the way from flat and apart to closed and together. */
export function bodiesOf(things: Thing[], looks: Look[][], share: number): Body[] {
  let across = 0
  return things.flatMap((thing, t) => {
    const [up, front] = [vector(thing.up), vector(thing.front)]
    const upright: Pose = { turn: [cross(up, front), up, front], shift: [0, 0, 0] }
    const placed = thing.pieces.map((one) => {
      const [x, y, z] = vector(one.shift)
      const [ax, ay, az] = vector(one.away)
      const apart = 1 - share
      const [a, b, c] = one.turn.map(vector)
      const turn = [a, b, c] as unknown as Pose['turn']
      return after(upright, { turn, shift: [x + ax * apart, y + ay * apart, z + az * apart] })
    })
    const spots = thing.pieces.flatMap((one, n) => spotsOf(one, placed[n], share))
    const [low, high] = [0, 1, 2].reduce<[number[], number[]]>(
      ([from, to], k) => {
        const values = spots.map((spot) => spot[k] ?? 0)
        return [
          [...from, Math.min(...values)],
          [...to, Math.max(...values)],
        ]
      },
      [[], []],
    )
    const shift: Vector = [across - (low[0] ?? 0), -(low[1] ?? 0), -((low[2] ?? 0) + (high[2] ?? 0)) / 2]
    across += (high[0] ?? 0) - (low[0] ?? 0) + GAP
    return thing.pieces.map((one, n): Body => {
      const place = placed[n] ?? upright
      const moved = place.shift.map((v, k) => v + (shift[k] ?? 0)) as unknown as Vector
      const look = looks[t]?.[n] ?? { size: { width: 1, height: 1 }, patches: [] }
      return {
        shape: one,
        ...look,
        place: { ...place, shift: moved },
        lift: turned(upright, vector(one.lift)),
      }
    })
  })
}

function spotsOf(one: Thing['pieces'][number], place: Pose | undefined, share: number): Vector[] {
  const poses = posesOf(one, share)
  return one.facets.flatMap((facet, n) => {
    const pose = poses[n]
    return pose && place ? facet.ring.map((at) => put(after(place, pose), at[0] ?? 0, at[1] ?? 0)) : []
  })
}
