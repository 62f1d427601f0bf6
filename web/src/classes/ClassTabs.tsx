import { plural, t } from '@lingui/core/macro'
import type { KitClass, Plan, Project } from '../api/client'
import { useQuery } from '@tanstack/react-query'
import { asked } from '../api/queries'
import { warnings } from '../i18n/counts'
import { piecesOf } from './draft'
import { differencesOf } from '../log/differences'
import { closedOf } from '../preparing/packing'
import { money, number, spell } from '../i18n/format'
import { type IndexTab, IndexTabs } from '../ui/frame/IndexTabs'
import { useStudio } from '../ui/frame/session'

/** The parts of a class as index tabs that carry its totals. */
export function ClassTabs(props: { kitClass: KitClass; project: Project; active: string }) {
  const { kitClass, project } = props
  const { currency } = useStudio()
  const { plan } = kitClass.planned
  const [fewest, pieces] = piecesOf(kitClass, project.pieces ?? [])
  const chosen = new Set((kitClass.colourways ?? []).flatMap((c) => Object.values(c.papers ?? {})))
  const found = plan?.checks.filter((check) => check.level !== 'note').length ?? 0
  const notYet = t`not planned yet`
  const people = useQuery(asked.people(kitClass.id)).data
  const there = people?.people.filter((person) => !person.waiting).length ?? 0
  const rows = (kitClass.colourways ?? []).map(({ name, kits }) => ({ colourway: name, kits }))
  const ticks = useQuery({ ...asked.ticks(kitClass.id, 'packing'), refetchInterval: false }).data ?? {}
  const prepare = useQuery(asked.prepare(kitClass.id, kitClass.version, !!plan)).data
  // Worked out from everything else, so only where it is looked at: not with every seat.
  const looked = props.active === 'log' || !!kitClass.finished
  const log = useQuery({ ...asked.log(kitClass.id), enabled: looked }).data
  const differ = log ? differencesOf(log).length : 0
  const late = (prepare?.late ?? false) && !kitClass.finished
  const tabs: IndexTab[] = [
    {
      to: 'kit',
      name: t`Kit`,
      total: fewest === pieces ? number(pieces) : `${number(fewest)}–${number(pieces)}`,
      more: found ? warnings(found) : plural(pieces, { one: 'piece', other: 'pieces' }),
      severe: found > 0,
    },
    {
      to: 'papers',
      name: t`Papers`,
      total: number(chosen.size),
      more: plan ? toBuy([...plan.papers, ...plan.packs]) : notYet,
    },
    {
      to: 'sheets',
      name: t`Sheets`,
      total: plan ? number(plan.sheets) : '–',
      more: plan ? proofOf(plan) : notYet,
      severe: !plan,
    },
    {
      to: 'supplies',
      name: t`Supplies`,
      total: plan ? number(plan.supplies.length) : '–',
      more: plan ? suppliesSaid(plan) : notYet,
    },
    {
      to: 'cost',
      name: t`Cost`,
      ...costTab(plan, currency, notYet),
    },
    {
      to: 'prepare',
      name: t`Prepare`,
      total: prepare ? spell(prepare.minutes) : '–',
      more: prepare ? (late ? t`too late` : t`of work`) : plan ? '…' : notYet,
      severe: late,
    },
    {
      to: 'pack',
      name: t`Pack`,
      total: t`${number(closedOf(rows, ticks))} of ${number(kitClass.kits)}`,
      more: t`closed`,
    },
    {
      to: 'people',
      name: t`People`,
      total: people ? number(there) : '–',
      more: people?.people.length ? t`of ${number(kitClass.seats ?? 0)} seats` : t`no list kept`,
    },
    {
      to: 'log',
      name: t`Log`,
      total: log ? number(differ) : '–',
      more: log ? plural(differ, { one: 'difference', other: 'differences' }) : t`as it was`,
    },
  ]
  return (
    <IndexTabs
      label={t`Parts of the class`}
      base={`/classes/${kitClass.id}`}
      active={props.active}
      tabs={tabs}
    />
  )
}

/** What is to buy of the supplies; where nothing is chosen for what is glued, that is nothing to be sure of. */
function suppliesSaid(plan: Plan): string {
  if (plan.supplies.some((row) => row.unknown)) return t`not all known`
  if (plan.checks.some((check) => check.code === 'tabs-without-adhesive')) return t`no adhesive chosen`
  return toBuy(plan.supplies)
}

/** What a kit costs, in as few words as a tab has room for. */
function costTab(plan: Plan | null | undefined, currency: string, notYet: string) {
  if (!plan) return { total: '–', more: notYet }
  const [amount, missing] = [plan.cost.per_kit.sheets_opened, plan.cost.missing.sheets_opened]
  if (missing && !Number(amount)) return { total: '–', more: t`no price yet` }
  return { total: money(amount, currency), more: missing ? t`a kit at least` : t`a kit` }
}

function toBuy(rows: { packs: number }[]): string {
  const count = rows.filter((row) => row.packs > 0).length
  return count ? t`buy ${number(count)}` : t`none to buy`
}

/** What is proved of the sheets, in as few words as a tab has room for. */
function proofOf(plan: Plan): string {
  const each = plan.papers.every((paper) => paper.mixed || paper.proved)
  if (plan.mixes.length) return plan.proved && each ? t`proved cheapest` : t`sizes mixed`
  if (each) return t`proved fewest`
  if (plan.papers.some((paper) => paper.sheets > 0 && paper.lower_bound === 0)) return t`not proved`
  const least = plan.papers.reduce((sum, paper) => sum + paper.lower_bound, 0)
  return t`at least ${number(least)}`
}
