/** What changed between two plans of a class, in a few words. */
import { t } from '@lingui/core/macro'
import type { KitClass } from '../api/client'
import { kits, packs, sheets } from '../i18n/counts'
import { costSaid } from '../i18n/costs'

export interface Names {
  paper: (id: string) => string
  supply: (id: string) => string
  pack: (id: string) => string
}

const signed = (change: number, said: string) => `${change > 0 ? '+' : '−'}${said}`

/** Every id of two tables, and by how much its number changed; those that did not are left out. */
function changesOf(was: Map<string, number>, is: Map<string, number>): [string, number][] {
  return [...new Set([...was.keys(), ...is.keys()])]
    .map((id): [string, number] => [id, (is.get(id) ?? 0) - (was.get(id) ?? 0)])
    .filter(([, change]) => change !== 0)
}

/** Sentences such as `+1 sheet of Loam kraft`; empty where nothing changed. */
export function whatMoved(before: KitClass, after: KitClass, names: Names): string[] {
  const was = before.planned.plan
  const is = after.planned.plan
  const moved: string[] = []
  const more = after.kits - before.kits
  if (more) moved.push(signed(more, kits(Math.abs(more))))
  if (!was || !is) return moved
  const toBuy = (change: number, name: string) => {
    const count = packs(Math.abs(change))
    moved.push(signed(change, t`${count} of ${name} to buy`))
  }
  const opened = (plan: typeof was) => new Map(plan.papers.map((row) => [row.paper, row.sheets]))
  const bought = (plan: typeof was) => new Map(plan.papers.map((row) => [row.paper, row.packs]))
  const packsBought = new Map(changesOf(bought(was), bought(is)))
  const sheetsOpened = new Map(changesOf(opened(was), opened(is)))
  for (const id of new Set([...opened(was).keys(), ...opened(is).keys()])) {
    const change = sheetsOpened.get(id)
    const count = sheets(Math.abs(change ?? 0))
    if (change) moved.push(signed(change, t`${count} of ${names.paper(id)}`))
    const buy = packsBought.get(id)
    if (buy) toBuy(buy, names.paper(id))
  }
  const designs = (plan: typeof was) => new Map(plan.packs.map((row) => [row.pack, row.packs]))
  for (const [id, change] of changesOf(designs(was), designs(is))) toBuy(change, names.pack(id))
  const supplied = (plan: typeof was) => new Map(plan.supplies.map((row) => [row.supply, row.packs]))
  for (const [id, change] of changesOf(supplied(was), supplied(is))) toBuy(change, names.supply(id))
  const [a, b] = [was.cost.per_kit.sheets_opened, is.cost.per_kit.sheets_opened]
  const [missed, misses] = [was.cost.missing.sheets_opened, is.cost.missing.sheets_opened]
  const [said, wasSaid] = [costSaid(b, misses, is.currency), costSaid(a, missed, was.currency)]
  if (said !== wasSaid) moved.push(t`a kit costs ${said}, was ${wasSaid}`)
  return moved
}
