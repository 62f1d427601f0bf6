/** What is asked of the server, under which key it is kept, and which of it a change makes old. */
import { queryOptions, type QueryClient } from '@tanstack/react-query'
import { writeAsIn } from '../i18n/format'
import type { Units } from '../ui/text/length'
import {
  api,
  ask,
  type Cutting,
  type FeeTerms,
  type KitClass,
  type Pack,
  type Piece,
  type Project,
  type ProjectIn,
  Refused,
  type Session,
} from './client'
import { rememberAnswer } from './offline'

/** The guides of a class: what is ticked in each is kept by itself. */
export type GuideName = 'scoring' | 'tasks' | 'packing' | 'teaching'

export const keys = {
  session: ['session'],
  studio: ['studio'],
  bench: ['bench'],
  projects: ['projects'],
  /** A list as one of its sister versions has it; '' is the list itself. */
  project: (id: number | undefined, version = '') => ['project', id, version],
  classes: ['classes'],
  kitClass: (id: number) => ['class', id],
  cutting: (classId: number) => ['cutting', classId],
  /** Batches of a class as it was saved; cutting is among them once it is planned. */
  prepare: (classId: number, version: number | undefined, planned: boolean) => [
    'prepare',
    classId,
    version,
    planned,
  ],
  ticks: (classId: number, guide: string) => ['ticks', classId, guide],
  notes: (classId: number, guide: string) => ['notes', classId, guide],
  packing: (classId: number, version: number | undefined) => ['packing', classId, version],
  people: (classId: number) => ['people', classId],
  log: (classId: number) => ['log', classId],
  ready: (classId: number) => ['ready', classId],
  learned: ['learned'],
  words: ['words'],
  taught: (projectId: number) => ['taught', projectId],
  /** Choices laid side by side for a class as it was saved. */
  options: (classId: number, version: number | undefined, papers: unknown) => [
    'options',
    classId,
    version,
    papers,
  ],
  leftovers: (classId: number, version: number | undefined, papers: unknown) => [
    'leftovers',
    classId,
    version,
    papers,
  ],
  sizes: (classId: number, version: number | undefined) => ['sizes', classId, version],
  stock: (classId: number, version: number | undefined) => ['stock', classId, version],
  seats: (classId: number, version: number | undefined) => ['seats', classId, version],
  papers: ['papers'],
  supplies: ['supplies'],
  packs: ['packs'],
  movements: (of: 'paper' | 'supply', id: number) => ['movements', of, id],
  fee: (classId: number, version: number | undefined, cost: unknown, terms: unknown) => [
    'fee',
    classId,
    version,
    cost,
    terms,
  ],
  explained: (classId: number, version: number | undefined, cost: unknown) => [
    'explained',
    classId,
    version,
    cost,
  ],
  fewer: (classId: number, version: number | undefined, cost: unknown) => ['fewer', classId, version, cost],
  instead: (id: number) => ['instead', id],
  claims: ['claims'],
  shopping: (classes: string) => ['shopping', classes],
  shops: ['shops'],
  orders: ['orders'],
  year: (year: number | undefined) => ['year', year],
} as const

/** The unit of what is kept: a page that is open goes on in the unit it was opened in. */
const unitsKept = (client: QueryClient, key: readonly unknown[]): Units | null =>
  client.getQueryData<{ units?: Units | null }>(key)?.units ?? null

/**
 * An answer as it is kept: an answer that was asked for before a save, and comes after it, is older than
 * what is there and does not take its place.
 */
export function newest<T extends { version?: number }>(
  client: QueryClient,
  key: readonly unknown[],
  found: T,
): T {
  const kept = client.getQueryData<T>(key)
  return kept && (kept.version ?? 0) > (found.version ?? 0) ? kept : found
}

/** An answer that the workers compute is asked for again until it is there. */
export const whileUnderway = (failures: number, error: Error) =>
  error instanceof Refused && error.problem.code === 'underway' && failures < 300

const ofClass = (id: number) => ({ params: { path: { class_id: id } } })

