/** The language of the page: English, or the pseudo-language in which tests see what is in no catalogue. */
import { i18n } from '@lingui/core'
import { messages } from '../locales/en.po'

const PSEUDO = 'en-XA'

/** What the address asks for, else what was asked for before; the server reads the cookie too. */
function asked(): string {
  const wish = new URLSearchParams(window.location.search).get('language')
  // eslint-disable-next-line lingui/no-unlocalized-strings -- what a browser keeps
  if (wish === 'en' || wish === PSEUDO) document.cookie = `language=${wish}; path=/; samesite=lax`
  return /(?:^|; )language=([^;]+)/.exec(document.cookie)?.[1] === PSEUDO ? PSEUDO : 'en'
}

/** Load the sentences of the language and use them from now on. */
export async function loadCatalogue(language = asked()): Promise<void> {
  const found = language === PSEUDO ? (await import('../locales/en-XA.po')).messages : messages
  i18n.loadAndActivate({ locale: language, messages: found, locales: 'en' })
  document.documentElement.lang = language
}
