/** What moved between two plans of a class, in a few words. */
import type { KitClass } from '../api/client'
import { counted, money } from '../ui/words'

export interface Names {
  paper: (id: string) => string
  supply: (id: string) => string
  pack: (id: string) => string
}

const signed = (change: number, said: string) => `${change > 0 ? '+' : '−'}${said}`

/** Sentences such as `+1 sheet of Loam kraft`; empty where nothing moved. */
export function whatMoved(before: KitClass, after: KitClass, names: Names): string[] {
  const was = before.planned.plan
  const is = after.planned.plan
  const moved: string[] = []
  if (before.kits !== after.kits)
    moved.push(signed(after.kits - before.kits, counted(Math.abs(after.kits - before.kits), 'kit')))
  if (!was || !is) return moved
  const sheets = (plan: typeof was) => new Map(plan.papers.map((p) => [p.paper, p]))
  const [papersWere, papersAre] = [sheets(was), sheets(is)]
  for (const id of new Set([...papersWere.keys(), ...papersAre.keys()])) {
    const change = (papersAre.get(id)?.sheets ?? 0) - (papersWere.get(id)?.sheets ?? 0)
    if (change) moved.push(signed(change, `${counted(Math.abs(change), 'sheet')} of ${names.paper(id)}`))
    const packs = (papersAre.get(id)?.packs ?? 0) - (papersWere.get(id)?.packs ?? 0)
    if (packs) moved.push(signed(packs, `${counted(Math.abs(packs), 'pack')} of ${names.paper(id)} to buy`))
  }
  const packsOf = (plan: typeof was) => new Map(plan.packs.map((row) => [row.pack, row.packs]))
  const [packsWere, packsAre] = [packsOf(was), packsOf(is)]
  for (const id of new Set([...packsWere.keys(), ...packsAre.keys()])) {
    const change = (packsAre.get(id) ?? 0) - (packsWere.get(id) ?? 0)
    if (change) moved.push(signed(change, `${counted(Math.abs(change), 'pack')} of ${names.pack(id)} to buy`))
  }
  for (const supply of is.supplies) {
    const old = was.supplies.find((row) => row.supply === supply.supply)
    const packs = supply.packs - (old?.packs ?? 0)
    if (packs)
      moved.push(
        signed(packs, `${counted(Math.abs(packs), 'pack')} of ${names.supply(supply.supply)} to buy`),
      )
  }
  const [a, b] = [was.cost.per_kit.sheets_opened, is.cost.per_kit.sheets_opened]
  if (a !== b) moved.push(`a kit costs ${money(b, is.currency)}, was ${money(a, was.currency)}`)
  return moved
}
