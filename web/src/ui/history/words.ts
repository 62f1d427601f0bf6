/** What was done, in words, and where two states of a thing differ. */
import { t } from '@lingui/core/macro'
import type { Schemas } from '../../api/client'
import { nameOf, said } from '../saving/differences'

export type Change = Schemas['NotedOut']

/** What somebody did; a word that is not known here is said as it is. */
export function deedOf(deed: string): string {
  const deeds: Record<string, string> = {
    changed: t`changed`,
    made: t`added`,
    deleted: t`deleted`,
    learned: t`chose what is learned`,
    'archive-out': t`downloaded everything in one file`,
    prices: t`took prices over`,
    role: t`gave a member another role`,
    'member-gone': t`removed a member, or left`,
    'asked-in': t`asked somebody in`,
    'taken-back': t`took an invitation back`,
    word: t`taught it a word`,
    'word-gone': t`took a word back`,
    ordered: t`ordered from a shop`,
    arrived: t`put an order in the cupboard`,
    'not-here': t`said an order has not come after all`,
    bought: t`bought packs`,
    'not-bought': t`said packs were not bought after all`,
    'count-undone': t`undid a count`,
    'handed-over': t`handed over what was set aside`,
    'note-gone': t`deleted a note of a log`,
    people: t`changed the list of people`,
    'set-aside': t`set aside what it needs`,
    'set-free': t`gave back what was set aside`,
    'cutting-begun': t`began cutting`,
    'cutting-gone': t`dropped the cutting`,
    'cutting-more': t`added sheets to the cutting`,
    miscut: t`made a miscut good`,
    cut: t`cut`,
    ticked: t`ticked`,
    logged: t`wrote in the log`,
    result: t`wrote down what it took`,
    finished: t`closed the class`,
    reopened: t`opened the class again`,
    counted: t`counted`,
    merged: t`put two into one`,
    split: t`split into two`,
    photo: t`put a photograph`,
    'photo-gone': t`removed the photograph`,
  }
  return deeds[deed] ?? deed
}

/** A difference in words: where, and what was and is there. */
export function differenceOf({ way, was, now }: Schemas['DifferenceOut']): { where: string; what: string } {
  if (way.length === 0) return { where: t`very much`, what: t`${String(now)} places` }
  // Of rows with names the name itself is the way.
  const where = way.map((step) => (step === 'order' ? t`order` : nameOf(step))).join(' · ')
  if (was === null && now === null) return { where, what: t`too long to show` }
  if (was === null) return { where, what: said(now) }
  if (now === null) return { where, what: t`${said(was)} → nothing` }
  return { where, what: `${said(was)} → ${said(now)}` }
}
