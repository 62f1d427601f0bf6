/** Sister versions: the list but for some named numbers. Free of React. */
import { t } from '@lingui/core/macro'
import type { ProjectIn, Schemas } from '../api/client'
import { freeName } from '../ui/text/names'

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

const sideOf = (side: string) => (side === 'height' ? t`height` : t`width`)

const endOf = (which: string) => (which === 'from' ? t`from` : t`to`)

/** A number's name as it is said: `score 2 along the width`. */
export function numberSaid(number: string): string {
  const [kind, side = '', count = '', which] = number.split(' ')
  if (kind === 'width' || kind === 'height') return sideOf(kind)
  if (kind === 'margin') return t`margin`
  if (kind === 'hole') return holeSaid(side, count)
  if (kind !== 'score' && kind !== 'slit') return number
  const along = sideOf(side)
  const line = kind === 'score' ? t`score ${count} along the ${along}` : t`slit ${count} along the ${along}`
  return which ? `${line}, ${endOf(which)}` : line
}

function holeSaid(which: string, part: string | undefined): string {
  if (part === 'x') return t`hole ${which}, from the left`
  if (part === 'y') return t`hole ${which}, from the bottom`
  return t`hole ${which}, across`
}
