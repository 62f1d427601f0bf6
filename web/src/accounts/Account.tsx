import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Alert, Button } from '@mantine/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import { addresses, confirmAgain, endSessions, say, sessions } from '../api/accounts'
import { api, ask, Refused } from '../api/client'
import { asked } from '../api/queries'
import { momentOf } from '../i18n/format'
import { Ledger } from '../ui/tables/Ledger'
import { Loaded } from '../ui/states/states'
import classes from './Account.module.css'
import { SecondFactor } from './SecondFactor'
import { PasswordField } from './Fields'

/** One's own account: password, second factor, where it is open, and deleting it. */
export function Account() {
  return (
    <div className={classes.account}>
      <h1>
        <Trans>Your account</Trans>
      </h1>
      <Part title={t`Mail address`}>
        <Address />
      </Part>
      <Part title={t`Password`}>
        <Password />
      </Part>
      <Part title={t`Second factor`}>
        <SecondFactor />
      </Part>
      <Part title={t`Where you are signed in`}>
        <Sessions />
      </Part>
      <Part title={t`Delete the account`}>
        <Delete />
      </Part>
    </div>
  )
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className={classes.part}>
      <h2>{title}</h2>
      {children}
    </section>
  )
}

function Address() {
  const session = useQuery(asked.session()).data
  const found = useQuery({ queryKey: ['account', 'addresses'], queryFn: addresses })
  const again = useMutation({ mutationFn: confirmAgain })
  return (
    <Loaded query={found}>
      {(rows) => (
        <div className={classes.fields}>
          {rows.map(({ email, verified }) => (
            <p key={email}>
              {email},{' '}
              {verified ? t`confirmed` : t`not confirmed yet: the link is in the mail that was sent there.`}
            </p>
          ))}
          {rows.length === 0 ? (
            <p>
              <Trans>This account goes by the name {session?.user} and has no mail address.</Trans>
            </p>
          ) : null}
          {rows
            .filter((row) => !row.verified)
            .map(({ email }) => (
              <Button
                key={email}
                variant="default"
                loading={again.isPending}
                onClick={() => again.mutate(email)}
              >
                {again.isSuccess ? t`It was sent again` : t`Send the mail again`}
              </Button>
            ))}
        </div>
      )}
    </Loaded>
  )
}

function Password() {
  const [before, setBefore] = useState('')
  const [after, setAfter] = useState('')
  const change = useMutation({
    mutationFn: () => say('/account/password/change', { current_password: before, new_password: after }),
    onSuccess: () => {
      setBefore('')
      setAfter('')
    },
  })
  const faults = change.error instanceof Refused ? (change.error.problem.faults ?? []) : []
  const said = (field: string) => faults.find((fault) => fault.path === field)?.message
  return (
    <form
      className={classes.fields}
      onSubmit={(event) => {
        event.preventDefault()
        change.mutate()
      }}
    >
      <PasswordField
        label={t`Password now`}
        value={before}
        set={setBefore}
        error={said('current_password')}
      />
      <PasswordField
        label={t`New password`}
        value={after}
        set={setAfter}
        fresh
        error={said('new_password')}
      />
      <Button type="submit" variant="default" loading={change.isPending}>
        <Trans>Change the password</Trans>
      </Button>
      {change.isSuccess ? (
        <p role="status">
          <Trans>It is changed.</Trans>
        </p>
      ) : null}
      {change.error && !faults.length ? (
        <Alert color="red" role="alert">
          {change.error.message}
        </Alert>
      ) : null}
    </form>
  )
}

function Sessions() {
  const queries = useQueryClient()
  const found = useQuery({ queryKey: ['account', 'sessions'], queryFn: sessions })
  const end = useMutation({
    mutationFn: (ids: number[]) => endSessions(ids),
    onSettled: () => queries.invalidateQueries({ queryKey: ['account', 'sessions'] }),
  })
  return (
    <Loaded query={found}>
      {(rows) => {
        const others = rows.filter((row) => !row.is_current).map((row) => row.id)
        return (
          <>
            <Ledger
              rows={rows}
              rowKey={(row) => row.id}
              columns={[
                { head: t`Since`, title: true, cell: (row) => momentOf(at(row.created_at)) },
                { head: t`Last seen`, cell: (row) => momentOf(at(row.last_seen_at ?? row.created_at)) },
                { head: t`From`, cell: (row) => row.ip },
                { head: t`Device`, cell: (row) => deviceOf(row.user_agent) },
                {
                  head: t`End`,
                  silent: true,
                  cell: (row) =>
                    row.is_current ? (
                      <span className="soft">
                        <Trans>this one</Trans>
                      </span>
                    ) : (
                      <Button size="xs" variant="subtle" onClick={() => end.mutate([row.id])}>
                        <Trans>Sign out there</Trans>
                      </Button>
                    ),
                },
              ]}
            />
            {others.length > 1 ? (
              <Button variant="default" mt="sm" onClick={() => end.mutate(others)}>
                <Trans>Sign out everywhere else</Trans>
              </Button>
            ) : null}
          </>
        )
      }}
    </Loaded>
  )
}

const at = (seconds: number) => new Date(seconds * 1000).toISOString()

/** The device, as its browser names it. */
function deviceOf(agent: string): string {
  return (/\(([^)]+)/.exec(agent)?.[1] ?? agent).slice(0, 40)
}

function Delete() {
  const [password, setPassword] = useState('')
  const remove = useMutation({
    mutationFn: () => ask(api.POST('/api/account/delete', { body: { password } })),
    onSuccess: () => window.location.assign('/'),
  })
  const refused = remove.error instanceof Refused ? remove.error.problem.faults?.[0]?.message : undefined
  return (
    <form
      className={classes.fields}
      onSubmit={(event) => {
        event.preventDefault()
        remove.mutate()
      }}
    >
      <p>
        <Trans>
          Your account goes for good, and with it every paper room that nobody else belongs to: its lists,
          classes, cupboard and people. It cannot be undone. If you may want them again, first{' '}
          <Link to="/archive">download everything in one file</Link>.
        </Trans>
      </p>
      <PasswordField
        label={t`Your password, to delete everything`}
        value={password}
        set={setPassword}
        error={refused ?? remove.error?.message}
      />
      <Button type="submit" color="red" variant="outline" disabled={!password} loading={remove.isPending}>
        <Trans>Delete my account</Trans>
      </Button>
    </form>
  )
}
