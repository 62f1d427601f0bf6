/** The steps at the trimmer, one after the other, free of React. Lengths in mm. */
import type { Cutting, Layout, Round, Stroke } from '../api/client'
import { counted } from '../ui/words'

export interface Step {
  stroke: Stroke
  /** What the rule is set to. */
  setting: number
  /** Whether the trimmer has to be set for this step. */
  setNow: boolean
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

/** Where the blade comes down on a part, mm from its near edge. */
export function bladesOf(step: Step): number[] {
  return Array.from({ length: step.stroke.times }, (_, n) => step.setting * (n + 1))
}

/** Whether what is left of a part, when it is not cut again, is large enough to keep. */
function restKept(step: Step): boolean {
  const { stroke, setting } = step
  const off = setting * stroke.times
  return sheetsOf(step).some(({ layout, parts }) =>
    parts.some((part) =>
      layout.offcuts.some(
        (left) =>
          left.kept &&
          Math.abs(left.x - part.x - (stroke.along === 'width' ? off : 0)) < 1e-6 &&
          Math.abs(left.y - part.y - (stroke.along === 'height' ? off : 0)) < 1e-6,
      ),
    ),
  )
}

/** What one strip, and what is left, turn into. */
export function outcomeOf(step: Step): string[] {
  const { stroke } = step
  const strips = stroke.count * stroke.times
  const said: string[] = []
  if (stroke.strip === 'waste') said.push('What comes off cannot be used.')
  else if (stroke.gives.length) said.push(`Gives ${counted(strips, 'piece')}: ${stroke.gives.join(' or ')}.`)
  else
    said.push(
      `Gives ${counted(strips, 'strip')} to cut again. Keep ${strips === 1 ? 'it' : 'them'} in a pile.`,
    )
  if (stroke.rest === 'piece' && stroke.rest_gives)
    said.push(`What is left is ${counted(stroke.count, 'piece')} too: ${stroke.rest_gives}.`)
  else if (stroke.rest === 'part') said.push('What is left is cut again: keep it in a pile of its own.')
  else if (restKept(step)) said.push('What is left is worth keeping: put it with the offcuts.')
  else said.push('What is left is waste.')
  return said
}

/** The pieces that a step's parts still hold or give, so that a miscut can name one. */
export function piecesIn(step: Step): string[] {
  const names = new Set([...step.stroke.gives, ...(step.stroke.rest_gives ? [step.stroke.rest_gives] : [])])
  for (const { layout, parts } of sheetsOf(step))
    for (const part of parts)
      for (const place of layout.placements)
        if (
          place.x >= part.x - 1e-6 &&
          place.y >= part.y - 1e-6 &&
          place.x + place.width <= part.x + part.width + 1e-6 &&
          place.y + place.height <= part.y + part.height + 1e-6
        )
          names.add(place.piece)
  return [...names]
}
