import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Alert, Button, PasswordInput, TextInput } from '@mantine/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { api, ask } from '../api/client'
import { forgetAnswers } from '../api/offline'
import { keep } from '../api/queries'
import classes from './SignIn.module.css'

/** The form that lets a person in; over a page whose session ended it keeps that page as it was. */
export function SignIn({ again = false, done }: { again?: boolean; done?: () => void }) {
  const queries = useQueryClient()
  const [username, setUsername] = useState('')
  const [password, setPassword] = useState('')
  const signIn = useMutation({
    mutationFn: () => ask(api.POST('/api/session', { body: { username, password } })),
    onSuccess: (session) => {
      void forgetAnswers()
      keep.session(queries, session)
      done?.()
    },
  })
  function submit(event: FormEvent) {
    event.preventDefault()
    signIn.mutate()
  }
  return (
    <main className={again ? classes.over : classes.page}>
      <form onSubmit={submit} className={`sheet ${classes.card}`} aria-label={t`Sign in`}>
        <img src="/static/mark.svg" width="54" height="54" alt="" />
        <h1>Neat Sheaf</h1>
        <p className="soft">
          {again
            ? t`Your session ended. Sign in to go on; what you typed is still here.`
            : t`From one cut-and-score list to kits for the whole class.`}
        </p>
        {signIn.error ? (
          <Alert color="red" role="alert">
            {signIn.error.message}
          </Alert>
        ) : null}
        <TextInput
          label={t`Name`}
          required
          withAsterisk={false}
          autoComplete="username"
          autoFocus
          value={username}
          onChange={(e) => setUsername(e.currentTarget.value)}
        />
        <PasswordInput
          label={t`Password`}
          required
          withAsterisk={false}
          autoComplete="current-password"
          value={password}
          onChange={(e) => setPassword(e.currentTarget.value)}
          visibilityToggleButtonProps={{ 'aria-label': t`Show the password` }}
        />
        <Button type="submit" size="md" loading={signIn.isPending} fullWidth mt="md">
          <Trans>Sign in</Trans>
        </Button>
      </form>
    </main>
  )
}
