import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Alert, Button, Select } from '@mantine/core'
import { IconX } from '@tabler/icons-react'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useOutletContext } from 'react-router'
import { api, ask, Refused, type Schemas, type Session } from '../api/client'
import { askedOf, MEMBERS } from './queries'
import { dateOf } from '../i18n/format'
import { useStudio } from '../ui/frame/session'
import { Failed, Loaded } from '../ui/states/states'
import { Ledger } from '../ui/tables/Ledger'
import classes from './Account.module.css'
import { MailField } from './Fields'

type Role = Schemas['Role']
type Member = Schemas['MemberOut']

const roles = (): { value: Role; label: string }[] => [
  { value: 'owner', label: t`owner: decides everything` },
  { value: 'helper', label: t`helper: prepares and ticks` },
  { value: 'reader', label: t`reader: looks and prints` },
]

/** Who belongs to the studio, what each may do, and who is asked in. */
export function Members() {
  const studio = useStudio()
  const { role, sign_up } = useOutletContext<Session>()
  const found = useQuery(askedOf.members())
  const mine = role === 'owner'
  return (
    <div className={classes.account}>
      <h1>
        <Trans>Who belongs to {studio.name}</Trans>
      </h1>
      <Loaded query={found}>
        {({ members, invitations }) => (
          <>
            <Rows rows={members} mine={mine} />
            {invitations.length ? (
              <section aria-labelledby="asked" className={classes.part}>
                <h2 id="asked">
                  <Trans>Asked in</Trans>
                </h2>
                <Invitations rows={invitations} mine={mine} />
              </section>
            ) : null}
          </>
        )}
      </Loaded>
      {mine ? (
        <section aria-labelledby="ask" className={classes.part}>
          <h2 id="ask">
            <Trans>Ask somebody in</Trans>
          </h2>
          <Ask />
          {sign_up.mail === 'simulated' ? (
            <p className="soft">
              <Trans>
                This server only simulates mail: the link is in <Link to="/mailbox">its mailbox</Link>.
              </Trans>
            </p>
          ) : null}
          {sign_up.mail === 'none' ? (
            <p className="soft">
              <Trans>This server sends no mail, so an invitation reaches nobody yet.</Trans>
            </p>
          ) : null}
        </section>
      ) : null}
    </div>
  )
}

function useChanged() {
  const queries = useQueryClient()
  return () => queries.invalidateQueries({ queryKey: MEMBERS })
}

function Rows({ rows, mine }: { rows: Member[]; mine: boolean }) {
  const changed = useChanged()
  const give = useMutation({
    mutationFn: ({ id, version, role }: { id: number; version: number; role: Role }) =>
      ask(
        api.PUT('/api/members/{member_id}', { params: { path: { member_id: id } }, body: { version, role } }),
      ),
    onSettled: changed,
  })
  const remove = useMutation({
    mutationFn: ({ id }: Member) =>
      ask(api.DELETE('/api/members/{member_id}', { params: { path: { member_id: id } } })),
    onSuccess: (_, member) => (member.me ? window.location.assign('/') : undefined),
    onSettled: changed,
  })
  const error = give.error ?? remove.error
  const refused = error instanceof Refused ? error.problem.faults?.[0]?.message : error?.message
  return (
    <>
      {refused ? (
        <Alert color="red" role="alert">
          {refused}
        </Alert>
      ) : null}
      <Ledger
        rows={rows}
        rowKey={(row) => row.id}
        columns={[
          {
            head: t`Who`,
            title: true,
            cell: (row) => (
              <>
                {row.email || row.name} {row.me ? <span className="soft">{t`(you)`}</span> : null}
              </>
            ),
          },
          {
            head: t`May`,
            cell: (row) => (
              <Select
                aria-label={t`What ${row.email || row.name} may do`}
                w={260}
                allowDeselect={false}
                disabled={!mine}
                data={roles()}
                value={row.role}
                onChange={(role) => role && give.mutate({ ...row, role })}
              />
            ),
          },
          {
            head: t`Remove`,
            silent: true,
            cell: (row) =>
              row.me && rows.length > 1 ? (
                <Button size="xs" variant="subtle" onClick={() => remove.mutate(row)}>
                  <Trans>Leave</Trans>
                </Button>
              ) : mine && !row.me ? (
                <ActionIcon
                  variant="subtle"
                  color="gray"
                  aria-label={t`Remove ${row.email || row.name}`}
                  onClick={() => remove.mutate(row)}
                >
                  <IconX size={18} />
                </ActionIcon>
              ) : null,
          },
        ]}
      />
    </>
  )
}

function Invitations({ rows, mine }: { rows: Schemas['InvitationOut'][]; mine: boolean }) {
  const changed = useChanged()
  const take = useMutation({
    mutationFn: (id: number) =>
      ask(api.DELETE('/api/invitations/{invitation_id}', { params: { path: { invitation_id: id } } })),
    onSettled: changed,
  })
  const named = new Map(roles().map(({ value, label }) => [value, label]))
  return (
    <Ledger
      rows={rows}
      rowKey={(row) => row.id}
      columns={[
        { head: t`Who`, title: true, cell: (row) => row.email },
        { head: t`As`, cell: (row) => named.get(row.role) },
        { head: t`The link is good until`, cell: (row) => dateOf(row.until) },
        {
          head: t`Take back`,
          silent: true,
          cell: (row) =>
            mine ? (
              <Button size="xs" variant="subtle" onClick={() => take.mutate(row.id)}>
                <Trans>Take back</Trans>
              </Button>
            ) : null,
        },
      ]}
    />
  )
}

function Ask() {
  const changed = useChanged()
  const [email, setEmail] = useState('')
  const [role, setRole] = useState<Role>('helper')
  const send = useMutation({
    mutationFn: () => ask(api.POST('/api/invitations', { body: { email: email.trim(), role } })),
    onSuccess: async () => {
      setEmail('')
      await changed()
    },
  })
  const refused = send.error instanceof Refused ? send.error.problem.faults?.[0]?.message : undefined
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        send.mutate()
      }}
    >
      <div className={classes.ask}>
        <MailField value={email} set={setEmail} w={260} />
        <Select
          label={t`As`}
          w={260}
          allowDeselect={false}
          data={roles()}
          value={role}
          onChange={(value) => value && setRole(value)}
        />
        <Button type="submit" loading={send.isPending}>
          <Trans>Send an invitation</Trans>
        </Button>
      </div>
      {send.error ? (
        refused ? (
          <Alert color="red" mt="sm">
            {refused}
          </Alert>
        ) : (
          <Failed error={send.error} />
        )
      ) : null}
    </form>
  )
}
