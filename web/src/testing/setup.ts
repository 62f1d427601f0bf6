/** Before every test file: the sentences are English, as the catalogue has it, and React knows it is tested. */
import { i18n } from '@lingui/core'
import { messages } from '../locales/en.po'

i18n.loadAndActivate({ locale: 'en', messages })
Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true })