export const asked = {
  session: () =>
    queryOptions({
      queryKey: keys.session,
      queryFn: async () => {
        const session = await ask(api.GET('/api/session'))
        if (session.studio) writeAsIn(session.studio.place)
        return session
      },
      staleTime: Infinity,
    }),
  studio: () => queryOptions({ queryKey: keys.studio, queryFn: () => ask(api.GET('/api/studio')) }),
  bench: () =>
    queryOptions({
      queryKey: keys.bench,
      queryFn: () => ask(api.GET('/api/bench')),
      // A plan in the making is asked for again until it is there.
      refetchInterval: (query) => (query.state.data?.coming.some((row) => row.planning) ? 1500 : false),
    }),
  projects: () => queryOptions({ queryKey: keys.projects, queryFn: () => ask(api.GET('/api/projects')) }),
  project: (id: number | undefined, version = '') =>
    queryOptions({
      queryKey: keys.project(id, version),
      enabled: id !== undefined,
      queryFn: async ({ client, queryKey }) => {
        const units = unitsKept(client, queryKey)
        const params = { path: { project_id: id ?? 0 }, query: { version, units } }
        return newest(client, queryKey, await ask(api.GET('/api/projects/{project_id}', { params })))
      },
    }),
  classes: () => queryOptions({ queryKey: keys.classes, queryFn: () => ask(api.GET('/api/classes')) }),
  kitClass: (id: number) =>
    queryOptions({
      queryKey: keys.kitClass(id),
      queryFn: async ({ client, queryKey }) => {
        const params = { path: { class_id: id }, query: { units: unitsKept(client, queryKey) } }
        return newest(client, queryKey, await ask(api.GET('/api/classes/{class_id}', { params })))
      },
      // A plan in the making is asked for again until it is there.
      refetchInterval: (query) => (query.state.data?.planned.working ? 500 : false),
    }),
  cutting: (classId: number) =>
    queryOptions({
      queryKey: keys.cutting(classId),
      queryFn: () => ask(api.GET('/api/classes/{class_id}/cutting', ofClass(classId))),
    }),
  prepare: (classId: number, version: number | undefined, planned: boolean) =>
    queryOptions({
      queryKey: keys.prepare(classId, version, planned),
      queryFn: () => ask(api.GET('/api/classes/{class_id}/prepare', ofClass(classId))),
      placeholderData: (before) => before,
      retry: whileUnderway,
    }),
  ticks: (classId: number, guide: GuideName) =>
    queryOptions({
      queryKey: keys.ticks(classId, guide),
      queryFn: () =>
        ask(
          api.GET('/api/classes/{class_id}/ticks/{guide}', {
            params: { path: { class_id: classId, guide } },
          }),
        ),
      refetchInterval: 5000,
    }),
  notes: (classId: number, guide: GuideName) =>
    queryOptions({
      queryKey: keys.notes(classId, guide),
      queryFn: () =>
        ask(
          api.GET('/api/classes/{class_id}/ticks/{guide}/notes', {
            params: { path: { class_id: classId, guide } },
          }),
        ),
    }),
  people: (classId: number) =>
    queryOptions({
      queryKey: keys.people(classId),
      queryFn: () => ask(api.GET('/api/classes/{class_id}/people', ofClass(classId))),
    }),
  log: (classId: number) =>
    queryOptions({
      queryKey: keys.log(classId),
      queryFn: () => ask(api.GET('/api/classes/{class_id}/log', ofClass(classId))),
      retry: whileUnderway,
    }),
  ready: (classId: number) =>
    queryOptions({
      queryKey: keys.ready(classId),
      queryFn: () => ask(api.GET('/api/classes/{class_id}/ready', ofClass(classId))),
    }),
  words: () => queryOptions({ queryKey: keys.words, queryFn: () => ask(api.GET('/api/words')) }),
  learned: () => queryOptions({ queryKey: keys.learned, queryFn: () => ask(api.GET('/api/learned')) }),
  taught: (projectId: number) =>
    queryOptions({
      queryKey: keys.taught(projectId),
      queryFn: () =>
        ask(api.GET('/api/projects/{project_id}/taught', { params: { path: { project_id: projectId } } })),
    }),
  packing: (classId: number, version: number | undefined) =>
    queryOptions({
      queryKey: keys.packing(classId, version),
      queryFn: () => ask(api.GET('/api/classes/{class_id}/packing', ofClass(classId))),
      placeholderData: (before) => before,
      retry: whileUnderway,
    }),
  options: (classId: number, version: number | undefined, papers: unknown) =>
    queryOptions({
      queryKey: keys.options(classId, version, papers),
      queryFn: () => ask(api.GET('/api/classes/{class_id}/options', ofClass(classId))),
      retry: whileUnderway,
    }),
  leftovers: (classId: number, version: number | undefined, papers: unknown) =>
    queryOptions({
      queryKey: keys.leftovers(classId, version, papers),
      queryFn: () => ask(api.GET('/api/classes/{class_id}/leftovers', ofClass(classId))),
      retry: whileUnderway,
    }),
  sizes: (classId: number, version: number | undefined) =>
    queryOptions({
      queryKey: keys.sizes(classId, version),
      queryFn: () => ask(api.GET('/api/classes/{class_id}/sizes', ofClass(classId))),
      retry: whileUnderway,
    }),
  stock: (classId: number, version: number | undefined) =>
    queryOptions({
      queryKey: keys.stock(classId, version),
      queryFn: () => ask(api.GET('/api/classes/{class_id}/stock', ofClass(classId))),
      retry: whileUnderway,
    }),
  seats: (classId: number, version: number | undefined) =>
    queryOptions({
      queryKey: keys.seats(classId, version),
      queryFn: () => ask(api.GET('/api/classes/{class_id}/seats', ofClass(classId))),
      retry: whileUnderway,
    }),
  papers: () => queryOptions({ queryKey: keys.papers, queryFn: () => ask(api.GET('/api/papers')) }),
  supplies: () => queryOptions({ queryKey: keys.supplies, queryFn: () => ask(api.GET('/api/supplies')) }),
  forms: () =>
    queryOptions({ queryKey: ['forms'], queryFn: () => ask(api.GET('/api/forms')), staleTime: Infinity }),
  packs: () => queryOptions({ queryKey: keys.packs, queryFn: () => ask(api.GET('/api/packs')) }),
  movements: (of: 'paper' | 'supply', id: number) =>
    queryOptions({
      queryKey: keys.movements(of, id),
      queryFn: () =>
        of === 'paper'
          ? ask(api.GET('/api/papers/{paper_id}/movements', { params: { path: { paper_id: id } } }))
          : ask(api.GET('/api/supplies/{supply_id}/movements', { params: { path: { supply_id: id } } })),
    }),
  instead: (id: number) =>
    queryOptions({
      queryKey: keys.instead(id),
      queryFn: () => ask(api.GET('/api/papers/{paper_id}/instead', { params: { path: { paper_id: id } } })),
    }),
  fewer: (classId: number, version: number | undefined, cost: unknown) =>
    queryOptions({
      queryKey: keys.fewer(classId, version, cost),
      queryFn: () => ask(api.GET('/api/classes/{class_id}/fewer-packs', ofClass(classId))),
      retry: whileUnderway,
    }),
  /** How every figure came about; ``cost`` as for the fee. */
  explained: (classId: number, version: number | undefined, cost: unknown) =>
    queryOptions({
      queryKey: keys.explained(classId, version, cost),
      queryFn: () => ask(api.GET('/api/classes/{class_id}/explained', ofClass(classId))),
      retry: whileUnderway,
    }),
  /** What to charge; ``cost`` is the plan's own, which changes with the prices of the cupboard. */
  fee: (classId: number, version: number | undefined, cost: unknown, terms: FeeTerms) =>
    queryOptions({
      queryKey: keys.fee(classId, version, cost, terms),
      queryFn: () =>
        ask(
          api.GET('/api/classes/{class_id}/fee', {
            params: { path: { class_id: classId }, query: terms },
          }),
        ),
      placeholderData: (before) => before,
      retry: whileUnderway,
    }),
  claims: () => queryOptions({ queryKey: keys.claims, queryFn: () => ask(api.GET('/api/claims')) }),
  shops: () => queryOptions({ queryKey: keys.shops, queryFn: () => ask(api.GET('/api/prices')) }),
  year: (year: number | undefined) =>
    queryOptions({
      queryKey: keys.year(year),
      queryFn: () => ask(api.GET('/api/year', { params: { query: year ? { year } : {} } })),
    }),
  orders: () => queryOptions({ queryKey: keys.orders, queryFn: () => ask(api.GET('/api/orders')) }),
  /** The shopping list of some classes, their keys separated by commas; of all to come where it is empty. */
  shopping: (classes: string) =>
    queryOptions({
      queryKey: keys.shopping(classes),
      queryFn: () => ask(api.GET('/api/shopping', { params: { query: { classes } } })),
      placeholderData: (before) => before,
    }),
}

