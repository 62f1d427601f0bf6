/** The steps at the trimmer, one after the other, free of React. Lengths in nm. */
import { t } from '@lingui/core/macro'
import type { Batch, Cutting, Layout, Region, Round, Stroke } from '../api/client'
import { pieces, strips as stripsOf } from '../i18n/counts'

export interface Step {
  stroke: Stroke
  /** What the rule is set to. */
  setting: number
  /** Whether the trimmer has to be set for this step. */
  setNow: boolean
  /** Whether it only squares sheets: what comes off is waste, and nothing is measured by it. */
  squaring: boolean
  /** Piles that wait for a later setting when this one is done; only with its last step. */
  waiting: Batch['waiting']
  /** Which setting of how many, in its round. */
  batch: number
  batches: number
  round: Round
}

/** Every step of every round, in order. */
export function stepsOf(cutting: Pick<Cutting, 'rounds'>): Step[] {
  return cutting.rounds.flatMap((round) =>
    round.cutting.batches.flatMap((batch, n) =>
      batch.strokes.map((stroke, k) => ({
        stroke,
        setting: batch.setting,
        setNow: k === 0,
        squaring: batch.squaring ?? false,
        waiting: k === batch.strokes.length - 1 ? (batch.waiting ?? []) : [],
        batch: n + 1,
        batches: round.cutting.batches.length,
        round,
      })),
    ),
  )
}

/** The layouts on which a step's parts lie, each once, with its parts. */
export function sheetsOf(step: Step): { layout: Layout; parts: Stroke['parts'] }[] {
  const letters = [...new Set(step.stroke.parts.map((part) => part.layout))]
  return letters.flatMap((letter) => {
    const paper = step.round.papers.find((row) => row.paper === step.stroke.paper)
    const layout = paper?.layouts.find((row) => row.letter === letter)
    return layout ? [{ layout, parts: step.stroke.parts.filter((part) => part.layout === letter) }] : []
  })
}

/** Where the blade comes down on a part, nm from its near edge. */
export function bladesOf(step: Step): number[] {
  return Array.from({ length: step.stroke.times }, (_, n) => step.setting * (n + 1))
}

/** Whether what is left of a part, when it is not cut again, is large enough to keep. */
function restKept(step: Step): boolean {
  const { stroke, setting } = step
  const off = setting * stroke.times
  const rest = ({ x, y }: Region) => (stroke.along === 'width' ? [x + off, y] : [x, y + off])
  return sheetsOf(step).some(({ layout, parts }) =>
    parts.some((part) => {
      const [x, y] = rest(part.region)
      return layout.residuals.some((left) => left.kept && left.region.x === x && left.region.y === y)
    }),
  )
}

/** What one strip, and what is left, turn into. */
export function outcomeOf(step: Step): string[] {
  return [stripWords(step), restWords(step)]
}

function stripWords({ stroke }: Step): string {
  const strips = stroke.count * stroke.times
  if (stroke.strip === 'waste') return t`What comes off cannot be used.`
  if (stroke.strip === 'strip')
    return t`Gives ${stripsOf(strips)} for ${stroke.gives.join(t` or `)}: keep the strip whole.`
  if (stroke.gives.length) return t`Gives ${pieces(strips)}: ${stroke.gives.join(t` or `)}.`
  return strips === 1
    ? t`Gives ${stripsOf(strips)} to cut again. Keep it in a pile.`
    : t`Gives ${stripsOf(strips)} to cut again. Keep them in a pile.`
}

function restWords(step: Step): string {
  const { stroke } = step
  if (stroke.rest === 'piece' && stroke.rest_gives)
    return t`What is left is ${pieces(stroke.count)} too: ${stroke.rest_gives}. Measure it.`
  if (stroke.rest === 'strip' && stroke.rest_gives)
    return t`What is left is a strip for ${stroke.rest_gives}: keep it whole.`
  if (stroke.rest === 'part') return t`What is left is cut again: keep it in a pile of its own.`
  return restKept(step)
    ? t`What is left is worth keeping: put it with the offcuts.`
    : t`What is left is waste.`
}

const inside = (inner: Region, outer: Region) =>
  inner.x >= outer.x &&
  inner.y >= outer.y &&
  inner.x + inner.width <= outer.x + outer.width &&
  inner.y + inner.height <= outer.y + outer.height

/** The pieces that a step's parts still hold or give, so that a miscut can name one. */
export function piecesIn(step: Step): string[] {
  const names = new Set([...step.stroke.gives, ...(step.stroke.rest_gives ? [step.stroke.rest_gives] : [])])
  for (const { layout, parts } of sheetsOf(step))
    for (const part of parts)
      for (const place of layout.placements) if (inside(place.region, part.region)) names.add(place.piece)
  return [...names]
}
