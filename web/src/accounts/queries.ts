/** What is asked of the server about who belongs where. */
import { queryOptions } from '@tanstack/react-query'
import { api, ask } from '../api/client'

export const MEMBERS = ['members']

export const askedOf = {
  archive: () => queryOptions({ queryKey: ['archive'], queryFn: () => ask(api.GET('/api/archive')) }),
  invitation: (token: string) =>
    queryOptions({
      queryKey: ['invitation', token],
      queryFn: () => ask(api.GET('/api/join/{token}', { params: { path: { token } } })),
      retry: false,
    }),
  mailbox: () =>
    queryOptions({
      queryKey: ['mailbox'],
      queryFn: () => ask(api.GET('/api/mailbox')),
      refetchInterval: 3000,
    }),
  members: () => queryOptions({ queryKey: MEMBERS, queryFn: () => ask(api.GET('/api/members')) }),
}