/** A piece folded, as it is on the screen. */
export const foldOf = (piece: Piece, units: Units) =>
  queryOptions({
    queryKey: ['fold', units, JSON.stringify(piece)],
    queryFn: () => ask(api.POST('/api/fold', { body: { piece, units, caliper: '' } })),
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
  })

/** Everything that a list makes, folded and put together, as it is on the screen. */
export const standOf = (doc: ProjectIn, units: Units) =>
  queryOptions({
    queryKey: ['stand', units, JSON.stringify([doc.pieces, doc.fits])],
    queryFn: () => ask(api.POST('/api/stand', { body: { ...doc, units } })),
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
  })

/** What follows from every movement of stock. */
const OF_STOCK = ['movements', 'claims', 'shopping', 'orders', 'bench']

/** Answers of a change, put where the page that shows them looks. */
export const keep = {
  session(client: QueryClient, session: Session) {
    if (session.studio) writeAsIn(session.studio.place)
    client.setQueryData(keys.session, session)
  },
  project: (client: QueryClient, project: Project) => client.setQueryData(keys.project(project.id), project),
  kitClass: (client: QueryClient, kitClass: KitClass) =>
    client.setQueryData(keys.kitClass(kitClass.id), kitClass),
  cutting: (client: QueryClient, classId: number, run: Cutting | null) => {
    client.setQueryData(keys.cutting(classId), run)
    rememberAnswer(`/api/classes/${classId}/cutting`, run)
    // Sheets leave the cupboard as they are cut.
    const names = new Set(['papers', ...OF_STOCK])
    void client.invalidateQueries({ predicate: (query) => names.has(String(query.queryKey[0])) })
  },
  pack: (client: QueryClient, saved: Pack) =>
    client.setQueryData(keys.packs, (rows: Pack[] | undefined) => [
      ...(rows ?? []).filter((row) => row.id !== saved.id),
      saved,
    ]),
}

