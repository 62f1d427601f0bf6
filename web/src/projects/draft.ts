/** Editing a project's document, free of React. */
import { t } from '@lingui/core/macro'
import type { LinesDoc, Piece, Project, ProjectIn, Schemas } from '../api/client'
import { freeName } from '../ui/text/names'

type Side = 'width' | 'height'

/** The part of a project that is saved. */
export function draftOf(project: Project): ProjectIn {
  return {
    version: project.version,
    units: project.units,
    name: project.name,
    pieces: project.pieces,
    fits: project.fits,
    supplies: project.supplies,
    tools: project.tools,
    steps: project.steps,
    contents: project.contents,
    variants: project.variants,
  }
}

export function newPiece(pieces: Piece[]): Piece {
  const last = pieces.at(-1)
  const named = (n: number) => t`Piece ${n}`
  let n = pieces.length + 1
  while (pieces.some((piece) => piece.name === named(n))) n++
  return {
    name: named(n),
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
    pitch: '0',
    spares: 0,
    faces: [],
    portion: 'whole',
    scrap: false,
    outline: 'rectangle',
    removed: [],
    windows: [],
    notches: [],
    ends: [],
  }
}

/** An empty list of that name. */
export const emptyProject = (name: string): ProjectIn => ({
  version: 0,
  name,
  pieces: [],
  fits: [],
  supplies: [],
  tools: [],
  steps: [],
  contents: [],
  variants: [],
})

const isFull = (group: LinesDoc, along: Side) =>
  group.along === along && group.from == null && group.to == null && !group.relief

/** Full-length scores along a side as they are typed: `1, 4 1/2`. */
export function scoresText(piece: Piece, along: Side): string {
  return (piece.scores ?? [])
    .filter((group) => isFull(group, along))
    .flatMap((group) => group.at ?? [])
    .join(', ')
}

/** How many score lines are not full-length, and so are not in the text. */
export function otherScores(piece: Piece): number {
  return (piece.scores ?? []).filter((g) => !isFull(g, 'width') && !isFull(g, 'height')).length
}

/** The piece with the full-length scores along a side typed again; how each folds and its other scores stay. */
export function withScores(piece: Piece, along: Side, text: string): Piece {
  const typed = text
    .split(/[,;]/)
    .map((part) => part.trim())
    .filter(Boolean)
  const before = (piece.scores ?? [])
    .filter((group) => isFull(group, along))
    .flatMap((group) => (group.at ?? []).map((at) => ({ ...group, at: [at] })))
  const found = typed.map((at, n): LinesDoc => {
    // The same distance, or where none was added or removed the one in its place.
    const same = before.find((group) => group.at[0] === at)
    const old = same ?? (typed.length === before.length ? before[n] : undefined)
    return { ...old, along, at: [at] }
  })
  const others = (piece.scores ?? []).filter((group) => !isFull(group, along))
  const groups = joined(found)
  return { ...piece, scores: along === 'width' ? [...groups, ...others] : [...others, ...groups] }
}

/** Neighbours that fold alike as one group. */
function joined(groups: LinesDoc[]): LinesDoc[] {
  return groups.reduce<LinesDoc[]>((done, group) => {
    const last = done.at(-1)
    const alike =
      last &&
      (last.fold ?? 'valley') === (group.fold ?? 'valley') &&
      (last.angle ?? null) === (group.angle ?? null)
    if (!alike) return [...done, group]
    return [...done.slice(0, -1), { ...last, at: [...(last.at ?? []), ...(group.at ?? [])] }]
  }, [])
}

/** Whether a piece of that name is in another row. */
export const isTaken = (draft: ProjectIn, index: number, name: string): boolean =>
  (draft.pieces ?? []).some((piece, n) => n !== index && piece.name === name)

/**
 * The list with one piece changed. All that names it follows a new name; a name that another piece has
 * gets a number, or what names the one would from then on follow the other.
 */
