/** The places that a studio can write its numbers and days as, and what is usual there. */
import { i18n } from '@lingui/core'

export const PLACES = [
  'en-AU', 'en-CA', 'en-GB', 'en-IE', 'en-NZ', 'en-US', 'en-ZA', 'cs-CZ', 'da-DK', 'de-AT', 'de-CH', 'de-DE',
  'es-ES', 'fi-FI', 'fr-BE', 'fr-CA', 'fr-CH', 'fr-FR', 'it-IT', 'ja-JP', 'nb-NO', 'nl-BE', 'nl-NL', 'pl-PL',
  'pt-BR', 'pt-PT', 'sv-SE',
] // prettier-ignore

// Currencies of the places by ISO 4217; every other place here has the euro.
const CURRENCIES: Record<string, string> = {
  AU: 'AUD', CA: 'CAD', GB: 'GBP', NZ: 'NZD', US: 'USD', ZA: 'ZAR', CZ: 'CZK', DK: 'DKK', CH: 'CHF',
  JP: 'JPY', NO: 'NOK', PL: 'PLN', BR: 'BRL', SE: 'SEK',
} // prettier-ignore
// Common practice: Letter sheets and inches, and a week that begins on Sunday.
const LETTER = new Set(['US', 'CA'])
const INCHES = new Set(['US', 'CA', 'GB', 'IE', 'AU', 'NZ', 'ZA'])
const SUNDAY = new Set(['US', 'CA', 'JP', 'BR', 'PT', 'ZA'])

/** What is usual in a place, as a first guess that is shown and can be changed. */
export function usualIn(tag: string) {
  const region = new Intl.Locale(tag).region ?? ''
  return {
    currency: CURRENCIES[region] ?? 'EUR',
    units: INCHES.has(region) ? ('in' as const) : ('cm' as const),
    sheet: LETTER.has(region) ? ('letter' as const) : ('a4' as const),
    first_day: SUNDAY.has(region) ? 0 : 1,
  }
}

/** The place of our list that is nearest to what a browser says of its owner. */
export function placeOf(languages: readonly string[]): string {
  const exact = languages.find((tag) => PLACES.includes(tag))
  const alike = languages.flatMap((tag) => PLACES.filter((place) => place.startsWith(`${tag.slice(0, 2)}-`)))
  return exact ?? (languages[0]?.startsWith('en') ? 'en-GB' : alike[0]) ?? 'en-GB'
}

/** A place by name, such as Austria (German). */
export function nameOfPlace(tag: string): string {
  const { language, region = '' } = new Intl.Locale(tag)
  const regions = new Intl.DisplayNames(i18n.locale, { type: 'region' })
  const languages = new Intl.DisplayNames(i18n.locale, { type: 'language' })
  return `${regions.of(region)} (${languages.of(language)})`
}

/** The days of a week from Sunday. */
export function weekdays(): string[] {
  const name = new Intl.DateTimeFormat(i18n.locale, { weekday: 'long', timeZone: 'UTC' })
  // The fourth of January 1970 was a Sunday.
  return Array.from({ length: 7 }, (_, day) => name.format(new Date(Date.UTC(1970, 0, 4 + day))))
}

/** The time zones that the browser knows, and the one that is chosen. */
export function zonesWith(chosen: string): string[] {
  const known = Intl.supportedValuesOf('timeZone')
  return known.includes(chosen) || !chosen ? known : [chosen, ...known]
}
