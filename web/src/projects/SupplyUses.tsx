import { ActionIcon, Button, NumberInput, Select, TextInput } from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import { useQuery } from '@tanstack/react-query'
import { api, ask, type Fault, type ProjectIn } from '../api/client'
import { keys } from '../api/queries'
import { LengthCell } from '../ui/Cell'
import { readLength } from '../ui/length'
import { useStudio } from '../ui/session'
import classes from './ProjectPage.module.css'

type Uses = NonNullable<ProjectIn['supplies']>

/** What one kit takes of each supply. */
export function SupplyUses({
  uses,
  faults,
  change,
}: {
  uses: Uses
  faults: Fault[]
  change: (uses: Uses) => void
}) {
  const { units } = useStudio()
  const supplies = useQuery({
    queryKey: keys.supplies,
    queryFn: () => ask(api.GET('/api/supplies')),
  })
  const known = supplies.data ?? []
  const free = known.filter((supply) => !uses.some((use) => use.supply === String(supply.id)))
  const said = (n: number) => faults.find((fault) => fault.path.startsWith(`supplies[${n}]`))?.says
  return (
    <section aria-labelledby="uses" className={classes.uses}>
      <h2 id="uses">A kit also takes</h2>
      {uses.length === 0 ? (
        <p className="soft">Nothing yet: tape, pads, ribbon, brads, an envelope?</p>
      ) : null}
      {uses.map((use, n) => {
        const supply = known.find((row) => String(row.id) === use.supply)
        const byLength = supply?.unit === 'length'
        const set = (more: Partial<Uses[number]>) =>
          change(uses.map((u, k) => (k === n ? { ...u, ...more } : u)))
        return (
          <div key={use.supply} className={classes.use}>
            <span>{supply?.name ?? 'A supply that is gone'}</span>
            <TextInput
              aria-label={`How much ${supply?.name ?? ''} a kit takes`}
              value={use.per_kit}
              onChange={(e) => set({ per_kit: e.currentTarget.value })}
              error={said(n)}
              rightSectionWidth={34}
              rightSection={
                <span className="soft">{byLength ? units : supply?.unit === 'ml' ? 'ml' : ''}</span>
              }
            />
            {byLength ? (
              <NumberInput
                aria-label={`In how many lengths of ${supply.name}`}
                value={use.cuts ?? 1}
                min={1}
                max={1000}
                allowDecimal={false}
                onChange={(value) => set({ cuts: Number(value) || 1 })}
                prefix="in "
                suffix={use.cuts === 1 ? ' length' : ' lengths'}
              />
            ) : (
              <span />
            )}
            <ActionIcon
              variant="subtle"
              color="gray"
              aria-label={`A kit takes no ${supply?.name ?? 'such supply'}`}
              onClick={() => change(uses.filter((_, k) => k !== n))}
            >
              <IconX size={18} />
            </ActionIcon>
            {byLength && !supply.joinable ? (
              <p className={classes.tie}>
                Tied around
                <LengthCell
                  aria-label={`What ${supply.name} goes around`}
                  placeholder="–"
                  value={use.girth ?? ''}
                  error={!!use.girth && !readLength(use.girth, units).ok}
                  onChange={(e) => {
                    const girth = e.currentTarget.value || null
                    set({ girth, bow: girth ? (use.bow ?? '12 in') : null })
                  }}
                />
                {units}, with
                <LengthCell
                  aria-label={`What a bow of ${supply.name} takes`}
                  placeholder="12 in"
                  value={use.bow ?? ''}
                  error={!!use.bow && !readLength(use.bow, units).ok}
                  onChange={(e) => set({ bow: e.currentTarget.value || null })}
                />
                {units} for the bow
              </p>
            ) : null}
          </div>
        )
      })}
      {free.length ? (
        <Select
          aria-label="Add a supply"
          placeholder="Add a supply…"
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
                },
              ])
          }}
        />
      ) : known.length === 0 && supplies.isSuccess ? (
        <Button component="a" href="/cupboard" variant="default" size="sm">
          Put supplies in the cupboard first
        </Button>
      ) : null}
    </section>
  )
}