export function withPiece(draft: ProjectIn, index: number, changed: Piece): ProjectIn {
  const before = draft.pieces?.[index]
  const others = () => (draft.pieces ?? []).filter((_, n) => n !== index).map((other) => other.name)
  const piece =
    before?.name === changed.name ? changed : { ...changed, name: freeName(changed.name, others()) }
  const renamed = (name: string) => (before && name === before.name ? piece.name : name)
  const pieces = (draft.pieces ?? []).map((other, n) => {
    if (n === index) return piece
    const [mat, die] = [other.mat_of, other.pass_of]
    if (!mat && !die) return other
    return {
      ...other,
      ...(mat ? { mat_of: { ...mat, piece: renamed(mat.piece) } } : {}),
      ...(die ? { pass_of: { ...die, piece: renamed(die.piece) } } : {}),
    }
  })
  const steps = (draft.steps ?? []).map((step) => ({ ...step, pieces: step.pieces.map(renamed) }))
  const contents = (draft.contents ?? []).map((thing) => ({ ...thing, piece: renamed(thing.piece) }))
  const variants = (draft.variants ?? []).map((version) => ({
    ...version,
    numbers: version.numbers.map((number) => ({ ...number, piece: renamed(number.piece) })),
    counts: version.counts.map((count) => ({ ...count, piece: renamed(count.piece) })),
    papers: version.papers.map((paper) => ({ ...paper, piece: renamed(paper.piece) })),
    left_out: version.left_out.map(renamed),
  }))
  const fits = (draft.fits ?? []).map((fit) => ({
    ...fit,
    outer: renamed(fit.outer),
    inner: renamed(fit.inner),
  }))
  const supplies = (draft.supplies ?? []).map((use) =>
    use.lifts ? { ...use, lifts: use.lifts.map(renamed) } : use,
  )
  return { ...draft, pieces, fits, steps, contents, variants, supplies }
}

/** The list without the pieces from one row to another, nor what named them. */
export function withoutPieces(draft: ProjectIn, first: number, last: number): ProjectIn {
  const pieces = draft.pieces ?? []
  const gone = new Set(pieces.slice(first, last + 1).map((piece) => piece.name))
  return {
    ...draft,
    pieces: pieces.filter((_, n) => n < first || n > last),
    fits: (draft.fits ?? []).filter((fit) => !gone.has(fit.outer) && !gone.has(fit.inner)),
    steps: (draft.steps ?? []).map((step) => ({
      ...step,
      pieces: step.pieces.filter((name) => !gone.has(name)),
    })),
    supplies: (draft.supplies ?? []).map((use) =>
      use.lifts ? { ...use, lifts: use.lifts.filter((name) => !gone.has(name)) } : use,
    ),
    variants: (draft.variants ?? []).map((version) => ({
      ...version,
      numbers: version.numbers.filter((number) => !gone.has(number.piece)),
      counts: version.counts.filter((count) => !gone.has(count.piece)),
      papers: version.papers.filter((paper) => !gone.has(paper.piece)),
      left_out: version.left_out.filter((name) => !gone.has(name)),
    })),
  }
}

/** The list with a copy of a piece below it, under a name of its own. */
export function duplicatedPiece(draft: ProjectIn, index: number): ProjectIn {
  const pieces = [...(draft.pieces ?? [])]
  const piece = pieces[index]
  if (!piece) return draft
  const names = pieces.map((other) => other.name)
  pieces.splice(index + 1, 0, { ...piece, name: freeName(piece.name, names) })
  return { ...draft, pieces }
}

/** The list with a piece taken from one row and put at another. */
export function placedPiece(draft: ProjectIn, from: number, to: number): ProjectIn {
  const pieces = [...(draft.pieces ?? [])]
  const [piece] = pieces.splice(from, 1)
  if (!piece || from === to) return draft
  pieces.splice(to, 0, piece)
  return { ...draft, pieces }
}

/** The document with a fix in it: the pieces it gives put in their lines, other parts whole. */
export function withChanges(draft: ProjectIn, { pieces, ...parts }: Schemas['ChangesDoc']): ProjectIn {
  const given = Object.entries(parts).filter(([, value]) => value !== null && value !== undefined)
  const fixed = [...(draft.pieces ?? [])]
  for (const { at, piece } of pieces ?? []) fixed[Math.min(at, fixed.length)] = piece
  return { ...draft, ...(Object.fromEntries(given) as Partial<ProjectIn>), pieces: fixed }
}

/** Minutes a kit of all the steps that say theirs, as text; empty where none does. */
export function minutesOf(steps: Schemas['StepDoc'][]): string {
  const said = steps.map((step) => Number(step.minutes ?? '')).filter((minutes) => minutes > 0)
  const total = said.reduce((sum, minutes) => sum + minutes, 0)
  return total ? String(Math.round(total * 100) / 100) : ''
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
  message: string
}

/** Faults by piece: `pieces[2].scores[0].at[1]` is the field `scores` of piece 2. */
export function faultsOf(faults: { path: string; message: string }[], index: number): CellFault[] {
  return faults.flatMap((fault) => {
    const found = /^pieces\[(\d+)\]\.?(\w*)/.exec(fault.path)
    return found && Number(found[1]) === index ? [{ field: found[2] || 'name', message: fault.message }] : []
  })
}
