/** What differs between a class as it was planned and as it was, free of React. */
import { t } from '@lingui/core/macro'
import { number, spell } from '../i18n/format'
import type { Log, LogThing, StepTaken } from './useLog'

/** What is known of how much of a thing was used: what somebody said, or what cutting moved. */
export const reallyUsed = (thing: LogThing): string | null => thing.used ?? thing.seen

/** The seconds that a batch took: what somebody said, or all that a guide timed where it timed every step. */
export function reallyTook(step: StepTaken): number | null {
  if (step.took !== null) return step.took
  return step.seen !== null && step.timed === step.steps ? step.seen : null
}

/** Sentences such as “Loam kraft: planned 8, used 9”; only of what is known and differs. */
export function differencesOf(log: Log): string[] {
  const things = log.things.flatMap((thing) => {
    const used = reallyUsed(thing)
    if (used === null || used === thing.planned) return []
    const { name, planned } = thing
    const unit = thing.unit ? ` ${thing.unit}` : ''
    return thing.width
      ? [t`${name}: planned to keep ${planned} of an offcut, kept ${used}`]
      : [t`${name}: planned ${planned}${unit}, used ${used}${unit}`]
  })
  const planned = log.batches.filter((one) => one.planned !== null && reallyTook(one) !== null)
  const before = planned.reduce((sum, one) => sum + (one.planned ?? 0), 0)
  const really = planned.reduce((sum, one) => sum + (reallyTook(one) ?? 0), 0)
  const [said, was] = [spell(Math.round(before / 60)), spell(Math.round(really / 60))]
  const time =
    planned.length && said !== was ? [t`The batches that were timed: planned ${said}, took ${was}`] : []
  const spoilt = log.miscuts.reduce((sum, one) => sum + one.count, 0)
  const miscut = spoilt ? [t`Spoilt at the trimmer: ${number(spoilt)}`] : []
  const out = log.things.filter((thing) => thing.ran_out).map((thing) => thing.name)
  const ran = out.length ? [t`Ran out: ${out.join(', ')}`] : []
  return [...things, ...time, ...miscut, ...ran]
}