/** Forget a look at the cutting that is under way: it is from before what is sent now. */
export const cancelCutting = (client: QueryClient, classId: number) =>
  client.cancelQueries({ queryKey: keys.cutting(classId) })

/** What follows from a class as it was saved. */
const FROM_CLASS = [
  'cutting',
  'prepare',
  'packing',
  'options',
  'leftovers',
  'sizes',
  'seats',
  'stock',
  'bench',
  'year',
  'log',
]
const OF_CLASSES = ['class', ...FROM_CLASS]

const AFTER = {
  project: ['projects', 'project', 'classes', ...OF_CLASSES],
  class: ['classes', 'projects', 'project', 'taught', ...FROM_CLASS, 'claims', 'shopping'],
  paper: ['papers', 'instead', 'project', ...OF_STOCK, ...OF_CLASSES],
  supply: ['supplies', 'project', ...OF_STOCK, ...OF_CLASSES],
  pack: ['packs', ...OF_STOCK, ...OF_CLASSES],
  stock: ['papers', 'supplies', 'learned', 'taught', 'ready', ...OF_STOCK, ...OF_CLASSES],
  prices: ['papers', 'supplies', 'packs', 'shops', 'instead', ...OF_STOCK, ...OF_CLASSES],
  import: ['projects', 'supplies'],
  word: ['words'],
} satisfies Record<string, string[]>

/** Something was changed: what follows from it is fetched again when it is looked at. */
export function changed(client: QueryClient, what: keyof typeof AFTER): Promise<void> {
  const names = new Set<string>(AFTER[what])
  return client.invalidateQueries({ predicate: (query) => names.has(String(query.queryKey[0])) })
}

/** How the studio works was changed: pages opened from now on are in its unit. */
export async function studioChanged(client: QueryClient): Promise<void> {
  const inUnits = new Set(['class', 'project'])
  client.removeQueries({ predicate: (query) => inUnits.has(String(query.queryKey[0])) })
  await client.invalidateQueries()
}
