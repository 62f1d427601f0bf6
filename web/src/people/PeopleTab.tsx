import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Button, Checkbox, FileButton, Group, Select, Switch, TextInput } from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useEffect, useRef, useState } from 'react'
import { api, ask, Refused, type Schemas } from '../api/client'
import { asked, changed, keys } from '../api/queries'
import { useClass } from '../classes/context'
import { number } from '../i18n/format'
import { Failed, Loaded } from '../ui/states/states'
import { NameLetters } from './NameLetters'
import classes from './People.module.css'
import { newId } from '../ui/newId'

type People = Schemas['PeopleOut']
type Person = Schemas['PersonOut']
type PersonIn = Omit<Schemas['PersonChangeIn'], 'version'>

/** Who comes, and whose kit is posted; with what they chose, and whether they have paid. */
export function PeopleTab() {
  const { saved } = useClass()
  const people = useQuery(asked.people(saved.id))
  return <Loaded query={people}>{(found) => <Shown found={found} />}</Loaded>
}

/** What follows from the list is fetched again: the class, its bags, and where it leads the seats. */
function useAfter() {
  const queries = useQueryClient()
  const { saved } = useClass()
  return async () => {
    await queries.invalidateQueries({ queryKey: keys.people(saved.id) })
    await queries.invalidateQueries({ queryKey: keys.kitClass(saved.id) })
    await changed(queries, 'class')
  }
}

function Shown({ found }: { found: People }) {
  const { saved } = useClass()
  const after = useAfter()
  const params = { path: { class_id: saved.id } }
  const follow = useMutation({
    mutationFn: (follows: boolean) =>
      ask(api.PUT('/api/classes/{class_id}/people/follow', { params, body: { follows } })),
    onSuccess: after,
  })
  const add = useMutation({
    mutationFn: ({ name, doubles }: { name: string; doubles: boolean }) => {
      const kept = { colourway: '', fee: '', paid: false, posted: false, waiting: full, note: '' }
      const body = { ...kept, name, doubles, batch: newId() }
      return ask(api.POST('/api/classes/{class_id}/people', { params, body }))
    },
    onSuccess: after,
  })
  const table = useMutation({
    mutationFn: ({ text, doubles }: { text: string; doubles: boolean }) => {
      const body = { text, doubles, batch: newId() }
      return ask(api.POST('/api/classes/{class_id}/people/table', { params, body }))
    },
    onSuccess: after,
  })
  const [name, setName] = useState('')
  const there = found.people.filter((person) => !person.waiting)
  const full = !found.follows && there.length >= (saved.seats ?? 0)
  const [come, waiting] = [number(there.length), number(found.people.length - there.length)]
  const [seats, paid] = [number(saved.seats ?? 0), number(there.filter((person) => person.paid).length)]
  return (
    <section aria-labelledby="people">
      <h2 id="people">{t`${come} of ${seats} seats taken`}</h2>
      <p>
        {t`${paid} have paid, ${waiting} wait for a seat.`}{' '}
        <span className="soft">
          <Trans>Nothing of them leaves this studio; who is removed here is gone.</Trans>
        </span>
      </p>
      <Switch
        label={t`The class follows this list: its seats, colourways and fees are theirs`}
        checked={found.follows}
        onChange={(e) => follow.mutate(e.currentTarget.checked)}
      />
      {there.length ? <NameLetters found={found} /> : null}
      <ul className={classes.people}>
        {found.people.map((person) => (
          <Row key={person.id} person={person} after={after} />
        ))}
      </ul>
      <form
        className={classes.add}
        onSubmit={(event: FormEvent) => {
          event.preventDefault()
          if (!name.trim()) return
          add.mutate({ name, doubles: false })
          setName('')
        }}
      >
        <TextInput
          aria-label={t`Name of the next person`}
          placeholder={full ? t`All seats are taken: the next one waits` : t`Name…`}
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        {/* Never disabled: Enter after the next name counts while the one before is on its way. */}
        <Button type="submit" variant="light" leftSection={<IconPlus size={18} />}>
          <Trans>Add</Trans>
        </Button>
      </form>
      <Group gap="sm" mt="sm">
        <FileButton
          accept=".csv,text/csv,text/plain"
          onChange={(file) => file && void file.text().then((text) => table.mutate({ text, doubles: false }))}
        >
          {(props) => (
            <Button {...props} variant="default" size="sm" loading={table.isPending}>
              <Trans>Add from a table (CSV)</Trans>
            </Button>
          )}
        </FileButton>
        <Button
          component="a"
          href={`/api/classes/${saved.id}/people.csv`}
          variant="default"
          size="sm"
          disabled={!found.people.length}
        >
          <Trans>Take the list along (CSV)</Trans>
        </Button>
      </Group>
      {[add, table, follow].map((one, n) => (one.error ? <Faults key={n} error={one.error} /> : null))}
      {onlyDoubles(add.error) && add.variables ? (
        <Button variant="light" onClick={() => add.mutate({ ...add.variables, doubles: true })}>
          <Trans>Add another of that name</Trans>
        </Button>
      ) : null}
      {onlyDoubles(table.error) && table.variables ? (
        <Button variant="light" onClick={() => table.mutate({ ...table.variables, doubles: true })}>
          <Trans>Add them all the same</Trans>
        </Button>
      ) : null}
    </section>
  )
}

