import { t } from '@lingui/core/macro'
import createClient from 'openapi-fetch'
import { connection } from './offline'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type Problem = Schemas['Problem']
export type Fault = Schemas['FaultOut']
export type Paper = Schemas['PaperOut']
export type PaperIn = Schemas['PaperIn']
export type Supply = Schemas['SupplyOut']
export type SupplyIn = Schemas['SupplyIn']
export type Project = Schemas['ProjectOut']
export type ProjectIn = Schemas['ProjectIn']
export type Piece = Schemas['PieceDoc']
export type LinesDoc = Schemas['LinesDoc']
export type Check = Schemas['CheckOut']
export type KitClass = Schemas['ClassOut']
export type ClassIn = Schemas['ClassIn']
export type Plan = Schemas['PlanOut']
export type Region = Schemas['RegionOut']
export type Layout = Schemas['LayoutOut']
export type CuttingPlan = Schemas['CuttingPlanOut']
export type Batch = Schemas['BatchOut']
export type Stroke = Schemas['StrokeOut']
export type Cutting = Schemas['CuttingOut']
export type Round = Schemas['RoundOut']
export type Rescue = Schemas['RescueOut']
export type Options = Schemas['OptionsOut']
export type Pack = Schemas['PackOut']
export type Movement = Schemas['MovementOut']
export type Claim = Schemas['ClaimOut']
export type FeeTerms = NonNullable<paths['/api/classes/{class_id}/fee']['get']['parameters']['query']>
export type Shopping = Schemas['ShoppingOut']
export type ShoppingRow = Schemas['ShoppingRowOut']
export type Order = Schemas['OrderOut']
export type Comparison = Schemas['ComparisonOut']
export type Compared = Schemas['ComparedOut']
export type Bench = Schemas['Bench']
export type Session = Schemas['SessionOut']

export const api = createClient<paths>({ credentials: 'same-origin' })

api.use({
  onRequest({ request }) {
    const token = /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1]
    if (token && request.method !== 'GET') request.headers.set('X-CSRFToken', token)
    return request
  },
  onResponse({ response }) {
    connection.heard(response)
  },
})

/** An answer that is not what was asked for; `problem` is the server's own account of it. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem,
  ) {
    super(problem.message)
  }
}

/** No answer at all: the server or the network is away. */
export class Unreachable extends Error {
  constructor() {
    super(t`No connection to the server.`)
  }
}

const expiredListeners = new Set<() => void>()

/** Be notified when the session has ended; gives what ends the notifying. */
export function onExpired(listener: () => void): () => void {
  expiredListeners.add(listener)
  return () => expiredListeners.delete(listener)
}

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

function isProblem(value: unknown): value is Problem {
  return typeof value === 'object' && value !== null && 'code' in value && 'message' in value
}

/** The data of an answer, or a thrown Refused or Unreachable. */
export async function ask<T>(asked: Promise<Answer<T>>): Promise<Exclude<T, Problem>> {
  let answer: Answer<T>
  try {
    answer = await asked
  } catch {
    throw new Unreachable()
  }
  const status = answer.response.status
  // What the workers are still working out is no answer yet.
  if (status === 202 && isProblem(answer.data)) throw new Refused(status, answer.data)
  if (answer.response.ok) return answer.data as Exclude<T, Problem>
  if (status === 401) expiredListeners.forEach((notify) => notify())
  if (status === 502 || status === 503 || status === 504) throw new Unreachable()
  const problem = isProblem(answer.error)
    ? answer.error
    : {
        code: 'failed',
        message: t`The server could not answer (${status}).`,
        faults: [],
        current: null,
      }
  throw new Refused(status, problem)
}
