import { Button, TextInput } from '@mantine/core'
import { useHotkeys } from '@mantine/hooks'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { memo, useCallback, useDeferredValue, useMemo, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import {
  api,
  ask,
  type ClassIn,
  type Fault,
  type KitClass,
  type Paper,
  type Plan,
  type Project,
  type Supply,
} from '../api/client'
import { changed, keys, newest } from '../api/queries'
import { differences } from '../ui/differences'
import { FracWords } from '../ui/FracWords'
import { sentence } from '../ui/fractions'
import { type IndexTab, IndexTabs } from '../ui/IndexTabs'
import { SaveMark, StaleQuestion, UndoButtons } from '../ui/SaveMark'
import { useStudio } from '../ui/session'
import { Empty, Loaded } from '../ui/states'
import { useAutosave } from '../ui/useAutosave'
import { useKeys } from '../ui/useKeys'
import { counted, dayOf, money } from '../ui/words'
import classes from './ClassPage.module.css'
import { CostTab } from './CostTab'
import { draftOf } from './draft'
import { KitTab } from './KitTab'
import { whatMoved } from './moved'
import { PapersTab } from './PapersTab'
import { SeatStepper } from './SeatStepper'
import { SheetsTab } from './SheetsTab'
import { SuppliesTab } from './SuppliesTab'

/** What every tab of a class is given. */
export interface Sheaf {
  saved: KitClass
  draft: ClassIn
  change: (draft: ClassIn, mark?: string, delay?: number) => void
  project: Project
  papers: Paper[]
  supplies: Supply[]
  faults: Fault[]
  paperOf: (id: string | number) => Paper | undefined
  supplyOf: (id: string) => Supply | undefined
}

/** One class as a sheaf whose index tabs carry the totals. */
export function ClassPage() {
  const id = Number(useParams().id)
  const queries = useQueryClient()
  const kitClass = useQuery({
    queryKey: keys.kitClass(id),
    queryFn: async () =>
      newest(
        queries,
        keys.kitClass(id),
        await ask(api.GET('/api/classes/{class_id}', { params: { path: { class_id: id } } })),
      ),
    // A plan in the making is asked for again until it is there.
    refetchInterval: (query) => (query.state.data?.planned.working ? 500 : false),
  })
  return <Loaded query={kitClass}>{(data) => <Opened key={data.id} kitClass={data} />}</Loaded>
}

function Opened({ kitClass }: { kitClass: KitClass }) {
  // A version that is gone from the list is said by the plan; the list itself is shown.
  const gone = kitClass.planned.faults.some((fault) => fault.path === 'variant')
  const version = gone ? '' : kitClass.variant
  const project = useQuery({
    queryKey: keys.project(kitClass.project, version),
    queryFn: () =>
      ask(
        api.GET('/api/projects/{project_id}', {
          params: { path: { project_id: kitClass.project }, query: { version } },
        }),
      ),
    // While another version is fetched the one before stays on screen.
    placeholderData: (before) => before,
  })
  const papers = useQuery({ queryKey: keys.papers, queryFn: () => ask(api.GET('/api/papers')) })
  const supplies = useQuery({
    queryKey: keys.supplies,
    queryFn: () => ask(api.GET('/api/supplies')),
  })
  return (
    <Loaded query={project}>
      {(list) => (
        <Loaded query={papers}>
          {(paperRows) => (
            <Loaded query={supplies}>
              {(supplyRows) => (
                <SheafPage kitClass={kitClass} project={list} papers={paperRows} supplies={supplyRows} />
              )}
            </Loaded>
          )}
        </Loaded>
      )}
    </Loaded>
  )
}

function SheafPage(props: { kitClass: KitClass; project: Project; papers: Paper[]; supplies: Supply[] }) {
  const { kitClass, project, papers, supplies } = props
  const { currency } = useStudio()
  const tab = useParams().tab ?? 'kit'
  const queries = useQueryClient()
  const [moved, setMoved] = useState<string[]>([])
  const before = useRef(kitClass)
  const packs = useQuery({ queryKey: keys.packs, queryFn: () => ask(api.GET('/api/packs')) })
  const paperOf = useCallback(
    (id: string | number) => papers.find((paper) => paper.id === Number(id)),
    [papers],
  )
  const supplyOf = useCallback(
    (id: string) => supplies.find((supply) => supply.id === Number(id)),
    [supplies],
  )
  const { saver, doc, status, problem, canUndo, canRedo } = useAutosave(
    `class ${kitClass.id}`,
    { doc: draftOf(kitClass), version: kitClass.version ?? 0 },
    {
      send: (draft: ClassIn, version) =>
        ask(
          api.PUT('/api/classes/{class_id}', {
            params: { path: { class_id: kitClass.id } },
            body: { ...draft, version },
          }),
        ),
      versionOf: (saved: KitClass) => saved.version ?? 0,
      onSaved: (saved) => {
        setMoved(
          whatMoved(before.current, saved, {
            paper: (id) => paperOf(id)?.name ?? 'a paper',
            supply: (id) => supplyOf(id)?.name ?? 'a supply',
            pack: (id) => packs.data?.find((row) => row.id === Number(id))?.name ?? 'a pack',
          }),
        )
        before.current = saved
        queries.setQueryData(keys.kitClass(kitClass.id), saved)
        void changed(queries, 'class')
      },
    },
  )
  const seat = (by: number) => {
    const seats = Math.min(10_000, Math.max(0, (doc.seats ?? 0) + by))
    saver.change({ ...doc, seats }, 'seats', 60)
  }
  useKeys({ '+': () => seat(1), '=': () => seat(1), '-': () => seat(-1), '−': () => seat(-1) })
  useHotkeys(
    [
      ['mod+z', () => saver.undo()],
      ['mod+shift+z', () => saver.redo()],
    ],
    [],
  )
  const change = useCallback<Sheaf['change']>(
    (draft, mark, delay) => saver.change(draft, mark, delay),
    [saver],
  )
  const { plan } = kitClass.planned
  // The totals on the tabs are drawn first, then the many sheets below them.
  const shown = useDeferredValue(kitClass)
  const sheaf = useMemo<Sheaf>(
    () => ({
      saved: shown,
      draft: doc,
      change,
      project,
      papers,
      supplies,
      faults: problem?.code === 'faulty' ? (problem.faults ?? []) : [],
      paperOf,
      supplyOf,
    }),
    [shown, doc, change, project, papers, supplies, problem, paperOf, supplyOf],
  )
  const busy = status === 'saving' || status === 'waiting'
  return (
    <>
      <div className={classes.sticky}>
        <div className={classes.head}>
          <div className={classes.names}>
            <TextInput
              aria-label="Name of the class"
              variant="unstyled"
              className={classes.title}
              value={doc.name}
              onChange={(e) => saver.change({ ...doc, name: e.currentTarget.value }, 'name')}
            />
            <p className={classes.where}>
              {doc.date ? dayOf(doc.date) : 'No date yet'}
              {doc.place ? `, ${doc.place}` : ''} · <Link to={`/projects/${project.id}`}>{project.name}</Link>
              <span className={classes.state}>
                <UndoButtons
                  canUndo={canUndo}
                  canRedo={canRedo}
                  undo={() => saver.undo()}
                  redo={() => saver.redo()}
                />
                <SaveMark status={status} problem={problem} />
              </span>
            </p>
          </div>
          <SeatStepper
            draft={doc}
            busy={busy}
            step={seat}
            set={(seats) => saver.change({ ...doc, seats }, 'seats')}
          />
        </div>
        <p className={classes.moved} role="status" aria-live="polite">
          {moved.length ? (
            moved.join(' · ')
          ) : (
            <span className="soft">Press + or − to change the seats; what moves is said here.</span>
          )}
        </p>
        <Tabs
          kitClass={kitClass}
          plan={plan}
          currency={currency}
          project={project}
          supplies={supplies}
          active={tab}
        />
      </div>
      <div className={classes.body} data-busy={busy}>
        {kitClass.planned.working ? <StillPlanning kitClass={kitClass} /> : null}
        <TabBody tab={tab} sheaf={sheaf} />
      </div>
      {status === 'stale' && problem?.current ? (
        <StaleQuestion
          what={doc.name}
          says={problem.says}
          differences={differences(doc, draftOf(problem.current as unknown as KitClass))}
          keepMine={() => saver.keepMine(Number(problem.current?.version))}
          takeTheirs={() => {
            const theirs = problem.current as unknown as KitClass
            saver.takeTheirs(draftOf(theirs), theirs.version ?? 0)
            queries.setQueryData(keys.kitClass(kitClass.id), theirs)
          }}
        />
      ) : null}
    </>
  )
}

const TabBody = memo(function TabBody({ tab, sheaf }: { tab: string; sheaf: Sheaf }) {
  const { plan, faults } = sheaf.saved.planned
  if (tab === 'kit') return <KitTab {...sheaf} />
  if (tab === 'papers') return <PapersTab {...sheaf} />
  if (tab === 'sheets' || tab === 'supplies' || tab === 'cost') {
    if (!plan) return <NotPlanned faults={faults} kitClass={sheaf.saved} />
    if (tab === 'sheets') return <SheetsTab {...sheaf} plan={plan} />
    if (tab === 'supplies') return <SuppliesTab {...sheaf} plan={plan} />
    return <CostTab {...sheaf} plan={plan} />
  }
  return <Empty title="There is no such tab">Choose one of the tabs above.</Empty>
})

function Tabs(props: {
  kitClass: KitClass
  plan: Plan | null
  currency: string
  project: Project
  supplies: Supply[]
  active: string
}) {
  const { kitClass, plan, currency, project } = props
  const pieces = (project.pieces ?? []).reduce((sum, piece) => sum + (piece.per_kit ?? 1), 0)
  const sheets = plan?.papers.reduce((sum, paper) => sum + paper.sheets, 0)
  const proved = plan?.papers.every((paper) => paper.mixed || paper.sheets === paper.at_least)
  const mixed = plan?.mixes.length
    ? proved && plan.mixes.every((mix) => mix.proved)
      ? 'proved cheapest'
      : 'sizes mixed'
    : ''
  const unproved = plan?.papers.some((p) => !p.mixed && p.sheets > 0 && p.at_least === 0)
  const buyPapers = [...(plan?.papers ?? []), ...(plan?.packs ?? [])].filter((row) => row.packs > 0).length
  const buySupplies = plan?.supplies.filter((supply) => supply.packs > 0).length ?? 0
  const wrong = plan?.checks.filter((check) => check.level !== 'note').length ?? 0
  const chosen = new Set((kitClass.colourways ?? []).flatMap((c) => Object.values(c.papers ?? {})))
  const tabs: IndexTab[] = [
    { to: 'kit', name: 'Kit', total: pieces, more: wrong ? counted(wrong, 'thing') + ' to look at' : 'pieces', grave: wrong > 0 },
    { to: 'papers', name: 'Papers', total: chosen.size, more: !plan ? 'not planned yet' : buyPapers ? `buy ${buyPapers}` : 'none to buy' },
    {
      to: 'sheets', name: 'Sheets', total: sheets ?? '–',
      more: !plan ? 'not planned yet' : mixed ? mixed : proved ? 'proved fewest' : unproved ? 'not proved' : `at least ${plan.papers.reduce((s, p) => s + p.at_least, 0)}`,
      grave: !plan,
    },
    { to: 'supplies', name: 'Supplies', total: plan ? plan.supplies.length : '–', more: !plan ? 'not planned yet' : buySupplies ? `buy ${buySupplies}` : 'none to buy' },
    { to: 'cost', name: 'Cost', total: plan ? money(plan.cost.per_kit.sheets_opened, currency) : '–', more: plan ? 'a kit' : 'not planned yet' },
  ] // prettier-ignore
  return (
    <IndexTabs
      label="Parts of the class"
      base={`/classes/${kitClass.id}`}
      active={props.active}
      tabs={tabs}
    />
  )
}

/** A plan that takes long: how far it is, and a way to take the best so far. */
function StillPlanning({ kitClass }: { kitClass: KitClass }) {
  const { working } = kitClass.planned
  return (
    <section className={classes.working} role="status">
      <p>
        <strong>Still planning.</strong>{' '}
        {working?.sheets
          ? `A plan of ${counted(working.sheets, 'sheet')} for the paper in hand is there already; no fewer than ${working.at_least} will do.`
          : working?.at_least
            ? `The paper in hand needs at least ${counted(working.at_least, 'sheet')}.`
            : 'Patterns are being gathered.'}{' '}
        You can go on with other things meanwhile.
      </p>
      <Button
        variant="default"
        size="sm"
        onClick={() =>
          void api.POST('/api/classes/{class_id}/enough', { params: { path: { class_id: kitClass.id } } })
        }
      >
        Take the best so far
      </Button>
    </section>
  )
}

function NotPlanned({ faults, kitClass }: { faults: Fault[]; kitClass: KitClass }) {
  if (kitClass.planned.working) return null
  const papers = faults.every((f) => f.code === 'role-without-paper' || f.code === 'no-colourway')
  return (
    <section className={classes.notPlanned} role="alert">
      <h2>{papers ? 'Choose the papers first' : 'Not to be cut as it is'}</h2>
      <ul>
        {faults.map((fault) => (
          <li key={fault.path + fault.code}>
            <FracWords text={sentence(fault.says)} />.
          </li>
        ))}
      </ul>
      <p>
        {papers ? (
          <Link to={`/classes/${kitClass.id}/papers`}>Choose papers</Link>
        ) : (
          <>
            <Link to={`/projects/${kitClass.project}`}>Change the list</Link> or{' '}
            <Link to={`/classes/${kitClass.id}/papers`}>choose a larger paper</Link>.
          </>
        )}
      </p>
    </section>
  )
}
