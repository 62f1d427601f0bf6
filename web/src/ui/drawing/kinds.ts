/** What kinds of paper, and swatches, are called. */
import { t } from '@lingui/core/macro'
import type { PaperIn } from '../../api/client'

export const kindWords = (): Record<PaperIn['kind'], string> => ({
  cardstock: t`cardstock`,
  patterned: t`patterned`,
  vellum: t`vellum`,
  'window film': t`window film`,
  foil: t`foil`,
  chipboard: t`chipboard`,
  'adhesive sheet': t`adhesive sheet`,
})

export const motifWords = (): Record<NonNullable<PaperIn['motif']>, string> => ({
  plain: t`plain`,
  sprigs: t`sprigs`,
  dots: t`dots`,
  stripes: t`stripes`,
  checks: t`checks`,
  waves: t`waves`,
})
