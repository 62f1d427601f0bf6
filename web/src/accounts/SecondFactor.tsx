import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Alert, Button, TextInput } from '@mantine/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { recoveryCodes, say, secondFactor, withoutSecondFactor } from '../api/accounts'
import { api, ask } from '../api/client'
import { Loaded } from '../ui/states/states'
import classes from './Account.module.css'
import { PasswordField } from './Fields'

const KEY = ['account', 'second-factor']

/** A code from an authenticator (RFC 6238) beside the password, and codes that stand in for it. */
export function SecondFactor() {
  const [open, setOpen] = useState(false)
  const found = useQuery({ queryKey: KEY, queryFn: secondFactor })
  return (
    <Loaded query={found}>
      {({ state }) => (
        <>
          <p>
            {state === 'unconfirmed'
              ? t`Confirm your mail address first: the second factor is set up after that.`
              : state === 'on'
                ? t`It is on: whoever signs in with your password is asked for a code as well.`
                : t`Off. With it, whoever knows your password still needs a code that only your phone or key ring shows.`}
          </p>
          {state === 'unconfirmed' ? null : open ? (
            <Password then={<Change on={state === 'on'} done={() => setOpen(false)} />} />
          ) : (
            <Button variant="default" onClick={() => setOpen(true)}>
              {state === 'on' ? t`Show recovery codes, or turn it off` : t`Set it up`}
            </Button>
          )}
        </>
      )}
    </Loaded>
  )
}

/** The password once more, before what opens the account is changed. */
function Password({ then }: { then: React.ReactNode }) {
  const [password, setPassword] = useState('')
  const again = useMutation({ mutationFn: () => say('/auth/reauthenticate', { password }) })
  if (again.isSuccess) return then
  return (
    <form
      className={classes.fields}
      onSubmit={(event) => {
        event.preventDefault()
        again.mutate()
      }}
    >
      <PasswordField
        label={t`Your password once more`}
        value={password}
        set={setPassword}
        focus
        error={again.error?.message}
      />
      <Button type="submit" loading={again.isPending}>
        <Trans>Go on</Trans>
      </Button>
    </form>
  )
}

function Change({ on, done }: { on: boolean; done: () => void }) {
  const queries = useQueryClient()
  // Asked for after the password, with a secret that is good for this try.
  const found = useQuery({ queryKey: [...KEY, 'setting up'], queryFn: secondFactor, gcTime: 0 })
  const codes = useQuery({ queryKey: [...KEY, 'codes'], queryFn: recoveryCodes, enabled: on, gcTime: 0 })
  const [code, setCode] = useState('')
  const changed = () => queries.invalidateQueries({ queryKey: KEY })
  const turnOn = useMutation({
    mutationFn: () => say('/account/authenticators/totp', { code: code.trim() }),
    onSuccess: changed,
  })
  const turnOff = useMutation({
    mutationFn: withoutSecondFactor,
    onSuccess: async () => {
      await changed()
      done()
    },
  })
  if (on)
    return (
      <div className={classes.fields}>
        <p>
          <Trans>
            Write these recovery codes down and keep them apart from your phone: each lets you in once.
          </Trans>
        </p>
        <ul className={classes.codes}>
          {(codes.data ?? []).map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
        {turnOff.error ? <Alert color="red">{turnOff.error.message}</Alert> : null}
        <Button variant="outline" color="red" loading={turnOff.isPending} onClick={() => turnOff.mutate()}>
          <Trans>Turn the second factor off</Trans>
        </Button>
      </div>
    )
  return (
    <Loaded query={found}>
      {({ secret, address }) => (
        <form
          className={classes.fields}
          onSubmit={(event) => {
            event.preventDefault()
            turnOn.mutate()
          }}
        >
          <p>
            <Trans>Show this to the authenticator on your phone, or type the secret there:</Trans>
          </p>
          <Code text={address} />
          <p className={classes.secret}>{secret.replace(/(.{4})(?=.)/g, '$1 ')}</p>
          <TextInput
            label={t`The code it shows now`}
            inputMode="numeric"
            autoComplete="one-time-code"
            value={code}
            error={turnOn.error?.message}
            onChange={(e) => setCode(e.currentTarget.value)}
          />
          <Button type="submit" loading={turnOn.isPending}>
            <Trans>Turn it on</Trans>
          </Button>
        </form>
      )}
    </Loaded>
  )
}

/** The QR code of an address, drawn by the server: it stays on this server. */
function Code({ text }: { text: string }) {
  const drawn = useQuery({
    queryKey: [...KEY, 'code', text],
    queryFn: () => ask(api.POST('/api/account/code', { body: { text } })),
    enabled: !!text,
    gcTime: 0,
  })
  if (!drawn.data) return null
  return <img alt={t`QR code of the secret`} width="180" height="180" src={drawn.data.image} />
}
