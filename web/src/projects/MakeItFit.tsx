import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, SegmentedControl } from '@mantine/core'
import { useMutation } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { api, ask, Refused } from '../api/client'
import { Failed } from '../ui/states/states'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import type { ListActions } from './actions'
import { useProject } from './context'
import { FixEffects } from './FixEffects'
import classes from './MakeItFit.module.css'
import { isTyped, NO_ROOM, RoomFields } from './RoomFields'

/** Type the room or the size that is wanted: the list that has it, as a difference, before it is taken. */
export function MakeItFit(props: {
  index: number
  /** Whether a room inside is known, and whether that or the outside is flat. */
  holds: boolean
  flat: boolean
  flatOutside: boolean
  actions: ListActions
  close: () => void
}) {
  const { doc, units } = useProject()
  const [sizes, setSizes] = useState(NO_ROOM)
  const [outside, setOutside] = useState(!props.holds)
  const flat = outside ? props.flatOutside : props.flat
  const make = useMutation({
    mutationFn: () =>
      ask(api.POST('/api/refit', { body: { project: doc, piece: props.index, outside, ...sizes } })),
  })
  const faults = make.error instanceof Refused ? (make.error.problem.faults ?? []) : []
  const fix = make.data?.fix
  const submit = (event: FormEvent) => {
    event.preventDefault()
    make.mutate()
  }
  return (
    <form className={classes.fit} onSubmit={submit} aria-label={t`Make it fit`}>
      {props.holds ? (
        <SegmentedControl
          size="xs"
          aria-label={t`Which size`}
          value={outside ? 'outside' : 'room'}
          onChange={(value) => {
            setOutside(value === 'outside')
            make.reset()
          }}
          data={[
            { value: 'room', label: t`Room inside` },
            { value: 'outside', label: t`Size outside` },
          ]}
        />
      ) : null}
      <RoomFields
        units={units}
        flat={flat}
        outside={outside}
        sizes={sizes}
        faults={faults}
        change={(wanted) => {
          setSizes(wanted)
          make.reset()
        }}
      />
      {make.error && !faults.length ? <Failed error={make.error} /> : null}
      {make.data ? (
        <div role="status">
          {fix ? (
            <ul className={classes.says}>
              {make.data.says.map((said) => (
                <li key={said}>
                  <FracWords text={said} />
                </li>
              ))}
            </ul>
          ) : (
            <p>
              {outside ? <Trans>It is that large already.</Trans> : <Trans>It has that room already.</Trans>}
            </p>
          )}
          {make.data.warnings.map((warning) => (
            <p key={warning} className={classes.fault}>
              <FracWords text={whole(warning)} />
            </p>
          ))}
          {fix ? <FixEffects fixes={[fix]} /> : null}
        </div>
      ) : null}
      <div className={classes.buttons}>
        {fix ? (
          <Button
            size="compact-md"
            onClick={() => {
              props.actions.fix(fix.changes)
              props.close()
            }}
          >
            <Trans>Take it</Trans>
          </Button>
        ) : (
          <Button type="submit" size="compact-md" loading={make.isPending} disabled={!isTyped(sizes, flat)}>
            <Trans>Show what changes</Trans>
          </Button>
        )}
        <Button variant="default" size="compact-md" onClick={props.close}>
          <Trans>Leave it</Trans>
        </Button>
      </div>
    </form>
  )
}
