/** Numbers and dates in words. */

export function counted(count: number, one: string, many = `${one}s`): string {
  return `${count.toLocaleString('en-GB').replaceAll(',', ' ')} ${count === 1 ? one : many}`
}

const SIGNS: Record<string, string> = {
  EUR: '€',
  GBP: '£',
  USD: '$',
  AUD: 'A$',
  CAD: 'C$',
  NZD: 'NZ$',
}

/** Money as decimal text with its currency; the digits are the server's own. */
export function money(amount: string, currency: string): string {
  const [whole = '0', cents] = amount.replace('-', '').split('.')
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, ' ')
  const number = cents === undefined ? grouped : `${grouped}.${cents}`
  const minus = amount.startsWith('-') ? '−' : ''
  const sign = SIGNS[currency]
  return sign ? `${minus}${sign}${number}` : `${minus}${number} ${currency}`
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

/** A date such as Wed 2 December 2026. */
export function dayOf(date: string): string {
  return new Date(`${date}T12:00:00`).toLocaleDateString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
  })
}

/** How far off a day is. */
export function daysAway(days: number): string {
  if (days === 0) return 'today'
  if (days === 1) return 'tomorrow'
  if (days === -1) return 'yesterday'
  if (days < 0) return `${-days} days ago`
  return days < 21 ? `in ${days} days` : `in ${Math.round(days / 7)} weeks`
}

/** A, B, ... Z, AA: the letter of a piece or layout, so that colour never stands alone. */
export function letterOf(index: number): string {
  const last = String.fromCharCode(65 + (index % 26))
  return index < 26 ? last : letterOf(Math.floor(index / 26) - 1) + last
}
