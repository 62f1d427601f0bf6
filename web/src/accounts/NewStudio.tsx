import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, SegmentedControl, Select, TextInput } from '@mantine/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { api, ask, type Session } from '../api/client'
import { keep } from '../api/queries'
import { DoorCard } from './DoorCard'
import { nameOfPlace, placeOf, PLACES, usualIn } from './places'
import classes from './SignIn.module.css'

type Units = 'in' | 'cm' | 'mm'
type Sheet = 'letter' | 'a4' | '12x12'

/** The first questions of a studio: what it is called, where it is, how it measures, what it cuts from. */
export function NewStudio({ session, done }: { session: Session; done?: () => void }) {
  const queries = useQueryClient()
  const navigate = useNavigate()
  const [name, setName] = useState('')
  const [place, setPlace] = useState(() => placeOf(navigator.languages))
  const usual = usualIn(place)
  const [chosen, setChosen] = useState<{ units?: Units; currency?: string; sheet?: Sheet }>({})
  const units = chosen.units ?? usual.units
  const currency = chosen.currency ?? usual.currency
  const sheet = chosen.sheet ?? usual.sheet
  const open = useMutation({
    mutationFn: async (from: 'sheet' | 'archive') => {
      const called = name.trim() || (from === 'archive' ? t`Paper room` : '')
      const time_zone = Intl.DateTimeFormat().resolvedOptions().timeZone
      const body = { name: called, place, units, currency, first_day: usual.first_day, time_zone }
      const opened = await ask(api.POST('/api/studios', { body }))
      // An archive brings its own papers, into a room in which there is nothing.
      if (from === 'sheet') await ask(api.POST('/api/plain-papers', { body: { size: sheet } }))
      return opened
    },
    onSuccess: (opened, from) => {
      keep.session(queries, opened)
      done?.()
      void navigate(from === 'archive' ? '/archive' : '/')
    },
  })
  return (
    <DoorCard
      title={t`Your paper room`}
      says={t`All of this can be changed later, under How we work.`}
      error={open.error}
      submit={() => open.mutate('sheet')}
    >
      <TextInput
        label={t`What it is called`}
        placeholder={t`The kitchen table`}
        required
        withAsterisk={false}
        autoFocus
        maxLength={120}
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
      />
      <Select
        label={t`Where it is`}
        allowDeselect={false}
        searchable
        data={PLACES.map((tag) => ({ value: tag, label: nameOfPlace(tag) }))}
        value={place}
        onChange={(value) => value && setPlace(value)}
      />
      <Choice
        label={t`Measures in`}
        value={units}
        data={[
          { value: 'in', label: t`inches` },
          { value: 'cm', label: t`centimetres` },
          { value: 'mm', label: t`millimetres` },
        ]}
        choose={(value) => setChosen({ ...chosen, units: value as Units })}
      />
      <Choice
        label={t`Cuts mostly from`}
        value={sheet}
        data={[
          { value: 'letter', label: t`Letter` },
          { value: 'a4', label: t`A4` },
          { value: '12x12', label: t`12 x 12 in` },
        ]}
        choose={(value) => setChosen({ ...chosen, sheet: value as Sheet })}
      />
      <TextInput
        label={t`Currency`}
        description={t`its code of three letters`}
        maxLength={3}
        w={160}
        value={currency}
        onChange={(e) => setChosen({ ...chosen, currency: e.currentTarget.value.toUpperCase() })}
      />
      <Button type="submit" size="md" loading={open.isPending} fullWidth mt="md">
        <Trans>Open it</Trans>
      </Button>
      <Button variant="subtle" disabled={open.isPending} onClick={() => open.mutate('archive')}>
        <Trans>Bring one from an archive</Trans>
      </Button>
      {session.studio ? (
        <Button component={Link} to="/" variant="subtle" color="gray">
          <Trans>Back to {session.studio.name}</Trans>
        </Button>
      ) : (
        <Leave />
      )}
    </DoorCard>
  )
}

function Choice(props: {
  label: string
  value: string
  data: { value: string; label: string }[]
  choose: (value: string) => void
}) {
  return (
    <div role="group" aria-label={props.label}>
      <div className={classes.label}>{props.label}</div>
      <SegmentedControl fullWidth data={props.data} value={props.value} onChange={props.choose} />
    </div>
  )
}

function Leave() {
  const queries = useQueryClient()
  const leave = async () => {
    await api.DELETE('/api/session')
    queries.clear()
    window.location.assign('/')
  }
  return (
    <Button variant="subtle" color="gray" onClick={() => void leave()}>
      <Trans>Sign out</Trans>
    </Button>
  )
}
