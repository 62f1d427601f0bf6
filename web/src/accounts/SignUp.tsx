import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { say } from '../api/accounts'
import { Refused } from '../api/client'
import { ConfirmFirst } from './ConfirmFirst'
import { DoorCard } from './DoorCard'
import { useArrival } from './SignIn'
import classes from './SignIn.module.css'
import { MailField, PasswordField } from './Fields'

/** Make an account: an address and a password, nothing more. ``first``: nobody has one here yet. */
export function SignUp(props: { first?: boolean; email?: string; says?: string; done?: () => void }) {
  const [email, setEmail] = useState(props.email ?? '')
  const [password, setPassword] = useState('')
  const arrive = useArrival(props.done)
  const make = useMutation({
    mutationFn: () => say('/auth/signup', { email: email.trim(), password }),
    onSuccess: (entry) => {
      if (entry !== 'confirm') arrive.mutate()
    },
  })
  const faults = make.error instanceof Refused ? make.error.problem.faults : []
  const said = (field: string) => faults?.find((fault) => fault.path === field)?.message
  const beside = (faults ?? []).length > 0 && (faults ?? []).every((fault) => fault.path)
  if (make.data === 'confirm') return <ConfirmFirst email={email.trim()} />
  return (
    <DoorCard
      title={props.first ? t`Welcome to Neat Sheaf` : t`Make an account`}
      says={
        props.says ??
        (props.first
          ? t`There is no account here yet. The first one is yours; then you choose paper sizes, units and currency.`
          : t`An address and a password; then you choose paper sizes, units and currency.`)
      }
      error={beside ? null : (make.error ?? arrive.error)}
      submit={() => make.mutate()}
    >
      <MailField value={email} set={setEmail} focus error={said('email')} />
      <PasswordField label={t`Password`} value={password} set={setPassword} fresh error={said('password')} />
      <Button type="submit" size="md" loading={make.isPending || arrive.isPending} fullWidth mt="md">
        <Trans>Make the account</Trans>
      </Button>
      {props.first ? null : (
        <p className={classes.others}>
          <Link to="/">
            <Trans>I have an account</Trans>
          </Link>
        </p>
      )}
    </DoorCard>
  )
}
