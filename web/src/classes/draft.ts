/** Editing a class's document, free of React. */
import { t } from '@lingui/core/macro'
import type { ClassIn, KitClass, Piece } from '../api/client'

/** The part of a class that is saved. */
export function draftOf(kitClass: KitClass): ClassIn {
  return {
    version: kitClass.version,
    units: kitClass.units,
    name: kitClass.name,
    project: kitClass.project,
    date: kitClass.date,
    place: kitClass.place,
    seats: kitClass.seats,
    samples: kitClass.samples,
    spares: kitClass.spares,
    fee: kitClass.fee,
    style: kitClass.style,
    sheets_at_once: kitClass.sheets_at_once,
    keep_offcut: kitClass.keep_offcut,
    trimmer: kitClass.trimmer,
    mix_sizes: kitClass.mix_sizes,
    papers_together: kitClass.papers_together,
    empty_last: kitClass.empty_last,
    squaring: kitClass.squaring,
    safety: kitClass.safety,
    most_piles: kitClass.most_piles,
    variant: kitClass.variant,
    extras: kitClass.extras,
    other_fees: kitClass.other_fees,
    at_table: kitClass.at_table,
    colourways: (kitClass.colourways ?? []).map(({ name, share, ready, variant, papers }) => ({
      name,
      share,
      ready,
      variant,
      papers,
    })),
  }
}

/** The colourways whose kits take a piece of the list; all of them, but where the class mixes versions. */
export const takersOf = (kitClass: KitClass, piece: string) =>
  (kitClass.colourways ?? []).filter((colourway) => !colourway.without?.includes(piece))

/** How many pieces a kit of each colourway holds: the fewest and the most. */
export function piecesOf(kitClass: KitClass, pieces: readonly Piece[]): [number, number] {
  const held = (colourways: KitClass['colourways']) =>
    (colourways ?? []).map(({ without }) =>
      pieces.reduce((sum, piece) => sum + (without?.includes(piece.name) ? 0 : (piece.per_kit ?? 1)), 0),
    )
  const counts = held(kitClass.colourways)
  const all = pieces.reduce((sum, piece) => sum + (piece.per_kit ?? 1), 0)
  return counts.length ? [Math.min(...counts), Math.max(...counts)] : [all, all]
}

/** Kits that are there from earlier classes. */
export const readyOf = (draft: ClassIn) =>
  (draft.colourways ?? []).reduce((sum, colourway) => sum + colourway.ready, 0)

/** The kits that are made. */
export const kitsOf = (draft: ClassIn) =>
  Math.max(0, (draft.seats ?? 0) + (draft.samples ?? 0) + (draft.spares ?? 0) - readyOf(draft))

/** The draft with a paper chosen for a role in one colourway. */
export function withPaper(draft: ClassIn, colourway: number, role: string, paper: number): ClassIn {
  const colourways = (draft.colourways ?? []).map((c, n) =>
    n === colourway ? { ...c, papers: { ...c.papers, [role]: paper } } : c,
  )
  return { ...draft, colourways }
}

/** The draft with a colourway in two: so many kits as they are, the others with another paper for a role. */
export function splitColourway(
  draft: ClassIn,
  kits: number[],
  at: number,
  first: number,
  role: string,
  then: number,
): ClassIn {
  const names = new Set((draft.colourways ?? []).map((c) => c.name))
  const colourways = (draft.colourways ?? []).flatMap((colourway, n) => {
    const own = kits[n] ?? 0
    // Shares are weights: the kits themselves give just these kits.
    if (n !== at) return [{ ...colourway, share: own }]
    let count = 2
    while (names.has(`${colourway.name} ${count}`)) count++
    const papers = { ...colourway.papers, [role]: then }
    return [
      { ...colourway, share: first },
      { ...colourway, name: `${colourway.name} ${count}`, share: own - first, ready: 0, papers },
    ]
  })
  return { ...draft, colourways }
}

/** The draft with one more colourway, in the papers of the last. */
export function withColourway(draft: ClassIn): ClassIn {
  const colourways = draft.colourways ?? []
  const named = (n: number) => t`Colourway ${n}`
  let n = colourways.length + 1
  while (colourways.some((c) => c.name === named(n))) n++
  const papers = { ...colourways.at(-1)?.papers }
  const variant = colourways.at(-1)?.variant ?? ''
  return { ...draft, colourways: [...colourways, { name: named(n), share: 1, ready: 0, variant, papers }] }
}
