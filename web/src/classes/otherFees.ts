/** Fees that only some of the seats pay, free of React. */
import type { ClassIn } from '../api/client'

export type OtherFee = NonNullable<ClassIn['other_fees']>[number]

/** Seats on each of the other fees and, last, on the usual one; the first have theirs where there are too few. */
export function seatsByFee(draft: ClassIn): number[] {
  let left = draft.seats ?? 0
  const found = (draft.other_fees ?? []).map((other) => {
    const taken = Math.min(left, other.seats)
    left -= taken
    return taken
  })
  return [...found, left]
}

/** The draft with its other fees changed; costs that are for one of them go along with its name, or with it. */
export function withFees(draft: ClassIn, fees: OtherFee[], renamed?: [string, string]): ClassIn {
  const names = new Set(fees.map((other) => other.name))
  const extras = (draft.extras ?? []).map((extra) => {
    const only = renamed && extra.only === renamed[0] ? renamed[1] : extra.only
    return { ...extra, only: only && names.has(only) ? only : '' }
  })
  return { ...draft, other_fees: fees, extras }
}
