/**
 * The accounts package's own addresses: signing in and up, passwords, the second factor, sessions.
 *
 * Typed by hand: its description covers forty calls, of which these few are used.
 */
import { t } from '@lingui/core/macro'
import { type Problem, Refused, Unreachable } from './client'

const AT = '/_allauth/browser/v1'
const JSON_TYPE = 'application/json'

interface Sent {
  '/auth/login': { password: string } & ({ username: string } | { email: string })
  '/auth/signup': { email: string; password: string }
  '/auth/2fa/authenticate': { code: string }
  '/auth/reauthenticate': { password: string }
  '/auth/password/request': { email: string }
  '/auth/password/reset': { key: string; password: string }
  '/auth/email/verify': { key: string }
  '/account/password/change': { current_password: string; new_password: string }
  '/account/authenticators/totp': { code: string }
}

/** A session of the account: where it was opened, and whether it is this one. */
export interface AccountSession {
  id: number
  user_agent: string
  ip: string
  created_at: number
  last_seen_at?: number
  is_current: boolean
}

/** Whether somebody is in, or what is still asked of them. */
export type Entry = 'in' | 'second-factor' | 'confirm'

interface Body {
  data?: { flows?: { id: string; is_pending?: boolean }[] }
  meta?: Record<string, unknown>
  errors?: { code: string; message: string; param?: string }[]
}

/** Send something; gives how far the person is. Refused with the faults, in the words of this product. */
export async function say<P extends keyof Sent>(path: P, body: Sent[P]): Promise<Entry> {
  const [status, found] = await send.POST(path, body)
  if (status !== 401) return 'in'
  const pending = found.data?.flows?.find((flow) => flow.is_pending)?.id
  if (pending === 'mfa_authenticate') return 'second-factor'
  if (pending === 'verify_email') return 'confirm'
  // Signed out, or the password is wanted once more.
  if (path === '/auth/password/reset' || path === '/auth/email/verify') return 'in'
  throw refusal(401, found)
}

/** The sessions of the account, the newest first. */
export async function sessions(): Promise<AccountSession[]> {
  const [, found] = await send.GET('/auth/sessions')
  const rows = (found.data ?? []) as unknown as AccountSession[]
  return [...rows].sort((a, b) => b.created_at - a.created_at)
}

/** End some sessions. */
export const endSessions = (ids: number[]) => send.DELETE('/auth/sessions', { sessions: ids })

/** Whether the second factor is on; where it is off, the secret to set it up with. */
export async function secondFactor(): Promise<{
  state: 'on' | 'off' | 'unconfirmed'
  secret: string
  address: string
}> {
  const [status, found] = await send.GET('/account/authenticators/totp', undefined, [404, 409])
  const { secret = '', totp_url = '' } = (found.meta ?? {}) as { secret?: string; totp_url?: string }
  const state = status === 200 ? 'on' : status === 409 ? 'unconfirmed' : 'off'
  return { state, secret, address: totp_url }
}

/** The addresses of the account, and whether each is confirmed. */
export async function addresses(): Promise<{ email: string; verified: boolean }[]> {
  const [, found] = await send.GET('/account/email')
  return (found.data ?? []) as unknown as { email: string; verified: boolean }[]
}

/** Send the mail that confirms an address once more. */
export const confirmAgain = (email: string) => send.PUT('/account/email', { email })

/** Turn the second factor off. */
export const withoutSecondFactor = () => send.DELETE('/account/authenticators/totp')

/** Codes that stand in for the second factor, each once. */
export async function recoveryCodes(): Promise<string[]> {
  const [, found] = await send.GET('/account/authenticators/recovery-codes', undefined, [404])
  return (found.data as { unused_codes?: string[] } | undefined)?.unused_codes ?? []
}

/** The three ways of asking; statuses in ``fine`` are answers as well. */
const send = {
  GET: (path: string, body?: unknown, fine?: number[]) => call('GET', path, body, fine),
  POST: (path: string, body?: unknown) => call('POST', path, body),
  PUT: (path: string, body?: unknown) => call('PUT', path, body, [403]),
  DELETE: (path: string, body?: unknown) => call('DELETE', path, body),
}

async function call(
  method: 'GET' | 'POST' | 'PUT' | 'DELETE',
  path: string,
  body?: unknown,
  fine: number[] = [],
): Promise<[number, Body]> {
  const token = /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? ''
  let answer: Response
  try {
    answer = await fetch(AT + path, {
      method,
      headers: { 'content-type': JSON_TYPE, 'x-csrftoken': token },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
  } catch {
    throw new Unreachable()
  }
  const found = (await answer.json().catch(() => ({}))) as Body
  if (answer.ok || fine.includes(answer.status) || (answer.status === 401 && method === 'POST'))
    return [answer.status, found]
  throw refusal(answer.status, found)
}

function refusal(status: number, found: Body): Refused {
  const faults = (found.errors ?? []).map((error) => ({
    path: error.param ?? '',
    code: error.code,
    message: worded(error.code, error.message),
  }))
  const first = faults[0]
  const code = first?.code ?? (status === 401 ? 'password-wanted' : 'failed')
  const problem: Problem = { code, message: first?.message ?? ofStatus(status), faults, current: null }
  return new Refused(status, problem)
}

function ofStatus(status: number): string {
  if (status === 401) return t`Type your password once more to go on.`
  if (status === 403) return t`Accounts are made here by invitation: ask whoever runs this server for one.`
  if (status === 409) return t`That cannot be done as things are: load the page again.`
  if (status === 429) return t`Too many tries from here. Wait a while, then try again.`
  return t`The server could not answer (${status}).`
}

/** The package's sentence in the words of this product, where it has some. */
function worded(code: string, message: string): string {
  const words: Record<string, string> = {
    username_password_mismatch: t`That name and password do not go together.`,
    email_password_mismatch: t`That address and password do not go together.`,
    too_many_login_attempts: t`Too many tries with that name or from here. Wait a quarter of an hour, then try again.`,
    email_taken: t`There is an account with that address already: sign in, or ask for a new password.`,
    enter_current_password: t`That is not your password.`,
    incorrect_password: t`That is not your password.`,
    incorrect_code: t`That code is not right; it changes every half minute.`,
    invalid_password_reset: t`That link is used or too old: ask for another.`,
    invalid_or_expired_key: t`That link is used or too old: ask for another.`,
    password_too_short: t`At least eight characters, please.`,
    password_too_common: t`That password is one that many people use: take another.`,
    invalid: t`That is not a mail address; write one like ida@example.org.`,
    required: t`This is needed.`,
  }
  return words[code] ?? message
}