/** Whether nothing is wrong but that names are on the list already. */
const onlyDoubles = (error: Error | null) =>
  error instanceof Refused &&
  !!error.problem.faults?.length &&
  error.problem.faults.every((fault) => fault.code === 'same-name')

/** What is wrong with a table or a name, line by line. */
function Faults({ error }: { error: Error }) {
  const faults = error instanceof Refused ? (error.problem.faults ?? []) : []
  if (!faults.length) return <Failed error={error} />
  return (
    <ul role="alert" className={classes.faults}>
      {faults.map((fault, n) => (
        <li key={n}>
          {fault.path}: {fault.message}
        </li>
      ))}
    </ul>
  )
}

function Row({ person, after }: { person: Person; after: () => Promise<void> }) {
  const { saved } = useClass()
  const params = { path: { person_id: person.id } }
  const [typed, setTyped] = useState<Partial<PersonIn>>({})
  // A second tick may come before the list is fetched again: it is based on what the first one made.
  const newest = useRef(person.version)
  useEffect(() => {
    newest.current = Math.max(newest.current, person.version)
  }, [person.version])
  const save = useMutation({
    scope: { id: `person-${person.id}` },
    mutationFn: async (more: Partial<PersonIn>) => {
      const body = { ...more, version: newest.current }
      const saved = await ask(api.PUT('/api/people/{person_id}', { params, body }))
      newest.current = saved.version
      return saved
    },
    onSuccess: async () => {
      await after()
      setTyped({})
    },
    // Somebody else was quicker: what is there now is shown, and what was typed here stays in its field.
    onError: after,
  })
  const stale = save.error instanceof Refused && save.error.status === 409
  const remove = useMutation({
    mutationFn: () => ask(api.DELETE('/api/people/{person_id}', { params })),
    onSuccess: after,
  })
  const { name } = person
  const text = (field: 'name' | 'note', label: string, placeholder = '') => (
    <TextInput
      aria-label={label}
      placeholder={placeholder}
      value={typed[field] ?? person[field] ?? ''}
      error={save.error instanceof Refused && !stale ? save.error.problem.faults?.[0]?.message : undefined}
      onChange={(e) => setTyped({ ...typed, [field]: e.currentTarget.value })}
      onBlur={() => typed[field] !== undefined && typed[field] !== person[field] && save.mutate(typed)}
    />
  )
  const tick = (field: 'paid' | 'posted' | 'waiting', label: string) => (
    <Checkbox
      label={label}
      checked={person[field] ?? false}
      onChange={(e) => save.mutate({ ...typed, [field]: e.currentTarget.checked })}
    />
  )
  const ways = (saved.colourways ?? []).map((way) => way.name)
  const fees = (saved.other_fees ?? []).map((fee) => fee.name)
  return (
    <li data-waiting={person.waiting}>
      {text('name', t`Name of ${name}`)}
      <Select
        aria-label={t`Colourway of ${name}`}
        data={[{ value: '', label: t`any colourway` }, ...ways]}
        allowDeselect={false}
        value={person.colourway ?? ''}
        onChange={(value) => save.mutate({ ...typed, colourway: value ?? '' })}
      />
      {fees.length ? (
        <Select
          aria-label={t`Fee of ${name}`}
          data={[{ value: '', label: t`usual fee` }, ...fees]}
          allowDeselect={false}
          value={person.fee ?? ''}
          onChange={(value) => save.mutate({ ...typed, fee: value ?? '' })}
        />
      ) : null}
      {text('note', t`Note on ${name}`, t`allergy, seat, …`)}
      {stale ? (
        <p role="alert" className="severe">
          <Trans>
            Somebody else changed {name} meanwhile. This is what is saved now: make your change again.
          </Trans>
        </p>
      ) : null}
      <div className={classes.ticks}>
        {tick('paid', t`paid`)}
        {tick('posted', t`by post`)}
        {tick('waiting', t`waits`)}
      </div>
      <ActionIcon
        variant="subtle"
        color="gray"
        aria-label={t`Remove ${name}`}
        onClick={() => remove.mutate()}
      >
        <IconX size={18} />
      </ActionIcon>
    </li>
  )
}
