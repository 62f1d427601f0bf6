/** Versions: the list with some numbers, papers, supplies and pieces of its own. Free of React. */
import { t } from '@lingui/core/macro'
import type { ProjectIn, Schemas } from '../api/client'
import { freeName } from '../ui/text/names'
import { newId } from '../ui/newId'

export type NumberRow = Schemas['NumberOut']
type Variant = Schemas['VariantDoc']

const same = (a: { piece: string; number: string }, b: { piece: string; number: string }) =>
  a.piece === b.piece && a.number === b.number

/** The numbers in which any version differs, in the order of the list. */
export const rowsThatDiffer = (doc: ProjectIn, numbers: NumberRow[]): NumberRow[] =>
  numbers.filter((row) => (doc.variants ?? []).some((v) => v.numbers.some((n) => same(n, row))))

/** A number as a version has it; undefined where it shares the list's. */
export const valueIn = (variant: Variant, row: NumberRow): string | undefined =>
  variant.numbers.find((n) => same(n, row))?.value

/** The document with one number of one version written; an empty text shares the list's again. */
export function withValue(doc: ProjectIn, version: number, row: NumberRow, value: string): ProjectIn {
  const variants = (doc.variants ?? []).map((variant, n) => {
    if (n !== version) return variant
    const others = variant.numbers.filter((number) => !same(number, row))
    return {
      ...variant,
      numbers: value.trim() ? [...others, { piece: row.piece, number: row.number, value }] : others,
    }
  })
  return { ...doc, variants }
}

/** A version that changes these numbers and nothing else. */
export const newVersion = (name: string, numbers: Variant['numbers'] = []): Variant => ({
  id: newId(),
  name,
  numbers,
  counts: [],
  papers: [],
  supplies: [],
  without: [],
  added: [],
  left_out: [],
})

/** The document with one more version under a name of its own. */
export function withVersion(doc: ProjectIn, name: string, numbers: Variant['numbers']): ProjectIn {
  const variants = doc.variants ?? []
  const names = variants.map((version) => version.name)
  return { ...doc, variants: [...variants, newVersion(freeName(name, names), numbers)] }
}

/** The document with a version renamed. */
export function withVersionName(doc: ProjectIn, at: number, name: string): ProjectIn {
  return { ...doc, variants: (doc.variants ?? []).map((other, n) => (n === at ? { ...other, name } : other)) }
}

/** The document without one of its versions. */
export function withoutVersion(doc: ProjectIn, at: number): ProjectIn {
  return { ...doc, variants: (doc.variants ?? []).filter((_, n) => n !== at) }
}

/** Every number in the centimetres that are taught for it. */
export const nominal = (numbers: NumberRow[]): Variant['numbers'] =>
  numbers.map(({ piece, number, nominal: value }) => ({ piece, number, value }))

type Change = 'counts' | 'papers'

/** The pieces that any version counts, cuts or leaves out another way than the list. */
export const piecesThatDiffer = (doc: ProjectIn): string[] => {
  const named = (doc.variants ?? []).flatMap((v) => [
    ...v.counts.map((count) => count.piece),
    ...v.papers.map((paper) => paper.piece),
    ...v.left_out,
  ])
  return (doc.pieces ?? []).map((piece) => piece.name).filter((name) => named.includes(name))
}

const withVariant = (doc: ProjectIn, at: number, change: (variant: Variant) => Variant): ProjectIn => ({
  ...doc,
  variants: (doc.variants ?? []).map((variant, n) => (n === at ? change(variant) : variant)),
})

/** How many of a piece a version's kit takes; null shares the list's count again. */
export const withCount = (doc: ProjectIn, at: number, piece: string, count: number | null): ProjectIn =>
  withVariant(doc, at, (v) => ({
    ...v,
    counts: [...others(v, 'counts', piece), ...(count === null ? [] : [{ piece, per_kit: count }])],
  }))

