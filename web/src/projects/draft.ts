/** Editing a project's document, free of React. */
import type { LinesDoc, Piece, Project, ProjectIn } from '../api/client'

type Side = 'width' | 'height'

/** The part of a project that is saved. */
export function draftOf(project: Project): ProjectIn {
  return {
    version: project.version,
    name: project.name,
    pieces: project.pieces,
    fits: project.fits,
    supplies: project.supplies,
  }
}

export function newPiece(pieces: Piece[]): Piece {
  const last = pieces.at(-1)
  let n = pieces.length + 1
  while (pieces.some((piece) => piece.name === `Piece ${n}`)) n++
  return {
    name: `Piece ${n}`,
    paper: last?.paper ?? 'body',
    per_kit: 1,
    width: '',
    height: '',
    scores: [],
    slits: [],
    holes: [],
    corners: [],
    tabs: [],
    follows_print: last?.follows_print ?? true,
    cut: 'trim',
    margin: '0',
  }
}

const isPlain = (group: LinesDoc, along: Side) =>
  group.along === along && group.from == null && group.to == null

/** Full-length scores along a side as they are typed: `1, 4 1/2`. */
export function scoresText(piece: Piece, along: Side): string {
  return (piece.scores ?? [])
    .filter((group) => isPlain(group, along))
    .flatMap((group) => group.at ?? [])
    .join(', ')
}

/** How many score lines are not full-length, and so stand beside the text. */
export function otherScores(piece: Piece): number {
  return (piece.scores ?? []).filter((g) => !isPlain(g, 'width') && !isPlain(g, 'height')).length
}

/** The piece with the full-length scores along a side typed anew; its other scores stay. */
export function withScores(piece: Piece, along: Side, text: string): Piece {
  const at = text
    .split(/[,;]/)
    .map((part) => part.trim())
    .filter(Boolean)
  const others = (piece.scores ?? []).filter((group) => !isPlain(group, along))
  const group: LinesDoc[] = at.length ? [{ along, at }] : []
  return { ...piece, scores: along === 'width' ? [...group, ...others] : [...others, ...group] }
}

/** The list with one piece changed; a new name is followed by its mats and fits. */
export function withPiece(draft: ProjectIn, index: number, piece: Piece): ProjectIn {
  const before = draft.pieces?.[index]
  const renamed = (name: string) => (before && name === before.name ? piece.name : name)
  const pieces = (draft.pieces ?? []).map((other, n) => {
    if (n === index) return piece
    return other.mat_of
      ? { ...other, mat_of: { ...other.mat_of, piece: renamed(other.mat_of.piece) } }
      : other
  })
  const fits = (draft.fits ?? []).map((fit) => ({
    ...fit,
    outer: renamed(fit.outer),
    inner: renamed(fit.inner),
  }))
  return { ...draft, pieces, fits }
}

/** The list without a piece, and without the fits that named it. */
export function withoutPiece(draft: ProjectIn, index: number): ProjectIn {
  const gone = draft.pieces?.[index]?.name
  return {
    ...draft,
    pieces: (draft.pieces ?? []).filter((_, n) => n !== index),
    fits: (draft.fits ?? []).filter((fit) => fit.outer !== gone && fit.inner !== gone),
  }
}

/** The list with a piece moved up (-1) or down (1). */
export function movedPiece(draft: ProjectIn, index: number, by: -1 | 1): ProjectIn {
  const pieces = [...(draft.pieces ?? [])]
  const there = index + by
  const a = pieces[index]
  const b = pieces[there]
  if (!a || !b) return draft
  pieces[index] = b
  pieces[there] = a
  return { ...draft, pieces }
}

export interface CellFault {
  field: string
  says: string
}

/** Faults by piece: `pieces[2].scores[0].at[1]` is the field `scores` of piece 2. */
export function faultsOf(faults: { path: string; says: string }[], index: number): CellFault[] {
  return faults.flatMap((fault) => {
    const found = /^pieces\[(\d+)\]\.?(\w*)/.exec(fault.path)
    return found && Number(found[1]) === index ? [{ field: found[2] || 'name', says: fault.says }] : []
  })
}
