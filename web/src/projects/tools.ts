/** Tools that are offered when a step or the list of tools is written. */
import { t } from '@lingui/core/macro'

export const suggestedTools = (): string[] => [
  t`trimmer`,
  t`scoring board`,
  t`bone folder`,
  t`scissors`,
  t`craft knife`,
  t`die-cutting machine`,
  t`circle punch`,
  t`stamp and ink`,
  t`hot glue gun`,
  t`heat tool`,
]
