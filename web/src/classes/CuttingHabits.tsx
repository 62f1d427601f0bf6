import { t } from '@lingui/core/macro'
import { NumberInput, Switch, TextInput } from '@mantine/core'
import { useStudio } from '../ui/frame/session'
import { useClass } from './context'
import classes from './Sheets.module.css'

/** How this class is cut: how many sheets at once, how long a cut, which offcuts are kept, sizes mixed. */
export function CuttingHabits() {
  const { draft, change, faults, papers } = useClass()
  const studio = useStudio()
  const units = draft.units ?? studio.units
  const said = (path: string) => faults.find((fault) => fault.path.startsWith(path))?.message
  const keep = draft.keep_offcut ?? ['1', '3']
  const chosen = new Set((draft.colourways ?? []).flatMap((c) => Object.values(c.papers ?? {})))
  const sizes = papers.some((paper) => paper.same_as != null && chosen.has(paper.same_as))
  return (
    <div className={classes.habits}>
      <NumberInput
        label={t`Sheets at once`}
        min={1}
        max={100}
        allowDecimal={false}
        value={draft.sheets_at_once ?? 1}
        onChange={(value) => change({ ...draft, sheets_at_once: Number(value) || 1 }, 'at once')}
      />
      <TextInput
        label={t`Longest cut, ${units}`}
        value={draft.trimmer ?? ''}
        error={said('trimmer')}
        onChange={(e) => change({ ...draft, trimmer: e.currentTarget.value }, 'trimmer')}
      />
      {keep.map((side, n) => (
        <TextInput
          key={n}
          label={n ? t`by, ${units}` : t`Offcuts kept from, ${units}`}
          value={side}
          error={said(`keep_offcut[${n}]`)}
          onChange={(e) => {
            const typed = e.currentTarget.value
            change({ ...draft, keep_offcut: keep.map((s, k) => (k === n ? typed : s)) }, `keep ${n}`)
          }}
        />
      ))}
      <Switch
        label={t`One setting of the trimmer for several papers`}
        checked={draft.papers_together ?? false}
        onChange={(e) => change({ ...draft, papers_together: e.currentTarget.checked }, 'together', 0)}
      />
      <Switch
        label={t`Use as little as can be of the last sheet`}
        checked={draft.empty_last ?? false}
        onChange={(e) => change({ ...draft, empty_last: e.currentTarget.checked }, 'last', 0)}
      />
      <TextInput
        label={t`Squaring cut, ${units}`}
        description={t`Off the left and the bottom edge of every sheet, before anything is measured.`}
        value={draft.squaring ?? '0'}
        error={said('squaring')}
        onChange={(e) => change({ ...draft, squaring: e.currentTarget.value }, 'squaring')}
      />
      <TextInput
        label={t`Margin left over, ${units}`}
        description={t`At the far edges of a sheet, where it costs no sheet.`}
        value={draft.safety ?? '0'}
        error={said('safety')}
        onChange={(e) => change({ ...draft, safety: e.currentTarget.value }, 'safety')}
      />
      <NumberInput
        label={t`Piles that may wait at one time`}
        description={t`0: any number. The trimmer is set a little more often for fewer.`}
        min={0}
        max={1000}
        allowDecimal={false}
        value={draft.most_piles ?? 0}
        onChange={(value) => change({ ...draft, most_piles: Number(value) || 0 }, 'piles')}
      />
      {sizes ? (
        <Switch
          label={t`Sizes of one paper may share the work, by price`}
          checked={draft.mix_sizes ?? false}
          onChange={(e) => change({ ...draft, mix_sizes: e.currentTarget.checked }, 'mix', 0)}
        />
      ) : null}
    </div>
  )
}
