/** The steps at the scoring board, one after the other, free of React. Lengths in nm. */
import { t } from '@lingui/core/macro'
import type { Schemas } from '../api/client'

export type Scoring = Schemas['ScoringOut']
type Stroke = Schemas['ScoreStrokeOut']
type Marked = Schemas['MarkedOut']

export interface ScoreStep {
  key: string
  piece: string
  count: number
  facing: Stroke['facing']
  /** A straight score at a stop of the board, or lines between marks. */
  stroke: Stroke | null
  marked: Marked | null
  phase: 'long' | 'short' | 'marks'
  /** What the stop is set to; 0 for lines between marks. */
  distance: number
  onGroove: boolean
  /** Whether the board has to be set for this step. */
  setNow: boolean
  /** Which stop of how many. */
  stop: number
  stops: number
}

/** Every step in its order: stop by stop, then what goes between marks. */
export function scoreSteps(scoring: Scoring): ScoreStep[] {
  const stops = scoring.batches.length + (scoring.marked.length ? 1 : 0)
  const straight = scoring.batches.flatMap((batch, n) =>
    batch.strokes.map((stroke, k) => ({
      key: stroke.key,
      piece: stroke.piece,
      count: stroke.count,
      facing: stroke.facing,
      stroke,
      marked: null,
      phase: batch.phase,
      distance: batch.distance,
      onGroove: batch.on_groove,
      setNow: k === 0,
      stop: n + 1,
      stops,
    })),
  )
  const between = scoring.marked.map((one, k) => ({
    key: one.key,
    piece: one.piece,
    count: one.count,
    facing: one.facing,
    stroke: null,
    marked: one,
    phase: 'marks' as const,
    distance: 0,
    onGroove: true,
    setNow: k === 0,
    stop: stops,
    stops,
  }))
  return [...straight, ...between]
}

/** How many pieces of a step are still to do; a class that grew has some more of a step that was done. */
export const leftOf = (step: { key: string; count: number }, ticks: Record<string, number>) =>
  Math.max(0, step.count - (ticks[step.key] ?? 0))

/** The first step that is not done; the number of steps where all are. */
export function placeIn(steps: { key: string; count: number }[], ticks: Record<string, number>): number {
  const found = steps.findIndex((step) => leftOf(step, ticks) > 0)
  return found < 0 ? steps.length : found
}

const edges = (): Record<Stroke['edge'], string> => ({
  left: t`left edge`,
  right: t`right edge`,
  top: t`top edge`,
  bottom: t`bottom edge`,
})

/** The name of an edge of the piece, as its print lies. */
export const edgeName = (edge: Stroke['edge']) => edges()[edge]
