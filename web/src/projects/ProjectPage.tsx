import { TextInput } from '@mantine/core'
import { useHotkeys } from '@mantine/hooks'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { memo, useMemo } from 'react'
import { useParams } from 'react-router'
import { api, ask, type Fault, type Paper, type Project, type ProjectIn } from '../api/client'
import { changed, keys, newest } from '../api/queries'
import { differences } from '../ui/differences'
import { type IndexTab, IndexTabs } from '../ui/IndexTabs'
import { SaveMark, StaleQuestion, UndoButtons } from '../ui/SaveMark'
import { useStudio } from '../ui/session'
import { Empty, Loaded } from '../ui/states'
import type { SaveStatus } from '../ui/autosave'
import type { Units } from '../ui/length'
import { useAutosave } from '../ui/useAutosave'
import { AssemblyTab } from './AssemblyTab'
import type { Changes } from './Checks'
import { draftOf, minutesOf, withChanges } from './draft'
import { FilesMenu } from './FilesMenu'
import { ListTab } from './ListTab'
import classes from './ProjectPage.module.css'
import { VersionsTab } from './VersionsTab'

/** What every tab of a project is given. */
export interface Work {
  project: Project
  doc: ProjectIn
  units: Units
  status: SaveStatus
  faults: Fault[]
  /** The paper that the soonest class has chosen for a role. */
  paperOf: (role: string) => Paper | undefined
  change: (doc: ProjectIn, mark?: string) => void
  mend: (changes: Changes) => void
}

/** One project: its list, edited in place, each piece drawn as it is typed. */
export function ProjectPage() {
  const id = Number(useParams().id)
  const queries = useQueryClient()
  const project = useQuery({
    queryKey: keys.project(id),
    queryFn: async () =>
      newest(
        queries,
        keys.project(id),
        await ask(api.GET('/api/projects/{project_id}', { params: { path: { project_id: id } } })),
      ),
  })
  const papers = useQuery({ queryKey: keys.papers, queryFn: () => ask(api.GET('/api/papers')) })
  return (
    <Loaded query={project}>
      {(data) => (
        <Loaded query={papers}>{(rows) => <Editor key={data.id} project={data} papers={rows} />}</Loaded>
      )}
    </Loaded>
  )
}

function Editor({ project, papers }: { project: Project; papers: Paper[] }) {
  const studio = useStudio()
  const queries = useQueryClient()
  const tab = useParams().tab ?? 'list'
  const { saver, doc, status, problem, canUndo, canRedo } = useAutosave(
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
        queries.setQueryData(keys.project(project.id), saved)
        void changed(queries, 'project')
      },
    },
  )
  useHotkeys(
    [
      ['mod+z', () => saver.undo()],
      ['mod+shift+z', () => saver.redo()],
      ['mod+y', () => saver.redo()],
    ],
    [],
  )
  const tabs = useTabs(project, doc)
  const faults = problem?.code === 'faulty' ? (problem.faults ?? []) : []
  const work: Work = {
    project,
    doc,
    // The list stays in the unit it was opened in, whatever is changed elsewhere meanwhile.
    units: doc.units ?? studio.units,
    status,
    faults,
    paperOf: (role) => papers.find((paper) => paper.id === project.papers[role]?.[0]),
    change: (draft, mark) => saver.change(draft, mark),
    mend: (changes) => saver.change(withChanges(doc, changes)),
  }
  return (
    <>
      <div className={classes.head}>
        <TextInput
          aria-label="Name of the project"
          className={classes.title}
          variant="unstyled"
          value={doc.name}
          onChange={(e) => saver.change({ ...doc, name: e.currentTarget.value }, 'name')}
          error={faults.find((f) => f.path === 'name')?.says}
        />
        <span className={classes.state}>
          <UndoButtons
            canUndo={canUndo}
            canRedo={canRedo}
            undo={() => saver.undo()}
            redo={() => saver.redo()}
          />
          <SaveMark status={status} problem={problem} />
          <Files project={project} />
        </span>
      </div>
      <div className={classes.tabs}>
        <IndexTabs label="Parts of the project" base={`/projects/${project.id}`} active={tab} tabs={tabs} />
      </div>
      {tab === 'list' ? (
        <ListTab {...work} />
      ) : tab === 'assembly' ? (
        <AssemblyTab {...work} />
      ) : tab === 'versions' ? (
        <VersionsTab {...work} />
      ) : (
        <Empty title="There is no such tab">Choose one of the tabs above.</Empty>
      )}
      {status === 'stale' && problem?.current ? (
        <StaleQuestion
          what={doc.name}
          says={problem.says}
          differences={differences(doc, draftOf(problem.current as unknown as Project))}
          keepMine={() => saver.keepMine(Number(problem.current?.version))}
          takeTheirs={() => {
            const theirs = problem.current as unknown as Project
            saver.takeTheirs(draftOf(theirs), theirs.version ?? 0)
            queries.setQueryData(keys.project(project.id), theirs)
          }}
        />
      ) : null}
    </>
  )
}

const Files = memo(FilesMenu)

/** The tabs of a project; made anew only when a total of theirs changes. */
function useTabs(project: Project, doc: ProjectIn): IndexTab[] {
  const wrong = project.checks.filter((check) => check.level !== 'note').length
  const pieces = doc.pieces?.length ?? 0
  const steps = doc.steps?.length ?? 0
  const minutes = minutesOf(doc.steps ?? [])
  const versions = doc.variants?.length ?? 0
  return useMemo(
    () => [
      {
        to: 'list',
        name: 'List',
        total: pieces,
        more: wrong ? `pieces, ${wrong} to look at` : pieces === 1 ? 'piece' : 'pieces',
        grave: wrong > 0,
      },
      {
        to: 'assembly',
        name: 'Assembly',
        total: steps || '–',
        more: steps ? `steps${minutes ? `, ${minutes} min a kit` : ''}` : 'no steps yet',
      },
      {
        to: 'versions',
        name: 'Versions',
        total: versions + 1,
        more: versions ? 'side by side' : 'only this one',
      },
    ],
    [wrong, pieces, steps, minutes, versions],
  )
}
