/** Numbers, money and days as the studio's place writes them. Lengths are not: they are read back. */
import { plural, t } from '@lingui/core/macro'

let place = 'en-GB'

/** Write numbers, money and days as this place does (a BCP 47 tag such as `de-AT`) from now on. */
export function writeAsIn(tag: string): void {
  place = tag
}

/** English as the place writes its days: 2 December in most, December 2 in some. */
function daysOf(): string {
  const region = new Intl.Locale(place).region ?? 'GB'
  const own = `en-${region}`
  return new Intl.DateTimeFormat(own).resolvedOptions().locale === own ? own : 'en-001'
}

/** A number with the place's separators. */
export const number = (value: number): string => new Intl.NumberFormat(place).format(value)

/** Money as decimal text with its currency (ISO 4217); the digits are the server's own. */
export function money(amount: string, currency: string): string {
  const digits = amount.split('.')[1]?.length ?? 0
  const style = new Intl.NumberFormat(place, {
    style: 'currency',
    currency,
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
  })
  return style.format(amount as Intl.StringNumericLiteral)
}

/** How many decimals a currency has: 2 for most, 0 for some, 3 for a few (ISO 4217, as the browser knows it). */
export function decimalsOf(currency: string): number {
  try {
    const style = new Intl.NumberFormat('en', { style: 'currency', currency })
    return style.resolvedOptions().maximumFractionDigits ?? 2
  } catch {
    return 2
  }
}

/** An amount, a decimal text, rounded to the decimals of its currency; halves go up. */
export function roundedMoney(amount: string, currency: string): string {
  const digits = decimalsOf(currency)
  const [whole = '0', rest = ''] = amount.replace('-', '').split('.')
  const scaled = BigInt(whole + rest.padEnd(digits + 1, '0').slice(0, digits + 1))
  const units = ((scaled + 5n) / 10n).toString().padStart(digits + 1, '0')
  const minus = amount.startsWith('-') ? '-' : ''
  return digits ? `${minus}${units.slice(0, -digits)}.${units.slice(-digits)}` : minus + units
}

/** The exact sum of amounts of one currency, each a decimal text with the same decimals. */
export function sumOf(amounts: string[]): string {
  const digits = Math.max(0, ...amounts.map((amount) => amount.split('.')[1]?.length ?? 0))
  const units = amounts.map((amount) => {
    const [whole = '0', cents = ''] = amount.split('.')
    return BigInt(whole + cents.padEnd(digits, '0'))
  })
  const total = units.reduce((sum, unit) => sum + unit, 0n)
  if (digits === 0) return total.toString()
  const text = total.toString().padStart(digits + 1, '0')
  return `${text.slice(0, -digits)}.${text.slice(-digits)}`
}

/** A day such as Wed 2 December 2026. */
export function dayOf(date: string): string {
  return new Date(`${date.slice(0, 10)}T12:00:00`).toLocaleDateString(daysOf(), {
    weekday: 'short',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
  })
}

/** The day of a moment, without its weekday. */
export function dateOf(moment: string): string {
  return new Date(moment).toLocaleDateString(daysOf(), { day: 'numeric', month: 'long', year: 'numeric' })
}

/** A moment to the minute, its day first. */
export function momentOf(moment: string): string {
  return `${dateOf(moment)}, ${timeOf(moment)}`
}

/** The time of day of a moment. */
export function timeOf(moment: string): string {
  return new Date(moment).toLocaleTimeString(daysOf(), { hour: 'numeric', minute: '2-digit' })
}

/** How far off a day is. */
export function daysAway(days: number): string {
  if (days === 0) return t`today`
  if (days === 1) return t`tomorrow`
  if (days === -1) return t`yesterday`
  const past = number(-days)
  if (days < 0) return plural(-days, { one: `${past} day ago`, other: `${past} days ago` })
  const ahead = number(days)
  if (days < 21) return plural(days, { one: `in ${ahead} day`, other: `in ${ahead} days` })
  const weeks = Math.round(days / 7)
  const many = number(weeks)
  return plural(weeks, { one: `in ${many} week`, other: `in ${many} weeks` })
}

/** Minutes as people say them: 45 min, 1 h, 1 h 40. */
export function spell(minutes: number): string {
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60]
  if (!hours) return t`${rest} min`
  return rest ? t`${hours} h ${String(rest).padStart(2, '0')}` : t`${hours} h`
}