/** The paper a version cuts a piece from; an empty one shares the list's again. */
export const withPaper = (doc: ProjectIn, at: number, piece: string, paper: string): ProjectIn =>
  withVariant(doc, at, (v) => ({
    ...v,
    papers: [...others(v, 'papers', piece), ...(paper ? [{ piece, paper }] : [])],
  }))

/** The document whose version has a piece, or leaves it out. */
export const withLeftOut = (doc: ProjectIn, at: number, piece: string, out: boolean): ProjectIn =>
  withVariant(doc, at, (v) => ({
    ...v,
    left_out: [...v.left_out.filter((name) => name !== piece), ...(out ? [piece] : [])],
  }))

/** What a version's kit takes of a supply: an amount, false for none, or null for what the list says. */
export const withSupply = (
  doc: ProjectIn,
  at: number,
  use: Schemas['UseDoc'],
  amount: string | null | false,
): ProjectIn =>
  withVariant(doc, at, (v) => ({
    ...v,
    without: [...v.without.filter((id) => id !== use.supply), ...(amount === false ? [use.supply] : [])],
    supplies: [
      ...v.supplies.filter((other) => other.supply !== use.supply),
      ...(amount === null || amount === false ? [] : [{ ...use, per_kit: amount }]),
    ],
  }))

/** A version with a piece of its own, or without it again. */
export const withPieceAdded = (doc: ProjectIn, at: number, piece: Schemas['PieceDoc']): ProjectIn =>
  withVariant(doc, at, (v) => {
    const taken = [...(doc.pieces ?? []), ...v.added].map((other) => other.name)
    return { ...v, added: [...v.added, { ...piece, name: freeName(piece.name, taken) }] }
  })
export const withoutPieceAdded = (doc: ProjectIn, at: number, name: string): ProjectIn =>
  withVariant(doc, at, (v) => ({ ...v, added: v.added.filter((piece) => piece.name !== name) }))

function others<K extends Change>(variant: Variant, key: K, piece: string): Variant[K] {
  return (variant[key] as { piece: string }[]).filter((row) => row.piece !== piece) as Variant[K]
}

const sideOf = (side: string) => (side === 'height' ? t`height` : t`width`)

const endOf = (which: string) =>
  which === 'from' ? t`from` : which === 'relief' ? t`width of the wedge` : t`to`

/** Numbers of diagonals, corners, windows, notches and ends: which one, and which of its numbers. */
function partSaid(kind: string, which: string, word: string): string {
  const kinds: Record<string, string> = {
    diagonal: t`diagonal ${which}`,
    corner: t`corner ${which}`,
    window: t`window ${which}`,
    notch: t`notch ${which}`,
    end: t`end ${which}`,
  }
  const words: Record<string, string> = {
    x: t`from the left`,
    y: t`from the bottom`,
    'from x': t`begins, from the left`,
    'from y': t`begins, from the bottom`,
    'to x': t`ends, from the left`,
    'to y': t`ends, from the bottom`,
    width: t`width`,
    height: t`height`,
    depth: t`depth`,
    inset: t`off each side`,
    rise: t`up the edge`,
    at: t`place along the edge`,
  }
  const named = kinds[kind] ?? kind
  return word ? t`${named}, ${words[word] ?? word}` : named
}

/** A number's name as it is said: `score 2 along the width`. */
export function numberSaid(number: string): string {
  const [kind, side = '', count = '', which] = number.split(' ')
  if (kind === 'width' || kind === 'height') return sideOf(kind)
  if (kind === 'margin') return t`margin`
  if (kind === 'pitch') return t`distance on a strip`
  if (kind === 'hole') return holeSaid(side, count)
  if (kind !== 'score' && kind !== 'slit')
    return partSaid(kind ?? '', side, number.split(' ').slice(2).join(' '))
  const along = sideOf(side)
  const line = kind === 'score' ? t`score ${count} along the ${along}` : t`slit ${count} along the ${along}`
  return which ? `${line}, ${endOf(which)}` : line
}

function holeSaid(which: string, part: string | undefined): string {
  if (part === 'x') return t`hole ${which}, from the left`
  if (part === 'y') return t`hole ${which}, from the bottom`
  return t`hole ${which}, across`
}
