import { Button, SegmentedControl, Select, TextInput } from '@mantine/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { api, ask, Refused, type Schemas } from '../api/client'
import { keys } from '../api/queries'
import { Failed, Loaded } from '../ui/states'
import classes from './Habits.module.css'

type Doc = Schemas['HabitsDoc']

/** Where practitioners differ: what this studio scores on, cuts with and glues with. */
export function Habits() {
  const studio = useQuery({ queryKey: keys.studio, queryFn: () => ask(api.GET('/api/studio')) })
  return <Loaded query={studio}>{(data) => <Form kept={data} />}</Loaded>
}

function Form({ kept }: { kept: Doc }) {
  const queries = useQueryClient()
  const [doc, setDoc] = useState(kept)
  const save = useMutation({
    mutationFn: () => ask(api.PUT('/api/studio', { body: doc })),
    onSuccess: async (saved) => {
      setDoc(saved)
      await queries.invalidateQueries()
    },
    onError: (error) => {
      // Changed elsewhere: what is there now is shown, and the change is made again on that.
      if (error instanceof Refused && error.problem.code === 'stale' && error.problem.current)
        setDoc(error.problem.current as unknown as Doc)
    },
  })
  const faults = save.error instanceof Refused ? save.error.problem.faults : []
  const stale = save.error instanceof Refused && save.error.problem.code === 'stale'
  const said = (field: keyof Doc) => faults?.find((fault) => fault.path === field)?.says
  const set = <K extends keyof Doc>(field: K, value: Doc[K]) => setDoc({ ...doc, [field]: value })
  const changed = JSON.stringify(doc) !== JSON.stringify(kept)
  const length = (field: 'groove' | 'plate' | 'tape' | 'border', label: string, why: string) => (
    <TextInput
      className={classes.length}
      label={label}
      description={why}
      value={doc[field]}
      error={said(field)}
      onChange={(e) => set(field, e.currentTarget.value)}
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
      <h1>How we work</h1>
      <p className="soft">
        What the checks judge by. Instructors differ in these; none of them is wrong. Every list of the studio
        is checked again when they change.
      </p>
      {save.error && !faults?.length ? <Failed error={save.error} /> : null}
      {stale ? <p role="status">Here is what is kept now: make your change again, then keep it.</p> : null}
      <TextInput
        label="Name of the studio"
        value={doc.name}
        error={said('name')}
        onChange={(e) => set('name', e.currentTarget.value)}
      />
      <Select
        label="Lengths are written in"
        description="A number with no unit takes this one. What is written with its unit stays exactly as long as it is."
        data={[
          { value: 'in', label: 'inches and fractions' },
          { value: 'cm', label: 'centimetres' },
          { value: 'mm', label: 'millimetres' },
        ]}
        allowDeselect={false}
        value={doc.units}
        onChange={(value) => value && set('units', value)}
      />
      <div>
        <label id="scoring-label" className={classes.label}>
          Scored with
        </label>
        <SegmentedControl
          aria-labelledby="scoring-label"
          data={[
            { value: 'board', label: 'A board with grooves' },
            { value: 'blade', label: 'The trimmer’s scoring blade' },
          ]}
          value={doc.scoring}
          onChange={(value) => set('scoring', value)}
        />
      </div>
      {length(
        'groove',
        'Distance of the grooves',
        'A score off the groove is worth a word to board users only; a dragged score moves by it.',
      )}
      {length('plate', 'Width of the die-cutting plates', 'A die with its margin must not be wider.')}
      {length('tape', 'Width of the adhesive on tabs', 'A tab must not be narrower.')}
      {length('border', 'Usual border of a mat, a side', 'Close is 1/16 in, usual 1/8 in, bold 1/4 in.')}
      <div>
        <label id="lid-label" className={classes.label}>
          A lid should be
        </label>
        <SegmentedControl
          aria-labelledby="lid-label"
          data={[
            { value: 'snug', label: 'Snug, 1/16 in' },
            { value: 'easy', label: 'Easy, 1/8 in' },
          ]}
          value={doc.lid}
          onChange={(value) => set('lid', value)}
        />
      </div>
      <p>
        <Button type="submit" disabled={!changed} loading={save.isPending}>
          Keep it so
        </Button>{' '}
        {save.isSuccess && !changed ? <span role="status">Kept.</span> : null}
      </p>
    </form>
  )
}
