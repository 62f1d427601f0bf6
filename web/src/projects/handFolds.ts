/** Folds that are set by hand: an angle and a way for each score of a piece. */
import type { LinesDoc, Piece } from '../api/client'

/** One score as its fold is set: where it is in the document, and how many scores come before it. */
export interface HandFold {
  number: number
  group: number
  /** Its place in the group; null for a diagonal. */
  at: number | null
  doc: LinesDoc
}

export type Way = 'valley' | 'mountain'

/** Every score of the piece, in the order of its document. */
export function handFolds(piece: Piece): HandFold[] {
  let number = 0
  return (piece.scores ?? []).flatMap((doc, group): HandFold[] =>
    doc.along
      ? (doc.at ?? []).map((_, at) => ({ number: number++, group, at, doc }))
      : [{ number: number++, group, at: null, doc }],
  )
}

export const isSetByHand = (piece: Piece) => (piece.scores ?? []).some((group) => group.angle != null)

/** The piece with one score folded so; a group of scores that fold otherwise is divided. */
export function withFold(piece: Piece, fold: HandFold, angle: number | null, way: Way): Piece {
  const scores = (piece.scores ?? []).flatMap((doc, group) => {
    if (group !== fold.group) return [doc]
    const set = { ...doc, angle, fold: way }
    const at = doc.at ?? []
    if (fold.at === null || at.length < 2) return [set]
    return [
      { ...doc, at: at.slice(0, fold.at) },
      { ...set, at: at.slice(fold.at, fold.at + 1) },
      { ...doc, at: at.slice(fold.at + 1) },
    ].filter((part) => part.at.length)
  })
  return { ...piece, scores }
}

/** The piece with all its scores folded so, or as its form folds them. */
export const withFolds = (piece: Piece, angle: number | null, way?: Way): Piece => ({
  ...piece,
  scores: (piece.scores ?? []).map((doc) => ({ ...doc, angle, ...(way ? { fold: way } : {}) })),
})
