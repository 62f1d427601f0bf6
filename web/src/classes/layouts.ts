/** Layouts as a person cuts them: those that are cut alike are one, whatever their colourway. */
import type { Layout } from '../api/client'

/** The sheets of one paper, as planned or as pinned; nothing is said to be proved of what is pinned. */
export interface SheetsOfPaper {
  paper: string
  sheets: number
  layouts: Layout[]
  offcuts_used: number
  safety?: number
  proof?: { proved: boolean; lowerBound: number; mixed: boolean }
}

export interface PieceCount {
  piece: string
  /** On one sheet. */
  each: number
  /** On all sheets of this layout, by colourway. */
  byColourway: { colourway: string; count: number }[]
}

export interface CutAlike {
  layout: Layout
  times: number
  pieces: PieceCount[]
}

export function cutAlike(layouts: Layout[]): CutAlike[] {
  const groups = new Map<string, Layout[]>()
  for (const layout of layouts) {
    groups.set(layout.letter, [...(groups.get(layout.letter) ?? []), layout])
  }
  return [...groups.values()].flatMap((alike) => {
    const first = alike[0]
    if (!first) return []
    const pieces = new Map<string, Map<string, number>>()
    for (const layout of alike)
      for (const place of layout.placements) {
        const counts = pieces.get(place.piece) ?? new Map<string, number>()
        counts.set(place.colourway, (counts.get(place.colourway) ?? 0) + layout.times)
        pieces.set(place.piece, counts)
      }
    return [
      {
        layout: first,
        times: alike.reduce((sum, layout) => sum + layout.times, 0),
        pieces: [...pieces].map(([piece, counts]) => ({
          piece,
          each: first.placements.filter((place) => place.piece === piece).length,
          byColourway: [...counts].map(([colourway, count]) => ({ colourway, count })),
        })),
      },
    ]
  })
}

/** The trimmer settings of a layout in the order of its cuts, each once, in nm. */
export function settingsOf(layout: Layout): number[] {
  return [...new Set(layout.cuts.map((cut) => cut.setting))]
}
