/** Exact lengths, as in the core: whole nanometres. The tests read the core's own table. */

export type Units = 'in' | 'cm' | 'mm'

const PER: Record<Units, bigint> = { in: 25_400_000n, cm: 10_000_000n, mm: 1_000_000n }
const SIXTY_FOURTH = 396_875n
const LONGEST = 1_000_000n * PER.mm
const SPELLINGS: Record<string, Units> = {
  in: 'in',
  'in.': 'in',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  '″': 'in',
  '”': 'in',
  cm: 'cm',
  mm: 'mm',
}
const VULGAR: Record<string, string> = Object.fromEntries(
  [...'½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞'].map((sign) => [sign, sign.normalize('NFKC').replace('⁄', '/')]),
)
const NUMBER =
  /^(?:([0-9]{1,9})(?:\s*-\s*|\s+)([0-9]{1,9})\s*\/\s*([0-9]{1,9})|([0-9]{1,9})\s*\/\s*([0-9]{1,9})|([0-9]{1,9}(?:\.[0-9]{1,12})?|\.[0-9]{1,12}))\s*([a-z.]+|["″”])?$/

export type Read = { ok: true; nm: number } | { ok: false; code: 'not-a-length' | 'not-exact' | 'too-long' }

/** Read a length; a bare number takes `units`. Nothing is rounded. */
export function readLength(text: string, units: Units): Read {
  let plain = text.trim().toLowerCase().replaceAll('⁄', '/').replaceAll('\u00a0', ' ')
  for (const [sign, spelled] of Object.entries(VULGAR)) plain = plain.replaceAll(sign, ` ${spelled}`)
  const found = NUMBER.exec(plain.trim())
  if (!found) return { ok: false, code: 'not-a-length' }
  const unit = found[7] === undefined ? units : SPELLINGS[found[7]]
  if (unit === undefined) return { ok: false, code: 'not-a-length' }
  let top: bigint
  let bottom: bigint
  if (found[6] !== undefined) {
    const [whole = '', decimals = ''] = found[6].split('.')
    top = BigInt(`${whole}${decimals}` || '0')
    bottom = 10n ** BigInt(decimals.length)
  } else {
    bottom = BigInt(found[3] ?? found[5] ?? '1')
    if (bottom === 0n) return { ok: false, code: 'not-a-length' }
    top = BigInt(found[1] ?? '0') * bottom + BigInt(found[2] ?? found[4] ?? '0')
  }
  const scaled = top * PER[unit]
  if (scaled % bottom !== 0n) return { ok: false, code: 'not-exact' }
  const nm = scaled / bottom
  return nm > LONGEST ? { ok: false, code: 'too-long' } : { ok: true, nm: Number(nm) }
}

/** A typed length for drawing, nm, or null where the text is not a length. */
export function drawnNm(text: string, units: Units): number | null {
  const read = readLength(text, units)
  return read.ok ? read.nm : null
}

export interface Parts {
  whole: string
  top: string
  bottom: string
  /** The unit where it is not the one asked for. */
  unit: string
}

/** A length in nm for showing: inches as a whole and a fraction, or millimetres where not exact. */
export function lengthParts(nm: number, units: Units): Parts {
  const exact = BigInt(Math.round(nm))
  if (units !== 'in') return { whole: decimal(exact, PER[units]), top: '', bottom: '', unit: '' }
  if (exact % SIXTY_FOURTH !== 0n) return { whole: decimal(exact, PER.mm), top: '', bottom: '', unit: 'mm' }
  let top = (exact / SIXTY_FOURTH) % 64n
  let bottom = 64n
  while (top > 0n && top % 2n === 0n) {
    top /= 2n
    bottom /= 2n
  }
  const whole = exact / PER.in
  if (top === 0n) return { whole: whole.toString(), top: '', bottom: '', unit: '' }
  return {
    whole: whole === 0n ? '' : whole.toString(),
    top: top.toString(),
    bottom: bottom.toString(),
    unit: '',
  }
}

function decimal(nm: bigint, per: bigint): string {
  const digits = per.toString().length - 1
  const rest = (nm % per).toString().padStart(digits, '0').replace(/0+$/, '')
  return rest ? `${nm / per}.${rest}` : (nm / per).toString()
}

/** A length in nm as plain text that reads back the same. */
export function writeLength(nm: number, units: Units): string {
  const { whole, top, bottom, unit } = lengthParts(nm, units)
  const number = [whole, top && `${top}/${bottom}`].filter(Boolean).join(' ')
  return unit ? `${number} ${unit}` : number
}

/** A length in nm with its unit, which is millimetres where the one asked for does not say it exactly. */
export function sayLength(nm: number, units: Units): string {
  const text = writeLength(nm, units)
  return lengthParts(nm, units).unit ? text : `${text} ${units}`
}
