import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { TextInput } from '@mantine/core'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { memo, useCallback, useDeferredValue, useMemo, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import { api, ask, type ClassIn, type KitClass, type Paper, type Project, type Supply } from '../api/client'
import { asked, changed, keep } from '../api/queries'
import { dayOf } from '../i18n/format'
import { useShortcuts } from '../ui/frame/useShortcuts'
import { HistoryButton } from '../ui/history/Changes'
import { SaveMark, UndoButtons } from '../ui/saving/SaveMark'
import { StaleSave } from '../ui/saving/StaleSave'
import { useAutosave, useUndoKeys } from '../ui/saving/useAutosave'
import { Empty } from '../ui/states/states'
import classes from './ClassPage.module.css'
import { ClassTabs } from './ClassTabs'
import { type ClassContext, ClassProvider, useClass } from './context'
import { CostTab } from './CostTab'
import { draftOf } from './draft'
import { KitTab } from './KitTab'
import { whatMoved } from './moved'
import { PapersTab } from './PapersTab'
import { NotPlanned, StillPlanning } from './PlanState'
import { LogTab } from '../log/LogTab'
import { PackTab } from '../preparing/PackTab'
import { PeopleTab } from '../people/PeopleTab'
import { For, needsOfTab, useMay } from '../ui/frame/May'
import { PrepareTab } from '../preparing/PrepareTab'
import { SeatStepper } from './SeatStepper'
import { SheetsTab } from './SheetsTab'
import { SuppliesTab } from './SuppliesTab'

const MOST_SEATS = 10_000

interface Props {
  kitClass: KitClass
  project: Project
  papers: Paper[]
  supplies: Supply[]
}

/** A class that is open: what is changed is saved by itself, and its tabs show what follows. */
export function ClassEditor({ kitClass, project, papers, supplies }: Props) {
  const tab = useParams().tab ?? 'kit'
  const queries = useQueryClient()
  const allowed = useMay()
  const [moved, setMoved] = useState<string[]>([])
  const before = useRef(kitClass)
  const packs = useQuery(asked.packs())
  const paperOf = useCallback(
    (id: string | number) => papers.find((paper) => paper.id === Number(id)),
    [papers],
  )
  const supplyOf = useCallback(
    (id: string) => supplies.find((supply) => supply.id === Number(id)),
    [supplies],
  )
  const autosave = useAutosave(
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
            paper: (id) => paperOf(id)?.name ?? t`a paper`,
            supply: (id) => supplyOf(id)?.name ?? t`a supply`,
            pack: (id) => packs.data?.find((row) => row.id === Number(id))?.name ?? t`a pack`,
          }),
        )
        before.current = saved
        keep.kitClass(queries, saved)
        void changed(queries, 'class')
      },
    },
  )
  const { saver, doc, status, problem } = autosave
  const seat = (by: number) => {
    const seats = Math.min(MOST_SEATS, Math.max(0, (doc.seats ?? 0) + by))
    saver.change({ ...doc, seats }, 'seats', 60)
  }
  useShortcuts({
    '+': () => seat(1),
    '=': () => seat(1),
    '-': () => seat(-1),
    '−': () => seat(-1),
  })
  useUndoKeys(autosave)
  const change = useCallback<ClassContext['change']>(
    (draft, mark, delay) => saver.change(draft, mark, delay),
    [saver],
  )
  // The totals on the tabs are drawn first, then the many sheets below them.
  const shown = useDeferredValue(kitClass)
  const context = useMemo<ClassContext>(
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
    <ClassProvider value={context}>
      <div className={classes.sticky}>
        <div className={classes.head}>
          <div className={classes.names}>
            <TextInput
              aria-label={t`Name of the class`}
              variant="unstyled"
              className={classes.title}
              value={doc.name}
              onChange={(e) => saver.change({ ...doc, name: e.currentTarget.value }, 'name')}
            />
            <p className={classes.where}>
              {doc.date ? dayOf(doc.date) : t`No date yet`}
              {doc.place ? `, ${doc.place}` : ''} · <Link to={`/projects/${project.id}`}>{project.name}</Link>
              <span className={classes.state}>
                <UndoButtons {...autosave} />
                <SaveMark status={status} problem={problem} />
                <HistoryButton kind="class" id={kitClass.id} name={doc.name} />
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
          ) : allowed ? (
            <span className="soft">
              <Trans>Press + or − to change the seats; what changes is said here.</Trans>
            </span>
          ) : null}
        </p>
        <ClassTabs kitClass={kitClass} project={project} active={tab} />
      </div>
      <div className={classes.body} data-busy={busy}>
        {kitClass.planned.working ? <StillPlanning kitClass={kitClass} /> : null}
        <For needs={needsOfTab(tab)}>
          <TabBody tab={tab} />
        </For>
      </div>
      <StaleSave
        autosave={autosave}
        draftOf={draftOf}
        onTheirs={(theirs) => keep.kitClass(queries, theirs)}
      />
    </ClassProvider>
  )
}

const TabBody = memo(function TabBody({ tab }: { tab: string }) {
  const { plan, before } = useClass().saved.planned
  if (tab === 'kit') return <KitTab />
  if (tab === 'papers') return <PapersTab />
  if (tab === 'prepare') return <PrepareTab />
  if (tab === 'pack') return <PackTab />
  if (tab === 'people') return <PeopleTab />
  if (tab === 'log') return <LogTab />
  // While a plan is made the sheets of the last are shown, and said to be that. Amounts and money wait.
  if (tab === 'sheets' && !plan && before) return <SheetsTab plan={before} />
  if (tab === 'sheets' || tab === 'supplies' || tab === 'cost') {
    if (!plan) return <NotPlanned />
    if (tab === 'sheets') return <SheetsTab plan={plan} />
    if (tab === 'supplies') return <SuppliesTab plan={plan} />
    return <CostTab plan={plan} />
  }
  return (
    <Empty title={t`There is no such tab`}>
      <Trans>Choose one of the tabs above.</Trans>
    </Empty>
  )
})
