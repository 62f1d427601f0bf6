import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { TextInput } from '@mantine/core'
import type { Fault } from '../api/client'
import type { Units } from '../ui/text/length'
import classes from './RoomFields.module.css'

export interface RoomWanted {
  width: string
  depth: string
  height: string
}

export const NO_ROOM: RoomWanted = { width: '', depth: '', height: '' }

/** The sizes that are asked for: of what is flat no depth. */
const asksOf = (flat: boolean) =>
  flat ? (['width', 'height'] as const) : (['width', 'depth', 'height'] as const)

/** Whether each of them is typed. */
export const isTyped = (sizes: RoomWanted, flat: boolean): boolean =>
  asksOf(flat).every((name) => sizes[name].trim())

/** The room that is wanted inside, and what is wrong with it. */
export function RoomFields(props: {
  units: Units
  flat: boolean
  outside?: boolean
  sizes: RoomWanted
  faults: Fault[]
  change: (sizes: RoomWanted) => void
}) {
  const { units, sizes } = props
  const label = { width: t`Width, ${units}`, depth: t`Depth, ${units}`, height: t`Height, ${units}` }
  return (
    <>
      <p className={classes.ask}>
        {props.outside ? (
          <Trans>How large, at most, when it is closed?</Trans>
        ) : (
          <Trans>How much room inside?</Trans>
        )}
      </p>
      <div className={classes.sizes}>
        {asksOf(props.flat).map((name) => (
          <TextInput
            key={name}
            label={label[name]}
            value={sizes[name]}
            error={props.faults.find((fault) => fault.path === name)?.message}
            onChange={(event) => props.change({ ...sizes, [name]: event.currentTarget.value })}
          />
        ))}
      </div>
    </>
  )
}
