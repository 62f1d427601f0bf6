import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Modal, Switch } from '@mantine/core'
import { useMutation, useQuery } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { api, ask, type ProjectIn, Refused, type Schemas } from '../api/client'
import { asked } from '../api/queries'
import { Failed, Loaded } from '../ui/states/states'
import type { Units } from '../ui/text/length'
import { isTyped, NO_ROOM, RoomFields } from './RoomFields'
import classes from './StartForm.module.css'

type Form = Schemas['FormOut']

/** Choose a form and say what goes inside: the list that makes it, with slits, tabs, mats and steps. */
export function StartForm(props: {
  units: Units
  taken: string[]
  take: (list: ProjectIn) => void
  close: () => void
}) {
  const { units } = props
  const forms = useQuery(asked.forms())
  const [form, setForm] = useState<Form | null>(null)
  const [sizes, setSizes] = useState(NO_ROOM)
  const [matted, setMatted] = useState(true)
  const make = useMutation({
    mutationFn: (code: string) =>
      ask(api.POST('/api/forms', { body: { code, ...sizes, matted, units, taken: props.taken } })),
    onSuccess: (list) => {
      props.take(list)
      props.close()
    },
  })
  const faults = make.error instanceof Refused ? (make.error.problem.faults ?? []) : []
  const submit = (event: FormEvent) => {
    event.preventDefault()
    if (form) make.mutate(form.code)
  }
  return (
    <Modal
      opened
      onClose={props.close}
      size="xl"
      title={t`Start from a form`}
      closeButtonProps={{ 'aria-label': t`Close` }}
    >
      <Loaded query={forms}>
        {(rows) => (
          <form onSubmit={submit}>
            <div className={classes.forms} role="radiogroup" aria-label={t`Form`}>
              {rows.map((row) => (
                <label key={row.code} className={classes.form} data-on={row.code === form?.code || undefined}>
                  <input
                    type="radio"
                    name="form"
                    className="vanish"
                    checked={row.code === form?.code}
                    onChange={() => setForm(row)}
                  />
                  <img src={`/api/forms/${row.code}.svg`} alt="" width="84" height="70" />
                  <span>{row.name}</span>
                </label>
              ))}
            </div>
            {form ? (
              <>
                <RoomFields units={units} flat={form.flat} sizes={sizes} faults={faults} change={setSizes} />
                <Switch
                  mt="sm"
                  label={t`With mats on what shows`}
                  checked={matted}
                  onChange={(event) => setMatted(event.currentTarget.checked)}
                />
                {make.error && !faults.length ? <Failed error={make.error} /> : null}
                <Button type="submit" mt="md" loading={make.isPending} disabled={!isTyped(sizes, form.flat)}>
                  <Trans>Make the list</Trans>
                </Button>
              </>
            ) : (
              <p className="soft">
                <Trans>Choose a form. Its slits, tabs, mats and steps come with it.</Trans>
              </p>
            )}
          </form>
        )}
      </Loaded>
    </Modal>
  )
}
