import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Button, Checkbox, NumberInput, Select, TextInput } from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import { useQuery } from '@tanstack/react-query'
import type { Fault, ProjectIn, Schemas } from '../api/client'
import { asked } from '../api/queries'
import { LengthCell } from '../ui/fields/Cell'
import { readLength, writeLength } from '../ui/text/length'
import { useStudio } from '../ui/frame/session'
import classes from './Extras.module.css'
import { HeldTogether, Holds } from './Sticking'

type Uses = NonNullable<ProjectIn['supplies']>
type Girth = Schemas['GirthOut']

/** Who has one amount of a supply: each kit, so many people at a table, or the class. */
const sharing = (now: number) =>
  [...new Set([1, 2, 3, 4, 6, 8, 0, now])].map((people) => ({
    value: String(people),
    label: people === 1 ? t`each kit` : people === 0 ? t`the class` : t`${people} people`,
  }))

/** What one kit takes of each supply. */
export function SupplyUses({
  uses,
  faults,
  girths,
  glue,
  worked,
  names,
  change,
}: {
  uses: Uses
  faults: Fault[]
  /** The ways round what the list makes. */
  girths: Girth[]
  /** The lines of adhesive of the list. */
  glue: Schemas['GlueOut'][]
  /** What is worked out of each supply that holds something, by its id; null while that is not known. */
  worked: Record<string, string> | null
  names: string[]
  change: (uses: Uses) => void
}) {
  const { units } = useStudio()
  const supplies = useQuery(asked.supplies())
  const known = supplies.data ?? []
  const free = known.filter((supply) => !uses.some((use) => use.supply === String(supply.id)))
  const said = (n: number) => faults.find((fault) => fault.path.startsWith(`supplies[${n}]`))?.message
  return (
    <section aria-labelledby="uses" className={classes.uses}>
      <h2 id="uses">
        <Trans>A kit also takes</Trans>
      </h2>
      {uses.length === 0 ? (
        <p className="soft">
          <Trans>Nothing yet: tape, pads, ribbon, brads, an envelope?</Trans>
        </p>
      ) : null}
      {uses.map((use, n) => {
        const supply = known.find((row) => String(row.id) === use.supply)
        const byLength = supply?.unit === 'length'
        const unit = byLength ? units : supply?.unit === 'ml' ? 'ml' : ''
        const figure = worked?.[use.supply]
        const set = (more: Partial<Uses[number]>) =>
          change(uses.map((u, k) => (k === n ? { ...u, ...more } : u)))
        return (
          <div key={use.supply} className={classes.use}>
            <span>{supply?.name ?? t`A supply that is gone`}</span>
            <TextInput
              aria-label={t`How much ${supply?.name ?? ''} a kit takes`}
              value={use.per_kit ?? (worked ? (figure ?? t`not known`) : '…')}
              onChange={(e) => set({ per_kit: e.currentTarget.value })}
              error={said(n)}
              rightSectionWidth={34}
              rightSection={<span className="soft">{unit}</span>}
            />
            {byLength && use.per_kit != null ? (
              <NumberInput
                aria-label={t`In how many lengths of ${supply.name}`}
                value={use.cuts ?? 1}
                min={1}
                max={1000}
                allowDecimal={false}
                onChange={(value) => set({ cuts: Number(value) || 1 })}
                prefix={t`in `}
                suffix={use.cuts === 1 ? t` length` : t` lengths`}
              />
            ) : (
              <span />
            )}
            <Select
              disabled={use.per_kit == null}
              aria-label={t`Who has ${supply?.name ?? ''}`}
              allowDeselect={false}
              data={sharing(use.shared_by ?? 1)}
              value={String(use.shared_by ?? 1)}
              onChange={(value) => value && set({ shared_by: Number(value) })}
            />
            <ActionIcon
              variant="subtle"
              color="gray"
              aria-label={t`A kit takes no ${supply?.name ?? t`such supply`}`}
              onClick={() => change(uses.filter((_, k) => k !== n))}
            >
              <IconX size={18} />
            </ActionIcon>
            {(use.shared_by ?? 1) !== 1 || use.lent ? (
              <Checkbox
                className={classes.shared}
                label={t`It comes back: it is not used up`}
                checked={use.lent ?? false}
                onChange={(e) => set({ lent: e.currentTarget.checked })}
              />
            ) : null}
            {supply ? (
              <Holds
                use={use}
                supply={supply}
                glue={glue}
                names={names}
                worked={figure && `${figure} ${unit}`.trim()}
                set={set}
              />
            ) : null}
            {byLength && !supply.joinable ? (
              <div className={classes.tie}>
                {girths.length ? (
                  <Around girths={girths} name={supply.name} set={set} cuts={use.cuts ?? 1} />
                ) : null}
                <Trans>Tied around</Trans>
                <LengthCell
                  aria-label={t`What ${supply.name} goes around`}
                  placeholder="–"
                  value={use.girth ?? ''}
                  error={!!use.girth && !readLength(use.girth, units).ok}
                  onChange={(e) => {
                    const girth = e.currentTarget.value || null
                    set({ girth, bow: girth ? (use.bow ?? '12 in') : null })
                  }}
                />
                <Trans>{units}, with</Trans>
                <LengthCell
                  aria-label={t`What a bow of ${supply.name} takes`}
                  placeholder="12 in"
                  value={use.bow ?? ''}
                  error={!!use.bow && !readLength(use.bow, units).ok}
                  onChange={(e) => set({ bow: e.currentTarget.value || null })}
                />
                <Trans>{units} for the bow</Trans>
              </div>
            ) : null}
          </div>
        )
      })}
      {free.length ? (
        <Select
          aria-label={t`Add a supply`}
          placeholder={t`Add a supply…`}
          leftSection={<IconPlus size={17} />}
          w={320}
          mt="xs"
          data={free.map((supply) => ({ value: String(supply.id), label: supply.name }))}
          value={null}
          onChange={(value) => {
            const supply = free.find((row) => String(row.id) === value)
            if (supply)
              change([
                ...uses,
                {
                  supply: String(supply.id),
                  per_kit: supply.unit === 'length' ? '12 in' : '1',
                  cuts: 1,
                  shared_by: 1,
                  lent: false,
                },
              ])
          }}
        />
      ) : known.length === 0 && supplies.isSuccess ? (
        <Button component="a" href="/cupboard" variant="default" size="sm">
          <Trans>Put supplies in the cupboard first</Trans>
        </Button>
      ) : null}
      <HeldTogether glue={glue} uses={uses} supplies={known} change={change} />
    </section>
  )
}

/** Takes a ribbon's length from what it goes round: exact, or with a tenth more. */
function Around(props: {
  girths: Girth[]
  name: string
  cuts: number
  set: (more: Partial<Uses[number]>) => void
}) {
  const { girths, name, cuts, set } = props
  const { units } = useStudio()
  const options = girths.flatMap((girth) => [
    {
      value: `exact ${girth.what}`,
      label: t`${girth.what}: ${girth.tied} ${units}`,
      girth,
      long: girth.tied,
    },
    {
      value: `more ${girth.what}`,
      label: t`${girth.what}: ${girth.generous} ${units}, generous`,
      girth,
      long: girth.generous,
    },
  ])
  return (
    <Select
      aria-label={t`Length of ${name} from what it goes round`}
      placeholder={t`Length from what it goes round…`}
      size="sm"
      className={classes.around}
      searchable
      data={options.map(({ value, label }) => ({ value, label }))}
      value={null}
      onChange={(value) => {
        const chosen = options.find((option) => option.value === value)
        if (!chosen) return
        const one = readLength(chosen.long, units)
        if (one.ok)
          set({ girth: chosen.girth.girth, bow: '12 in', per_kit: writeLength(one.nm * cuts, units) })
      }}
    />
  )
}
