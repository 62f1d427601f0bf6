import { t } from '@lingui/core/macro'
import { PasswordInput, TextInput } from '@mantine/core'

/** A password as it is typed. ``fresh``: one that is chosen now, not one that is known. */
export function PasswordField(props: {
  label: string
  value: string
  set: (value: string) => void
  fresh?: boolean
  focus?: boolean
  error?: string | undefined
}) {
  const { label } = props
  return (
    <PasswordInput
      label={label}
      description={props.fresh ? t`eight characters or more` : undefined}
      required
      withAsterisk={false}
      autoFocus={props.focus}
      autoComplete={props.fresh ? 'new-password' : 'current-password'}
      value={props.value}
      error={props.error}
      onChange={(e) => props.set(e.currentTarget.value)}
      visibilityToggleButtonProps={{ 'aria-label': t`Show what is typed: ${label}` }}
    />
  )
}

/** A mail address as it is typed. */
export function MailField(props: {
  value: string
  set: (value: string) => void
  focus?: boolean
  error?: string | undefined
  w?: number
}) {
  return (
    <TextInput
      label={t`Mail address`}
      type="email"
      required
      withAsterisk={false}
      autoFocus={props.focus}
      autoComplete="email"
      w={props.w}
      value={props.value}
      error={props.error}
      onChange={(e) => props.set(e.currentTarget.value)}
    />
  )
}
