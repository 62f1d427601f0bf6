import type { ComponentProps } from 'react'
import { useMay } from '../frame/May'
import { FracWords } from '../text/FracWords'
import classes from './LengthInput.module.css'

type Props = Omit<ComponentProps<'input'>, 'value'> & { value: string; error?: boolean }

/** A cell of a sheet: a bare field, as light as can be, for it is drawn again at every key. */
export function Cell({ error, ...field }: Props) {
  return (
    <input
      type="text"
      autoComplete="off"
      data-error={error || undefined}
      aria-invalid={error || undefined}
      readOnly={!useMay()}
      {...field}
    />
  )
}

/** A cell for lengths: what is in it shows true fractions until it is typed in. */
export function LengthCell(props: Props) {
  return (
    <div className={classes.wrap}>
      <Cell {...props} />
      <span className={classes.shown} aria-hidden data-error={props.error || undefined}>
        <FracWords text={props.value} />
      </span>
    </div>
  )
}
