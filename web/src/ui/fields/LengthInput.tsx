import { TextInput, type TextInputProps } from '@mantine/core'
import { FracWords } from '../text/FracWords'
import classes from './LengthInput.module.css'

/** A field for lengths: what is in it shows true fractions until it is typed in. */
export function LengthInput(props: TextInputProps & { value: string }) {
  return (
    <div className={classes.wrap}>
      <TextInput {...props} />
      <span className={classes.shown} aria-hidden data-error={props.error ? true : undefined}>
        <FracWords text={props.value} />
      </span>
    </div>
  )
}
