/** The lines of a piece's document in nanometres; what cannot be read is left out of the drawing. */
import type { LinesDoc, Piece } from '../../api/client'
import type { Segment } from './geometry'
import { drawnNm, type Units } from '../text/length'

/** Where a mark's distance is written: the group of the document and its place in it. */
export interface MarkRef {
  kind: 'scores' | 'slits'
  group: number
  at: number
}

export interface Mark {
  ref: MarkRef
  along: 'width' | 'height'
  at: number
  start: number | null
  end: number | null
  mountain: boolean
  relief: number
  /** How far it is folded by hand, in degrees; null where the form of the piece says. */
  angle: number | null
}

export interface Marks {
  scores: Mark[]
  slits: Mark[]
  diagonals: (Segment & { mountain: boolean })[]
  /** Positions of full-length scores, which make panels. */
  fullAlongWidth: number[]
  fullAlongHeight: number[]
}

export const sameMark = (a: MarkRef | null, b: MarkRef): boolean =>
  a !== null && a.kind === b.kind && a.group === b.group && a.at === b.at

function linesOf(kind: MarkRef['kind'], groups: LinesDoc[], units: Units): Mark[] {
  return groups.flatMap((group, g) => {
    const along = group.along
    if (!along) return []
    const end = (text: LinesDoc['from']) => (typeof text === 'string' ? drawnNm(text, units) : null)
    return (group.at ?? []).flatMap((text, n) => {
      const at = drawnNm(text, units)
      return at === null
        ? []
        : [
            {
              ref: { kind, group: g, at: n },
              along,
              at,
              start: end(group.from),
              end: end(group.to),
              mountain: group.fold === 'mountain',
              relief: group.relief ? (drawnNm(group.relief, units) ?? 0) : 0,
              angle: group.angle ?? null,
            },
          ]
    })
  })
}

export function marksOf(piece: Piece, units: Units): Marks {
  const scores = linesOf('scores', piece.scores ?? [], units)
  const full = (along: 'width' | 'height') =>
    scores.filter((s) => s.along === along && s.start === null && s.end === null).map((s) => s.at)
  const diagonals = (piece.scores ?? []).flatMap((group) => {
    if (group.along || !Array.isArray(group.from) || !Array.isArray(group.to)) return []
    const [x1, y1, x2, y2] = [...group.from, ...group.to].map((text) => drawnNm(text, units))
    const mountain = group.fold === 'mountain'
    return x1 != null && y1 != null && x2 != null && y2 != null ? [{ x1, y1, x2, y2, mountain }] : []
  })
  return {
    scores,
    slits: linesOf('slits', piece.slits ?? [], units),
    diagonals,
    fullAlongWidth: full('width'),
    fullAlongHeight: full('height'),
  }
}

/** The piece with one mark's distance rewritten. */
export function withMark(piece: Piece, ref: MarkRef, text: string): Piece {
  const groups = (piece[ref.kind] ?? []).map((group, g) =>
    g === ref.group ? { ...group, at: (group.at ?? []).map((old, n) => (n === ref.at ? text : old)) } : group,
  )
  return { ...piece, [ref.kind]: groups }
}

/** The sizes between marks along a side, nm; marks off the side are left out. */
export function panelsOf(at: number[], side: number): number[] {
  const marks = [0, ...at.filter((nm) => nm > 0 && nm < side).sort((a, b) => a - b), side]
  return marks.slice(1).map((nm, n) => nm - (marks[n] ?? 0))
}

/** The lower left corner and size of a panel, nm; null where there is none. */
export function panelBox(
  piece: Piece,
  units: Units,
  column: number,
  row: number,
): { x: number; y: number; width: number; height: number } | null {
  const width = drawnNm(piece.width, units)
  const height = drawnNm(piece.height, units)
  if (!width || !height) return null
  const marks = marksOf(piece, units)
  const wide = panelsOf(marks.fullAlongWidth, width)
  const high = panelsOf(marks.fullAlongHeight, height)
  const w = wide[column - 1]
  const h = high[row - 1]
  if (w === undefined || h === undefined) return null
  const sum = (sizes: number[]) => sizes.reduce((a, b) => a + b, 0)
  return { x: sum(wide.slice(0, column - 1)), y: sum(high.slice(0, row - 1)), width: w, height: h }
}

/** A distance moved to the nearest groove, kept inside the side; all in nm. */
export function snapped(nm: number, groove: number, side: number): number {
  const near = Math.round(nm / groove) * groove
  return Math.min(Math.max(near, groove), side - (side % groove || groove))
}

/** The box of the panels that a mat lies over, from its first to its last; null where one is not there. */
export function spanBox(piece: Piece, units: Units, on: NonNullable<Piece['mat_of']>) {
  const first = panelBox(piece, units, on.column ?? 1, on.row ?? 1)
  const last = panelBox(piece, units, on.to_column ?? on.column ?? 1, on.to_row ?? on.row ?? 1)
  if (!first || !last) return null
  const x = Math.min(first.x, last.x)
  const y = Math.min(first.y, last.y)
  return {
    x,
    y,
    width: Math.max(first.x + first.width, last.x + last.width) - x,
    height: Math.max(first.y + first.height, last.y + last.height) - y,
  }
}
