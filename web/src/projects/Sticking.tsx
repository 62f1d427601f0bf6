import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Checkbox, Group, MultiSelect } from '@mantine/core'
import type { ProjectIn, Schemas } from '../api/client'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import classes from './Extras.module.css'
import { useStudio } from '../ui/frame/session'

type Use = NonNullable<ProjectIn['supplies']>[number]
type Supply = Schemas['SupplyOut']
type Glue = Schemas['GlueOut']

const kinds = () =>
  ({ tab: t`tabs`, joint: t`glued panels`, mat: t`edges of mats` }) as Record<string, string>
const schools = () =>
  ({ tape: t`strong tape`, glue: t`wet glue`, runner: t`a runner` }) as Record<string, string>

/** Whether a use says what its amount is worked out from. */
export const isWorked = (use: Use) => !!use.sticks?.length || !!use.lifts?.length

/** A use that is for each kit and used up, its amount worked out from what it holds. */
const workedOut = (more: Pick<Use, 'sticks' | 'lifts'>) => ({
  ...more,
  per_kit: undefined,
  cuts: 1,
  shared_by: 1,
  lent: false,
})

/** What an adhesive sticks, or which pieces pads and dots lift; and the way back from what is typed over. */
export function Holds(props: {
  use: Use
  supply: Supply
  glue: Glue[]
  names: string[]
  /** What is worked out of it, with its unit; nothing while that is not known. */
  worked: string | undefined
  set: (more: Partial<Use>) => void
}) {
  const { use, supply, glue, names, worked, set } = props
  const typed = isWorked(use) && use.per_kit != null
  const choose = (more: Pick<Use, 'sticks' | 'lifts'>) => {
    const none = !more.sticks?.length && !more.lifts?.length
    // What is typed stays until it is given up; with nothing to hold, the last figure is what is left.
    if (none) set({ ...more, per_kit: use.per_kit ?? worked ?? '1' })
    else set(typed ? more : workedOut(more))
  }
  const measured = supply.unit === 'ml' || (supply.unit === 'length' && supply.joinable)
  const pads = supply.unit === 'each' && (/pad|dot|foam/i.test(supply.name) || !!use.lifts?.length)
  if (!measured && !pads) return null
  const there = [...new Set([...glue.map((row) => row.at), ...(use.sticks ?? [])])]
  return (
    <div className={classes.holds}>
      {measured && there.length ? (
        <Checkbox.Group
          value={use.sticks ?? []}
          onChange={(sticks) => choose({ sticks, lifts: use.lifts })}
          aria-label={t`What ${supply.name} sticks`}
        >
          <Group gap="md">
            <span>
              <Trans>Sticks</Trans>
            </span>
            {there.map((at) => (
              <Checkbox key={at} value={at} label={kinds()[at]} />
            ))}
          </Group>
        </Checkbox.Group>
      ) : null}
      {pads ? (
        <Group gap="xs">
          <Trans>Under</Trans>
          <MultiSelect
            aria-label={t`What lies on ${supply.name}`}
            placeholder={use.lifts?.length ? '' : t`Under which pieces? Then they are counted`}
            data={[...new Set([...names, ...(use.lifts ?? [])])]}
            value={use.lifts ?? []}
            onChange={(lifts) => choose({ lifts, sticks: use.sticks })}
          />
        </Group>
      ) : null}
      {isWorked(use) && !typed ? (
        worked ? (
          <span className="soft">{t`Worked out from the list. Type over it to change it.`}</span>
        ) : (
          <span className="severe">{t`No rule finds what it holds: type what a kit takes.`}</span>
        )
      ) : null}
      {typed ? (
        <span>
          <Trans>Typed over.</Trans>{' '}
          {worked ? (
            <>
              <FracWords text={t`Worked out it is ${worked}.`} />{' '}
              <Button
                size="compact-sm"
                variant="subtle"
                onClick={() => set(workedOut({ sticks: use.sticks, lifts: use.lifts }))}
              >
                <Trans>Work it out</Trans>
              </Button>
            </>
          ) : null}
        </span>
      ) : null}
    </div>
  )
}

/** Where adhesive goes, how much that takes by each school, and what holds it. */
export function HeldTogether(props: {
  glue: Glue[]
  uses: Use[]
  supplies: Supply[]
  change: (uses: Use[]) => void
}) {
  const { glue, uses, supplies, change } = props
  const { units } = useStudio()
  const known = (id: string) => supplies.find((supply) => String(supply.id) === id)
  const nameOf = (id: string) => known(id)?.name ?? ''
  const take = (id: number, at: string) => {
    const key = String(id)
    const had = uses.find((use) => use.supply === key)
    const sticks = [...(had?.sticks ?? []), at]
    if (!had) change([...uses, { supply: key, ...workedOut({ sticks }) }])
    // An amount that was only typed, and never said what it holds, is worked out from now on.
    else change(uses.map((use) => (use === had ? { ...use, ...workedOut({ ...use, sticks }) } : use)))
  }
  if (!glue.length) return null
  return (
    <section aria-labelledby="held" className={classes.uses}>
      <h2 id="held">
        <Trans>What holds it together</Trans>
      </h2>
      {glue.map((row) => {
        const held = uses.filter((use) => use.sticks?.includes(row.at))
        const by = held.map((use) => nameOf(use.supply))
        const wet = held.length ? held.some((use) => known(use.supply)?.unit === 'ml') : row.school === 'glue'
        const [length, ml, minutes] = [row.length, row.ml, row.minutes]
        const school = schools()[row.school] ?? row.school
        return (
          <div key={row.at} className={classes.held}>
            <div>
              <b>{kinds()[row.at] ?? row.at}</b> <FracWords text={whole(row.pieces)} />
            </div>
            <div className="soft">
              <FracWords text={t`${length} ${units} of tape or runner, or ${ml} ml of wet glue, a kit.`} />{' '}
              {wet && minutes ? t`Glue dries for about ${minutes} minutes: its label decides.` : null}
            </div>
            <div>
              {by.length ? (
                <Trans>Held by {by.join(', ')}.</Trans>
              ) : (
                <>
                  {row.supplies.length ? (
                    row.supplies.map((id) => {
                      const name = nameOf(String(id))
                      return (
                        <Button key={id} size="compact-md" variant="light" onClick={() => take(id, row.at)}>
                          {t`Hold them with ${name}`}
                        </Button>
                      )
                    })
                  ) : (
                    <span className="soft">
                      {t`We hold these with ${school}: none is in the cupboard by that name. Any tape or glue above can be ticked.`}
                    </span>
                  )}
                </>
              )}
            </div>
          </div>
        )
      })}
    </section>
  )
}
