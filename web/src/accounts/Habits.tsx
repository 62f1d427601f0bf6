import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Checkbox, Group, NumberInput, SegmentedControl, Select, TextInput } from '@mantine/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { Link } from 'react-router'
import { api, ask, Refused, type Schemas } from '../api/client'
import { asked, studioChanged } from '../api/queries'
import { Learned } from '../log/Learned'
import { Words } from '../projects/Words'
import { useStudio } from '../ui/frame/session'
import { Failed, Loaded } from '../ui/states/states'
import classes from './Habits.module.css'
import { nameOfPlace, PLACES, weekdays, zonesWith } from './places'

type Doc = Schemas['HabitsDoc']

/** Where practitioners differ: what this studio scores on, cuts with and glues with. */
export function Habits() {
  const studio = useQuery(asked.studio())
  return (
    <Loaded query={studio}>
      {(data) => (
        <>
          <Form kept={data} />
          <Learned />
          <Words />
        </>
      )}
    </Loaded>
  )
}

function Form({ kept }: { kept: Doc }) {
  const queries = useQueryClient()
  const [doc, setDoc] = useState(kept)
  const save = useMutation({
    mutationFn: () => ask(api.PUT('/api/studio', { body: doc })),
    onSuccess: async (saved) => {
      setDoc(saved)
      await studioChanged(queries)
    },
    onError: (error) => {
      // Changed elsewhere: what is there now is shown, and the change is made again on that.
      if (error instanceof Refused && error.problem.code === 'stale' && error.problem.current)
        setDoc(error.problem.current as unknown as Doc)
    },
  })
  const faults = save.error instanceof Refused ? save.error.problem.faults : []
  const stale = save.error instanceof Refused && save.error.problem.code === 'stale'
  const said = (field: keyof Doc) => faults?.find((fault) => fault.path === field)?.message
  const set = <K extends keyof Doc>(field: K, value: Doc[K]) => setDoc({ ...doc, [field]: value })
  const changed = JSON.stringify(doc) !== JSON.stringify(kept)
  const length = (
    field: 'groove' | 'plate' | 'plate_long' | 'board' | 'tape' | 'border' | 'even' | 'keep_back',
    label: string,
    why: string,
  ) => (
    <TextInput
      className={classes.length}
      label={label}
      description={why}
      value={doc[field] ?? ''}
      error={said(field)}
      onChange={(e) => set(field, e.currentTarget.value)}
    />
  )
  const { currency } = useStudio()
  const worth = (field: 'hour_worth' | 'sheet_worth', label: string, why: string) => (
    <TextInput
      className={classes.length}
      label={`${label}, ${currency}`}
      description={why}
      inputMode="decimal"
      value={doc[field] ?? ''}
      error={said(field)}
      onChange={(e) => set(field, e.currentTarget.value || null)}
    />
  )
  return (
    <form
      className={classes.habits}
      onSubmit={(event: FormEvent) => {
        event.preventDefault()
        save.mutate()
      }}
    >
      <h1>
        <Trans>How we work</Trans>
      </h1>
      <p className="soft">
        <Trans>
          What the checks judge by. Instructors differ in these; none of them is wrong. Every list of the
          studio is checked again when they change. <Link to="/changes">Who changed what</Link>
        </Trans>
      </p>
      {save.error && !faults?.length ? <Failed error={save.error} /> : null}
      {stale ? (
        <p role="status">
          <Trans>Here is what is saved now: make your change again, then save it.</Trans>
        </p>
      ) : null}
      <TextInput
        label={t`Name of the studio`}
        value={doc.name}
        error={said('name')}
        onChange={(e) => set('name', e.currentTarget.value)}
      />
      <Select
        label={t`Lengths are written in`}
        description={t`A number with no unit takes this one. What is written with its unit stays exactly as long as it is.`}
        data={[
          { value: 'in', label: t`inches and fractions` },
          { value: 'cm', label: t`centimetres` },
          { value: 'mm', label: t`millimetres` },
        ]}
        allowDeselect={false}
        value={doc.units}
        onChange={(value) => value && set('units', value)}
      />
      <Select
        label={t`Numbers, money and days are written as in`}
        description={t`Lengths and prices are typed with a point everywhere.`}
        searchable
        data={PLACES.map((value) => ({ value, label: nameOfPlace(value) }))}
        allowDeselect={false}
        value={doc.place ?? 'en-GB'}
        error={said('place')}
        onChange={(value) => value && set('place', value)}
      />
      <Select
        label={t`Its days begin and end by the clock of`}
        description={t`A class is past when its day is over there, and evenings and days to order by are counted from it.`}
        searchable
        data={zonesWith(doc.time_zone ?? '')}
        allowDeselect={false}
        value={doc.time_zone ?? ''}
        error={said('time_zone')}
        onChange={(value) => value && set('time_zone', value)}
      />
      <Select
        label={t`A week begins on`}
        data={weekdays().map((label, day) => ({ value: String(day), label }))}
        allowDeselect={false}
        value={String(doc.first_day ?? 1)}
        onChange={(value) => value && set('first_day', Number(value))}
      />
      <div>
        <label id="scoring-label" className={classes.label}>
          <Trans>Scored with</Trans>
        </label>
        <SegmentedControl
          aria-labelledby="scoring-label"
          data={[
            { value: 'board', label: t`A board with grooves` },
            { value: 'blade', label: t`The trimmer’s scoring blade` },
          ]}
          value={doc.scoring}
          onChange={(value) => set('scoring', value)}
        />
      </div>
      {length(
        'groove',
        t`Distance of the grooves`,
        t`A score beside the groove matters to board users only; a score that is dragged moves by it.`,
      )}
      {length('board', t`Reach of the scoring board`, t`How far its last groove is from the fence.`)}
      <div>
        <label id="ridge-label" className={classes.label}>
          <Trans>The ridge of a score goes</Trans>
        </label>
        <SegmentedControl
          aria-labelledby="ridge-label"
          data={[
            { value: 'inside', label: t`Inside the fold` },
            { value: 'outside', label: t`Outside it` },
          ]}
          value={doc.ridge ?? 'inside'}
          onChange={(value) => set('ridge', value)}
        />
      </div>
      {length(
        'plate_long',
        t`Length of the die-cutting plates`,
        t`Dies that fit beside one another go through together.`,
      )}
      {length('plate', t`Width of the die-cutting plates`, t`A die with its margin must not be wider.`)}
      {(
        [
          ['tabs_with', t`Tabs and glued panels are stuck with`],
          ['mats_with', t`Mats are stuck with`],
        ] as const
      ).map(([field, label]) => (
        <div key={field}>
          <label id={`${field}-label`} className={classes.label}>
            {label}
          </label>
          <SegmentedControl
            aria-labelledby={`${field}-label`}
            data={[
              { value: 'tape', label: t`Strong tape` },
              { value: 'glue', label: t`Wet glue` },
              { value: 'runner', label: t`A runner` },
            ]}
            value={doc[field] ?? 'tape'}
            onChange={(value) => set(field, value)}
          />
        </div>
      ))}
      {length(
        'tape',
        t`Width of the adhesive on tabs`,
        t`A tab must not be narrower, unless it is glued wet.`,
      )}
      {length(
        'keep_back',
        t`Wet glue stays back from edges`,
        t`So that it does not ooze out of a line from edge to edge.`,
      )}
      <NumberInput
        className={classes.length}
        label={t`Wet glue dries for, minutes`}
        description={t`Counted as waiting. The label of the glue decides.`}
        hideControls
        min={0}
        max={10080}
        allowDecimal={false}
        value={doc.drying ?? 10}
        onChange={(value) => set('drying', Number(value) || 0)}
      />
      {length('border', t`Usual border of a mat, a side`, t`Close is 1/16 in, usual 1/8 in, bold 1/4 in.`)}
      {length('even', t`Borders look even up to`, t`Two borders of a mat that differ by no more are even.`)}
      <div>
        <label id="lid-label" className={classes.label}>
          <Trans>A lid should be</Trans>
        </label>
        <SegmentedControl
          aria-labelledby="lid-label"
          data={[
            { value: 'snug', label: t`Snug, 1/16 in` },
            { value: 'easy', label: t`Easy, 1/8 in` },
          ]}
          value={doc.lid}
          onChange={(value) => set('lid', value)}
        />
      </div>
      <h2>
        <Trans>When we prepare</Trans>
      </h2>
      {(
        [
          ['evening_minutes', t`Minutes an evening`, 15, 1440],
          ['helpers', t`People who prepare`, 1, 20],
        ] as const
      ).map(([field, label, min, max]) => (
        <NumberInput
          key={field}
          className={classes.length}
          label={label}
          hideControls
          min={min}
          max={max}
          allowDecimal={false}
          value={doc[field] ?? min}
          onChange={(value) => set(field, Number(value) || min)}
        />
      ))}
      <TextInput
        className={classes.length}
        type="time"
        label={t`An evening begins at`}
        description={t`For the calendar.`}
        value={(doc.evening_from ?? '19:30').slice(0, 5)}
        onChange={(e) => e.currentTarget.value && set('evening_from', e.currentTarget.value)}
      />
      <Checkbox.Group
        label={t`We prepare on`}
        value={(doc.evening_days ?? []).map(String)}
        onChange={(days) => days.length && set('evening_days', days.map(Number).sort())}
      >
        <Group gap="md" mt={6}>
          {weekdays().map((label, day) => (
            <Checkbox key={day} value={String((day + 6) % 7)} label={label} />
          ))}
        </Group>
      </Checkbox.Group>
      <NumberInput
        className={classes.length}
        label={t`The people of a class are deleted after months`}
        description={t`Counted from the day of the class. Empty: they are kept until somebody removes them.`}
        hideControls
        min={0}
        max={240}
        allowDecimal={false}
        value={doc.people_months ?? ''}
        onChange={(value) => set('people_months', value === '' ? null : Number(value))}
      />
      {worth(
        'hour_worth',
        t`An hour of your work is worth`,
        t`It decides which way of cutting is the usual one. Empty: a sheet is worth two minutes.`,
      )}
      {worth('sheet_worth', t`A sheet is worth`, t`Empty: its price. It counts once an hour has a worth.`)}
      <p>
        <Button type="submit" disabled={!changed} loading={save.isPending}>
          <Trans>Save</Trans>
        </Button>{' '}
        {save.isSuccess && !changed ? (
          <span role="status">
            <Trans>Saved.</Trans>
          </span>
        ) : null}
      </p>
    </form>
  )
}
