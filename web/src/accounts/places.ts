/** The places that a studio can write its numbers and days as; the server knows the same ones. */
import { i18n } from '@lingui/core'

export const PLACES = [
  'en-AU', 'en-CA', 'en-GB', 'en-IE', 'en-NZ', 'en-US', 'en-ZA', 'cs-CZ', 'da-DK', 'de-AT', 'de-CH', 'de-DE',
  'es-ES', 'fi-FI', 'fr-BE', 'fr-CA', 'fr-CH', 'fr-FR', 'it-IT', 'ja-JP', 'nb-NO', 'nl-BE', 'nl-NL', 'pl-PL',
  'pt-BR', 'pt-PT', 'sv-SE',
] // prettier-ignore

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
