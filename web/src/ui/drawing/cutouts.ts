/** Windows, removed panels and holes of a piece, in nanometres with y up. */
import type { Piece } from '../../api/client'
import { drawnNm, type Units } from '../text/length'
import type { Box } from './geometry'
import { marksOf, panelBox } from './marks'

export interface Opening extends Box {
  oval: boolean
}

/** Its windows where they are; one on a panel that is not there is left out. */
export function windowsOf(piece: Piece, units: Units): Opening[] {
  const nm = (text: string | null | undefined) => (text ? drawnNm(text, units) : null)
  const whole = { x: 0, y: 0, width: nm(piece.width) ?? 0, height: nm(piece.height) ?? 0 }
  return (piece.windows ?? []).flatMap((window) => {
    const [width, height] = [nm(window.width), nm(window.height)]
    const within = window.column ? panelBox(piece, units, window.column, window.row ?? 1) : whole
    if (!width || !height || !within) return []
    const x = window.x == null ? (within.width - width) / 2 : (nm(window.x) ?? 0)
    const y = window.y == null ? (within.height - height) / 2 : (nm(window.y) ?? 0)
    return [{ x: within.x + x, y: within.y + y, width, height, oval: window.shape === 'oval' }]
  })
}

/** The panels that are cut away. */
export const removedOf = (piece: Piece, units: Units): Box[] =>
  (piece.removed ?? []).flatMap((panel) => panelBox(piece, units, panel.column, panel.row) ?? [])

export interface Pierced {
  x: number
  y: number
  diameter: number
}

/**
 * Every hole of the piece lying flat. One that is made through the folded layers is met in each panel at
 * its mirror in the score between that panel and the one before.
 */
export function holesOf(piece: Piece, units: Units): Pierced[] {
  return (piece.holes ?? []).flatMap((hole) => {
    const [x, y, diameter] = [hole.x, hole.y, hole.diameter].map((text) => drawnNm(text, units))
    if (x == null || y == null || !diameter) return []
    const side = hole.through
    if (!side) return [{ x, y, diameter }]
    const marks = marksOf(piece, units)
    const size = drawnNm(side === 'width' ? piece.width : piece.height, units) ?? 0
    const scores = side === 'width' ? marks.fullAlongWidth : marks.fullAlongHeight
    const own = side === 'width' ? x : y
    return pierced(own, scores, size).map((at) =>
      side === 'width' ? { x: at, y, diameter } : { x, y: at, diameter },
    )
  })
}

/** Where a place is met in each panel of a strip that is folded flat at these scores; itself first. */
export function pierced(own: number, scores: number[], size: number): number[] {
  const inside = [...new Set(scores)].filter((at) => at > 0 && at < size).sort((a, b) => a - b)
  const edges = [0, ...inside, size]
  const here = edges.findIndex((edge, n) => edge <= own && own < (edges[n + 1] ?? -1))
  if (here < 0) return [own]
  const found = [own]
  for (const step of [1, -1]) {
    let at = own
    for (let n = here + step; n >= 0 && n < edges.length - 1; n += step) {
      const [start = 0, end = 0] = [edges[n], edges[n + 1]]
      at = 2 * (step > 0 ? start : end) - at
      if (at >= start && at <= end) found.push(at)
    }
  }
  return found
}
