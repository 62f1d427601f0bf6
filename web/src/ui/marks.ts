/** The lines of a piece's document in millimetres; what cannot be read is left out of the drawing. */
import type { LinesDoc, Piece } from '../api/client'
import type { Segment } from './drawing'
import { drawnMm, type Units } from './length'

export interface Mark {
  along: 'width' | 'height'
  at: number
  start: number | null
  end: number | null
}

export interface Marks {
  scores: Mark[]
  slits: Mark[]
  diagonals: Segment[]
  /** Positions of full-length scores, which make panels. */
  fullAlongWidth: number[]
  fullAlongHeight: number[]
}

function linesOf(groups: LinesDoc[], units: Units): Mark[] {
  return groups.flatMap((group) => {
    const along = group.along
    if (!along) return []
    const end = (text: LinesDoc['from']) => (typeof text === 'string' ? drawnMm(text, units) : null)
    return (group.at ?? []).flatMap((text) => {
      const at = drawnMm(text, units)
      return at === null ? [] : [{ along, at, start: end(group.from), end: end(group.to) }]
    })
  })
}

export function marksOf(piece: Piece, units: Units): Marks {
  const scores = linesOf(piece.scores ?? [], units)
  const full = (along: 'width' | 'height') =>
    scores.filter((s) => s.along === along && s.start === null && s.end === null).map((s) => s.at)
  const diagonals = (piece.scores ?? []).flatMap((group) => {
    if (group.along || !Array.isArray(group.from) || !Array.isArray(group.to)) return []
    const [x1, y1, x2, y2] = [...group.from, ...group.to].map((text) => drawnMm(text, units))
    return x1 != null && y1 != null && x2 != null && y2 != null ? [{ x1, y1, x2, y2 }] : []
  })
  return {
    scores,
    slits: linesOf(piece.slits ?? [], units),
    diagonals,
    fullAlongWidth: full('width'),
    fullAlongHeight: full('height'),
  }
}
