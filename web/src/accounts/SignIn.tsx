import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, TextInput } from '@mantine/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { type Entry, say } from '../api/accounts'
import { api, ask } from '../api/client'
import { forgetAnswers } from '../api/offline'
import { asked, keep } from '../api/queries'
import { ConfirmFirst } from './ConfirmFirst'
import { DoorCard } from './DoorCard'
import classes from './SignIn.module.css'
import { PasswordField } from './Fields'

/** The form that lets a person in; over a page whose session ended it keeps that page as it was. */
export function SignIn({ again = false, done }: { again?: boolean; done?: () => void }) {
  const [username, setUsername] = useState('')
  const [password, setPassword] = useState('')
  const [code, setCode] = useState<string | null>(null)
  const arrive = useArrival(done)
  const [unconfirmed, setUnconfirmed] = useState(false)
  const next = (entry: Entry) => {
    if (entry === 'second-factor') setCode('')
    else if (entry === 'confirm') setUnconfirmed(true)
    else arrive.mutate()
  }
  const signIn = useMutation({
    mutationFn: () =>
      say('/auth/login', { password, ...(username.includes('@') ? { email: username } : { username }) }),
    onSuccess: next,
  })
  const factor = useMutation({
    mutationFn: () => say('/auth/2fa/authenticate', { code: (code ?? '').trim() }),
    onSuccess: next,
  })
  if (unconfirmed) return <ConfirmFirst email={username.trim()} />
  if (code !== null)
    return (
      <DoorCard
        over={again}
        title={t`One thing more`}
        says={t`The code that your second factor shows now, or one of your recovery codes.`}
        error={factor.error ?? arrive.error}
        submit={() => factor.mutate()}
      >
        <TextInput
          label={t`Code`}
          autoFocus
          autoComplete="one-time-code"
          inputMode="numeric"
          value={code}
          onChange={(e) => setCode(e.currentTarget.value)}
        />
        <Button type="submit" size="md" loading={factor.isPending} fullWidth mt="md">
          <Trans>Go on</Trans>
        </Button>
      </DoorCard>
    )
  return (
    <DoorCard
      over={again}
      title={again ? t`Sign in again` : 'Neat Sheaf'}
      says={
        again
          ? t`Your session ended. Sign in to go on; what you typed is still here.`
          : t`From one cut-and-score list to kits for the whole class.`
      }
      error={signIn.error ?? arrive.error}
      submit={() => signIn.mutate()}
    >
      {again ? null : <Demo />}
      <TextInput
        label={t`Name or mail address`}
        required
        withAsterisk={false}
        autoComplete="username"
        autoFocus
        value={username}
        onChange={(e) => setUsername(e.currentTarget.value)}
      />
      <PasswordField label={t`Password`} value={password} set={setPassword} />
      <Button type="submit" size="md" loading={signIn.isPending || arrive.isPending} fullWidth mt="md">
        <Trans>Sign in</Trans>
      </Button>
      {again ? null : <Others />}
    </DoorCard>
  )
}

/** Look at the demo, where the server that was started here offers it. */
function Demo() {
  const session = useQuery(asked.session())
  const arrive = useArrival()
  const look = useMutation({ mutationFn: () => ask(api.POST('/api/demo')), onSuccess: () => arrive.mutate() })
  if (!session.data?.sign_up.demo) return null
  return (
    <div className={classes.demo}>
      <Button size="md" loading={look.isPending} onClick={() => look.mutate()} fullWidth>
        <Trans>Look at the demo</Trans>
      </Button>
      <Button component={Link} to="/sign-up" size="md" variant="default" fullWidth>
        <Trans>Start your own paper room</Trans>
      </Button>
      <p className={classes.or}>
        <Trans>or sign in</Trans>
      </p>
    </div>
  )
}

function Others() {
  const sign_up = useQuery(asked.session()).data?.sign_up
  return (
    <p className={classes.others}>
      {sign_up?.open && !sign_up.demo ? (
        <Link to="/sign-up">
          <Trans>Make an account</Trans>
        </Link>
      ) : null}
      <Link to="/forgot">
        <Trans>I forgot my password</Trans>
      </Link>
      {sign_up?.mail === 'simulated' ? (
        <Link to="/mailbox">
          <Trans>The simulated mailbox</Trans>
        </Link>
      ) : null}
    </p>
  )
}

/** What is done once somebody is in: nothing of the one before stays, and the places open. */
export function useArrival(done?: () => void) {
  const queries = useQueryClient()
  return useMutation({
    mutationFn: async () => {
      await forgetAnswers()
      return ask(api.GET('/api/session'))
    },
    onSuccess: (session) => {
      keep.session(queries, session)
      done?.()
    },
  })
}
