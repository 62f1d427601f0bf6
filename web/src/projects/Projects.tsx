import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, FileButton } from '@mantine/core'
import { IconPlus } from '@tabler/icons-react'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Link, useNavigate } from 'react-router'
import { api, ask, type ProjectIn, Refused } from '../api/client'
import { asked, changed } from '../api/queries'
import { classes as classesOf, pieces } from '../i18n/counts'
import { dateOf } from '../i18n/format'
import { DOCUMENTS, textOf } from './documents'
import { emptyProject, newPiece } from './draft'
import { Empty, Failed, Loaded } from '../ui/states/states'
import { Ledger } from '../ui/tables/Ledger'
import classes from './Projects.module.css'

/** A list to begin with: a card with a pocket, and its one mat. */
function example(): ProjectIn {
  const blank = newPiece([])
  const card = t`Card`
  return {
    ...emptyProject(t`Pocketed card`),
    pieces: [
      {
        ...blank,
        name: card,
        width: '4 1/4 in',
        height: '11 in',
        follows_print: false,
        scores: [{ along: 'height', at: ['1 1/2 in', '5 1/2 in'] }],
      },
      {
        ...blank,
        name: t`Pocket mat`,
        paper: 'print',
        width: '4 in',
        height: '1 1/4 in',
        mat_of: { piece: card, column: 1, row: 1 },
      },
    ],
  }
}

/** Every project, and the button for a new one. */
export function Projects() {
  const queries = useQueryClient()
  const go = useNavigate()
  const projects = useQuery(asked.projects())
  const add = useMutation({
    mutationFn: (body: ProjectIn) => ask(api.POST('/api/projects', { body })),
    onSuccess: async (made) => {
      await changed(queries, 'project')
      await go(`/projects/${made.id}`)
    },
  })
  const importFile = useMutation({
    mutationFn: async (file: File) => {
      if (/\.json$/i.test(file.name))
        return {
          made: await ask(api.POST('/api/job-files', { body: { text: await file.text() } })),
          said: '',
        }
      // A list in somebody's own words is read into the box of a new project, where what is asked is answered.
      const said = await textOf(file)
      return { made: await ask(api.POST('/api/projects', { body: emptyProject(t`New project`) })), said }
    },
    onSuccess: async ({ made, said }) => {
      await changed(queries, said ? 'project' : 'import')
      await go(`/projects/${made.id}`, said ? { state: { said } } : {})
    },
  })
  const faults = importFile.error instanceof Refused ? (importFile.error.problem.faults ?? []) : []
  const addButton = (
    <Button
      leftSection={<IconPlus size={18} />}
      loading={add.isPending}
      onClick={() => add.mutate(emptyProject(t`New project`))}
    >
      <Trans>New project</Trans>
    </Button>
  )
  return (
    <>
      <div className={classes.head}>
        <h1>
          <Trans>Projects</Trans>
        </h1>
        <span className={classes.buttons}>
          <FileButton
            accept={`.json,application/json,${DOCUMENTS}`}
            onChange={(file) => file && importFile.mutate(file)}
          >
            {(props) => (
              <Button {...props} variant="default" loading={importFile.isPending}>
                <Trans>Import a file</Trans>
              </Button>
            )}
          </FileButton>
          {addButton}
        </span>
      </div>
      {add.error ? <Failed error={add.error} /> : null}
      {importFile.error && faults.length === 0 ? <Failed error={importFile.error} /> : null}
      {faults.length ? (
        <div className={classes.faults} role="alert">
          <p>
            <Trans>That file was not imported; nothing was changed. Fix it here:</Trans>
          </p>
          <ul>
            {faults.slice(0, 30).map((fault) => (
              <li key={fault.path + fault.message}>
                <code>{fault.path || t`the file`}</code>: {fault.message}
              </li>
            ))}
          </ul>
        </div>
      ) : null}
      <Loaded query={projects}>
        {(rows) =>
          rows.length === 0 ? (
            <Empty
              title={t`No list yet`}
              action={
                <Button variant="default" onClick={() => add.mutate(example())}>
                  <Trans>Start from an example</Trans>
                </Button>
              }
            >
              <Trans>
                A project is one cut-and-score list: each piece with its two sizes, its scores, and which
                paper it is cut from. The example is a pocketed card with one mat.
              </Trans>
            </Empty>
          ) : (
            <Ledger
              rows={rows}
              rowKey={(row) => row.id}
              columns={[
                {
                  head: t`Project`,
                  title: true,
                  cell: (row) => <Link to={`/projects/${row.id}`}>{row.name}</Link>,
                },
                { head: t`On its list`, cell: (row) => pieces(row.pieces) },
                {
                  head: t`Taught in`,
                  cell: (row) =>
                    row.classes ? classesOf(row.classes) : <span className="soft">{t`no class yet`}</span>,
                },
                { head: t`Last changed`, cell: (row) => dateOf(row.changed) },
              ]}
            />
          )
        }
      </Loaded>
    </>
  )
}
