import { NumberInput, Switch, TextInput } from '@mantine/core'
import { useStudio } from '../ui/session'
import type { Sheaf } from './ClassPage'
import classes from './ClassPage.module.css'

/** How this class is cut: how many sheets at once, how long a cut, which offcuts are kept, sizes mixed. */
export function CuttingHabits({ draft, change, faults, papers }: Sheaf) {
  const studio = useStudio()
  const units = draft.units ?? studio.units
  const said = (path: string) => faults.find((fault) => fault.path.startsWith(path))?.says
  const keep = draft.keep_offcut ?? ['1', '3']
  const chosen = new Set((draft.colourways ?? []).flatMap((c) => Object.values(c.papers ?? {})))
  const sizes = papers.some((paper) => paper.same_as != null && chosen.has(paper.same_as))
  return (
    <div className={classes.habits}>
      <NumberInput
        label="Sheets at once"
        min={1}
        max={100}
        allowDecimal={false}
        value={draft.sheets_at_once ?? 1}
        onChange={(value) => change({ ...draft, sheets_at_once: Number(value) || 1 }, 'at once')}
      />
      <TextInput
        label={`Longest cut, ${units}`}
        value={draft.trimmer ?? ''}
        error={said('trimmer')}
        onChange={(e) => change({ ...draft, trimmer: e.currentTarget.value }, 'trimmer')}
      />
      {keep.map((side, n) => (
        <TextInput
          key={n}
          label={n ? `by, ${units}` : `Offcuts kept from, ${units}`}
          value={side}
          error={said(`keep_offcut[${n}]`)}
          onChange={(e) => {
            const typed = e.currentTarget.value
            change({ ...draft, keep_offcut: keep.map((s, k) => (k === n ? typed : s)) }, `keep ${n}`)
          }}
        />
      ))}
      {sizes ? (
        <Switch
          label="Sizes of one paper may share the work, by price"
          checked={draft.mix_sizes ?? false}
          onChange={(e) => change({ ...draft, mix_sizes: e.currentTarget.checked }, 'mix', 0)}
        />
      ) : null}
    </div>
  )
}
