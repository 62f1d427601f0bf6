/** A piece's outer edge as an SVG path: corners, shaped ends and notches, or an oval. */
import type { Piece, Schemas } from '../../api/client'
import { drawnNm, type Units } from '../text/length'

type Edge = 'left' | 'top' | 'right' | 'bottom'
type Corner = Schemas['CornerDoc']['at'][number]
type End = Schemas['EndDoc']

// Clockwise on the screen: each edge begins at a corner and is walked from there.
const EDGES: Edge[] = ['left', 'top', 'right', 'bottom']
const FIRST: Record<Edge, Corner> = { left: 'bottom-left', top: 'top-left', right: 'top-right', bottom: 'bottom-right' } // prettier-ignore
const WALK: Record<Edge, [number, number]> = { left: [0, 1], top: [1, 0], right: [0, -1], bottom: [-1, 0] }

/* eslint-disable lingui/no-unlocalized-strings -- path commands, not words */

/** The outline of a piece in px, y down; `scale` is px per nm. A mark that cannot be read is left out. */
export function outlineOf(piece: Piece, units: Units, scale: number): string {
  const nm = (text: string | null | undefined) => (text ? (drawnNm(text, units) ?? 0) : 0)
  const [width, height] = [nm(piece.width), nm(piece.height)]
  const at = (x: number, y: number) => `${round(x * scale)} ${round((height - y) * scale)}`
  const arc = (rx: number, ry: number, to: string, inward = false) =>
    `A${round(rx * scale)} ${round(ry * scale)} 0 0 ${inward ? 0 : 1} ${to}`
  if (piece.outline === 'oval') {
    const [rx, ry] = [width / 2, height / 2]
    return `M${at(0, ry)} ${arc(rx, ry, at(width, ry))} ${arc(rx, ry, at(0, ry))} Z`
  }
  const ends = piece.ends ?? []
  const endOf = (edge: Edge) => ends.find((end) => end.edge === edge && nm(end.depth) > 0)
  const steps = EDGES.flatMap((edge, n) => {
    const level = edge === 'top' || edge === 'bottom'
    const length = level ? width : height
    const across = level ? height : width
    const [dx, dy] = WALK[edge]
    const x0 = FIRST[edge].includes('left') ? 0 : width
    const y0 = FIRST[edge].includes('bottom') ? 0 : height
    const on = (along: number, inward = 0) => at(x0 + dx * along + dy * inward, y0 + dy * along - dx * inward)
    const end = endOf(edge)
    if (end) return shaped(end, nm, length, across, on).map((point) => `L${point}`)
    const before = endOf(EDGES[(n + 3) % 4] as Edge)
    return [...(before ? [] : corner(edge)), ...notches(edge)]

    function corner(edge: Edge): string[] {
      const cut = (piece.corners ?? []).find((c) => c.at.includes(FIRST[edge]) && nm(c.size) > 0)
      if (!cut) return [`L${on(0)}`]
      const most = Math.min(width, height)
      const size = Math.min(nm(cut.size), most)
      const rise = cut.rise ? Math.min(nm(cut.rise), most) : size
      const [here, there] = level ? [size, rise] : [rise, size]
      const [came, goes] = [on(0, there), on(here)]
      if (cut.shape === 'round') return [`L${came}`, arc(size, rise, goes)]
      return cut.shape === 'notch'
        ? [`L${came}`, `L${on(here, there)}`, `L${goes}`]
        : [`L${came}`, `L${goes}`]
    }

    function notches(edge: Edge): string[] {
      const backwards = edge === 'right' || edge === 'bottom'
      return (piece.notches ?? [])
        .filter((notch) => notch.edge === edge && nm(notch.width) > 0)
        .map((notch) => {
          const middle = notch.at ? nm(notch.at) : length / 2
          return { notch, at: backwards ? length - middle : middle }
        })
        .sort((a, b) => a.at - b.at)
        .flatMap(({ notch, at: middle }) => {
          const [half, depth] = [nm(notch.width) / 2, nm(notch.depth)]
          const [from, to] = [`L${on(middle - half)}`, on(middle + half)]
          if (notch.shape !== 'rounded') return [from, `L${on(middle, depth)}`, `L${to}`]
          const [rx, ry] = level ? [half, depth] : [depth, half]
          return [from, arc(rx, ry, to, true)]
        })
    }
  })
  return `M${steps.join(' ').slice(1)} Z`
}

function shaped(
  end: End,
  nm: (text: string | null | undefined) => number,
  length: number,
  across: number,
  on: (along: number, inward?: number) => string,
): string[] {
  const depth = Math.min(nm(end.depth), across)
  if (end.shape === 'forked') return [on(0), on(length / 2, depth), on(length)]
  const inset = end.shape === 'pointed' ? length / 2 : Math.min(nm(end.inset), length / 2)
  const tip = inset === length / 2 ? [on(inset)] : [on(inset), on(length - inset)]
  return [on(0, depth), ...tip, on(length, depth)]
}

const round = (px: number) => Math.round(px * 1000) / 1000
