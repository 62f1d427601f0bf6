import { plural, t } from '@lingui/core/macro'
import { money } from './format'

/** A cost as far as it is known: what has no price is in no sum, and unknown money is not 0. */
export function costSaid(amount: string, missing: number, currency: string): string {
  if (!missing) return money(amount, currency)
  if (!Number(amount)) return t`no price yet`
  return t`at least ${money(amount, currency)}`
}

/** Why a cost is more than it says; nothing where every price is known. */
export function missingSaid(missing: number): string {
  return missing ? plural(missing, { one: '# price missing', other: '# prices missing' }) : ''
}
