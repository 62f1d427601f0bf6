/** Whether a class is behind or ahead, free of React. Moments and spans are in minutes. */
import type { Schemas } from '../api/client'

export type TableStep = Schemas['AtTableOut']
type Ticks = Record<string, number>

/** What is kept among the ticks: the minute at which the class began, the breaks it had, since when it has one. */
export const [BEGUN, BREAKS, PAUSED] = ['begun', 'breaks', 'paused']

export const minuteOf = (now: Date) => Math.floor(now.getTime() / 60_000)

/** How long a step takes everybody: the last of those who take turns, and what dries. 0 where nobody said. */
export const minutesOf = (step: TableStep) => ((step.seconds ?? 0) * step.sharing) / 60 + step.waits

/** How long the class has been at work, without its breaks; 0 before it began. */
export function elapsed(ticks: Ticks, now: number): number {
  const begun = ticks[BEGUN] ?? 0
  if (!begun) return 0
  const since = ticks[PAUSED] ?? 0
  return Math.max(0, (since || now) - begun - (ticks[BREAKS] ?? 0))
}

/** What begins, ends or resumes the work, as ticks. */
export const begin = (now: number): Ticks => ({ [BEGUN]: now, [BREAKS]: 0, [PAUSED]: 0 })

/** As before the class: nothing is done, and no clock runs. */
export const startOver = (steps: TableStep[]): Ticks => ({
  ...Object.fromEntries(steps.map((step) => [step.key, 0])),
  [BEGUN]: 0,
  [BREAKS]: 0,
  [PAUSED]: 0,
})

export const pause = (now: number): Ticks => ({ [PAUSED]: now })
export const resume = (ticks: Ticks, now: number): Ticks => ({
  [PAUSED]: 0,
  [BREAKS]: (ticks[BREAKS] ?? 0) + Math.max(0, now - (ticks[PAUSED] || now)),
})

/** When each step is due to begin and to end, in minutes from the beginning. */
export function dueTimes(steps: TableStep[]): { from: number; to: number }[] {
  let at = 0
  return steps.map((step) => {
    const from = at
    at += minutesOf(step)
    return { from, to: at }
  })
}

/**
 * By how much a class that is at a step is behind (more than 0) or ahead (less than 0): behind once the step
 * should be over, ahead while it should not have begun.
 */
export function standing(steps: TableStep[], at: number, worked: number): number {
  const due = dueTimes(steps)[at]
  const last = dueTimes(steps).at(-1)?.to ?? 0
  if (!due) return worked - last
  if (worked > due.to) return worked - due.to
  return worked < due.from ? worked - due.from : 0
}
