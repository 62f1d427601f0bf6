import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { say } from '../api/accounts'
import { asked } from '../api/queries'
import { DoorCard } from './DoorCard'
import { useArrival } from './SignIn'
import classes from './SignIn.module.css'
import { MailField, PasswordField } from './Fields'

/** Ask for a mail with a link to choose another password. */
export function Forgot() {
  const [email, setEmail] = useState('')
  const mail = useQuery(asked.session()).data?.sign_up.mail
  const send = useMutation({ mutationFn: () => say('/auth/password/request', { email: email.trim() }) })
  if (mail === 'none')
    return (
      <DoorCard
        title={t`A new password`}
        says={t`This server sends no mail, so it cannot send you a link. Ask whoever runs it to set your password.`}
      >
        <Back />
      </DoorCard>
    )
  if (send.isSuccess)
    return (
      <DoorCard
        title={t`Look into your mail`}
        says={t`If there is an account with ${email}, a link to choose another password is on its way there.`}
      >
        {mail === 'simulated' ? (
          <Button component={Link} to="/mailbox" size="md" fullWidth>
            <Trans>Open the simulated mailbox</Trans>
          </Button>
        ) : null}
        <Back />
      </DoorCard>
    )
  return (
    <DoorCard
      title={t`A new password`}
      says={t`A link to choose one is sent to your mail address.`}
      error={send.error}
      submit={() => send.mutate()}
    >
      <MailField value={email} set={setEmail} focus />
      <Button type="submit" size="md" loading={send.isPending} fullWidth mt="md">
        <Trans>Send the link</Trans>
      </Button>
      <Back />
    </DoorCard>
  )
}

/** Choose a password, by the link of a mail. */
export function Reset() {
  const key = useParams()['key'] ?? ''
  const navigate = useNavigate()
  const [password, setPassword] = useState('')
  const arrive = useArrival(() => void navigate('/'))
  const set = useMutation({
    mutationFn: () => say('/auth/password/reset', { key, password }),
    onSuccess: () => arrive.mutate(),
  })
  return (
    <DoorCard title={t`Choose a password`} error={set.error} submit={() => set.mutate()}>
      <PasswordField label={t`New password`} value={password} set={setPassword} fresh focus />
      <Button type="submit" size="md" loading={set.isPending} fullWidth mt="md">
        <Trans>Keep it</Trans>
      </Button>
      <Back />
    </DoorCard>
  )
}

/** Confirm a mail address, by the link of a mail. */
export function Confirm() {
  const key = useParams()['key'] ?? ''
  const confirm = useMutation({ mutationFn: () => say('/auth/email/verify', { key }) })
  const { mutate } = confirm
  const user = useQuery(asked.session()).data?.user
  useEffect(() => mutate(), [mutate])
  return (
    <DoorCard
      title={confirm.isSuccess ? t`Thank you` : t`Your address`}
      says={confirm.isSuccess ? t`The address is confirmed.` : undefined}
      error={confirm.error}
    >
      <Button component={Link} to="/" size="md" fullWidth>
        {user ? <Trans>Go on</Trans> : <Trans>Sign in</Trans>}
      </Button>
    </DoorCard>
  )
}

function Back() {
  return (
    <p className={classes.others}>
      <Link to="/">
        <Trans>Back to signing in</Trans>
      </Link>
    </p>
  )
}
