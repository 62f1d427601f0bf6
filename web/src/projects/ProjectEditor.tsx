import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { TextInput } from '@mantine/core'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { memo, useMemo } from 'react'
import { useParams } from 'react-router'
import { api, ask, type Paper, type Project, type ProjectIn } from '../api/client'
import { asked, changed, keep } from '../api/queries'
import { warnings } from '../i18n/counts'
import { number } from '../i18n/format'
import { type IndexTab, IndexTabs } from '../ui/frame/IndexTabs'
import { TaughtTab } from '../log/TaughtTab'
import { useStudio } from '../ui/frame/session'
import { HistoryButton } from '../ui/history/Changes'
import { SaveMark, UndoButtons } from '../ui/saving/SaveMark'
import { StaleSave } from '../ui/saving/StaleSave'
import { useAutosave, useUndoKeys } from '../ui/saving/useAutosave'
import { Empty } from '../ui/states/states'
import { AssemblyTab } from './AssemblyTab'
import { type ProjectContext, ProjectProvider } from './context'
import { draftOf, minutesOf, withChanges } from './draft'
import { FilesMenu } from './FilesMenu'
import { ListTab } from './ListTab'
import classes from './ProjectPage.module.css'
import { VersionsTab } from './VersionsTab'

/** A project that is open: what is changed is saved by itself. */
export function ProjectEditor({ project, papers }: { project: Project; papers: Paper[] }) {
  const studio = useStudio()
  const queries = useQueryClient()
  const tab = useParams().tab ?? 'list'
  const autosave = useAutosave(
    `project ${project.id}`,
    { doc: draftOf(project), version: project.version ?? 0 },
    {
      send: (draft, version) =>
        ask(
          api.PUT('/api/projects/{project_id}', {
            params: { path: { project_id: project.id } },
            body: { ...draft, version },
          }),
        ),
      versionOf: (saved: Project) => saved.version ?? 0,
      onSaved: (saved) => {
        keep.project(queries, saved)
        void changed(queries, 'project')
      },
    },
  )
  useUndoKeys(autosave)
  const { saver, doc, status, problem } = autosave
  const tabs = useTabs(project, doc)
  const faults = problem?.code === 'faulty' ? (problem.faults ?? []) : []
  const context: ProjectContext = {
    project,
    doc,
    // The list stays in the unit it was opened in, whatever is changed elsewhere meanwhile.
    units: doc.units ?? studio.units,
    status,
    faults,
    paperOf: (role) => papers.find((paper) => paper.id === project.papers[role]?.[0]),
    change: (draft, mark) => saver.change(draft, mark),
    fix: (changes) => saver.change(withChanges(doc, changes)),
  }
  return (
    <ProjectProvider value={context}>
      <div className={classes.head}>
        <TextInput
          aria-label={t`Name of the project`}
          className={classes.title}
          variant="unstyled"
          value={doc.name}
          onChange={(e) => saver.change({ ...doc, name: e.currentTarget.value }, 'name')}
          error={faults.find((f) => f.path === 'name')?.message}
        />
        <span className={classes.state}>
          <UndoButtons {...autosave} />
          <SaveMark status={status} problem={problem} />
          <HistoryButton kind="project" id={project.id} name={project.name} />
          <Files project={project} />
        </span>
      </div>
      <div className={classes.tabs}>
        <IndexTabs
          label={t`Parts of the project`}
          base={`/projects/${project.id}`}
          active={tab}
          tabs={tabs}
        />
      </div>
      {tab === 'list' ? (
        <ListTab />
      ) : tab === 'assembly' ? (
        <AssemblyTab />
      ) : tab === 'versions' ? (
        <VersionsTab />
      ) : tab === 'taught' ? (
        <TaughtTab
          project={project.id}
          take={(step, minutes) =>
            saver.change(
              { ...doc, steps: (doc.steps ?? []).map((one, n) => (n === step ? { ...one, minutes } : one)) },
              'taught',
            )
          }
        />
      ) : (
        <Empty title={t`There is no such tab`}>
          <Trans>Choose one of the tabs above.</Trans>
        </Empty>
      )}
      <StaleSave autosave={autosave} draftOf={draftOf} onTheirs={(theirs) => keep.project(queries, theirs)} />
    </ProjectProvider>
  )
}

const Files = memo(FilesMenu)

/** The tabs of a project; made again only when a total of theirs changes. */
function useTabs(project: Project, doc: ProjectIn): IndexTab[] {
  const found = project.checks.filter((check) => check.level !== 'note').length
  const pieces = doc.pieces?.length ?? 0
  const steps = doc.steps?.length ?? 0
  const minutes = minutesOf(doc.steps ?? [])
  const versions = doc.variants?.length ?? 0
  const taught = useQuery(asked.taught(project.id)).data?.classes.length ?? 0
  return useMemo(() => {
    const piecesWord = plural(pieces, { one: 'piece', other: 'pieces' })
    const stepsWord = plural(steps, { one: 'step', other: 'steps' })
    return [
      {
        to: 'list',
        name: t`List`,
        total: number(pieces),
        more: found ? `${piecesWord}, ${warnings(found)}` : piecesWord,
        severe: found > 0,
      },
      {
        to: 'assembly',
        name: t`Assembly`,
        total: steps ? number(steps) : '–',
        more: !steps ? t`no steps yet` : minutes ? t`${stepsWord}, ${minutes} min a kit` : stepsWord,
      },
      {
        to: 'versions',
        name: t`Versions`,
        total: number(versions + 1),
        more: versions ? t`side by side` : t`only this one`,
      },
      {
        to: 'taught',
        name: t`Taught`,
        total: taught ? number(taught) : '–',
        more: taught ? plural(taught, { one: 'class', other: 'classes' }) : t`not yet`,
      },
    ]
  }, [found, pieces, steps, minutes, versions, taught])
}
