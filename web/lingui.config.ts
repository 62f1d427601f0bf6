import { defineConfig } from '@lingui/cli'
import { formatter } from '@lingui/format-po'

export default defineConfig({
  sourceLocale: 'en',
  // The pseudo-language is made of the English sentences: a test sees by it which are in no catalogue.
  locales: ['en', 'en-XA'],
  pseudoLocale: 'en-XA',
  fallbackLocales: { 'en-XA': 'en' },
  catalogs: [
    {
      path: '<rootDir>/src/locales/{locale}',
      include: ['<rootDir>/src'],
      exclude: ['**/*.test.*', '**/testing/**'],
    },
  ],
  format: formatter({ lineNumbers: false, printPlaceholdersInComments: false }),
  orderBy: 'origin',
})
