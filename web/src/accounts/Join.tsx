import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { api, ask, type Session } from '../api/client'
import { keep, keys } from '../api/queries'
import { askedOf } from './queries'
import { Loaded } from '../ui/states/states'
import { DoorCard } from './DoorCard'
import { SignIn } from './SignIn'
import { SignUp } from './SignUp'

/** What an invitation is to; accepted with the account that is signed in, or after making one. */
export function Join({ session }: { session: Session }) {
  const token = useParams()['token'] ?? ''
  const invitation = useQuery(askedOf.invitation(token))
  const [way, setWay] = useState<'' | 'up' | 'in'>('')
  const queries = useQueryClient()
  const navigate = useNavigate()
  const join = useMutation({
    mutationFn: async () => {
      await ask(api.POST('/api/join/{token}', { params: { path: { token } } }))
      return ask(api.GET('/api/session'))
    },
    onSuccess: (found) => {
      // Whoever watches the session goes on watching it.
      queries.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== keys.session[0] })
      keep.session(queries, found)
      void navigate('/')
    },
  })
  return (
    <Loaded query={invitation}>
      {({ studio, role, email }) => {
        const as =
          role === 'owner'
            ? t`an owner`
            : role === 'helper'
              ? t`a helper, who prepares and ticks`
              : t`a reader`
        if (!session.user && way === 'up')
          return <SignUp email={email} says={t`To join ${studio}, choose a password.`} />
        if (!session.user && way === 'in') return <SignIn />
        return (
          <DoorCard
            title={t`Join ${studio}`}
            says={t`You are asked in as ${as}.`}
            error={join.error}
            submit={() => join.mutate()}
          >
            {session.user ? (
              <Button type="submit" size="md" loading={join.isPending} fullWidth>
                <Trans>Join as {session.user}</Trans>
              </Button>
            ) : (
              <>
                <Button size="md" onClick={() => setWay('up')} fullWidth>
                  <Trans>Make an account</Trans>
                </Button>
                <Button size="md" variant="default" onClick={() => setWay('in')} fullWidth>
                  <Trans>I have an account</Trans>
                </Button>
              </>
            )}
          </DoorCard>
        )
      }}
    </Loaded>
  )
}
