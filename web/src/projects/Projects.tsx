import { Button, FileButton } from '@mantine/core'
import { IconPlus } from '@tabler/icons-react'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Link, useNavigate } from 'react-router'
import { api, ask, type ProjectIn, Refused } from '../api/client'
import { keys } from '../api/queries'
import { emptyProject, newPiece } from './draft'
import { Empty, Failed, Loaded } from '../ui/states'
import { counted } from '../ui/words'
import classes from './Projects.module.css'

const blank = newPiece([])
const EXAMPLE: ProjectIn = {
  ...emptyProject('Pocketed card'),
  pieces: [
    {
      ...blank,
      name: 'Card',
      width: '4 1/4 in',
      height: '11 in',
      follows_print: false,
      scores: [{ along: 'height', at: ['1 1/2 in', '5 1/2 in'] }],
    },
    {
      ...blank,
      name: 'Pocket mat',
      paper: 'print',
      width: '4 in',
      height: '1 1/4 in',
      mat_of: { piece: 'Card', column: 1, row: 1 },
    },
  ],
}

/** Every project, and the way to a new one. */
export function Projects() {
  const queries = useQueryClient()
  const go = useNavigate()
  const projects = useQuery({
    queryKey: keys.projects,
    queryFn: () => ask(api.GET('/api/projects')),
  })
  const add = useMutation({
    mutationFn: (example: boolean) =>
      ask(
        api.POST('/api/projects', {
          body: example ? EXAMPLE : emptyProject('New project'),
        }),
      ),
    onSuccess: async (made) => {
      await queries.invalidateQueries({ queryKey: keys.projects })
      await go(`/projects/${made.id}`)
    },
  })
  const takeIn = useMutation({
    mutationFn: async (file: File) => ask(api.POST('/api/job-files', { body: { text: await file.text() } })),
    onSuccess: async (made) => {
      await queries.invalidateQueries({ queryKey: keys.projects })
      await queries.invalidateQueries({ queryKey: keys.supplies })
      await go(`/projects/${made.id}`)
    },
  })
  const faults = takeIn.error instanceof Refused ? (takeIn.error.problem.faults ?? []) : []
  const addButton = (
    <Button leftSection={<IconPlus size={18} />} loading={add.isPending} onClick={() => add.mutate(false)}>
      New project
    </Button>
  )
  return (
    <>
      <div className={classes.head}>
        <h1>Projects</h1>
        <span className={classes.ways}>
          <FileButton accept=".json,application/json" onChange={(file) => file && takeIn.mutate(file)}>
            {(props) => (
              <Button {...props} variant="default" loading={takeIn.isPending}>
                Take in a job file
              </Button>
            )}
          </FileButton>
          {addButton}
        </span>
      </div>
      {add.error ? <Failed error={add.error} /> : null}
      {takeIn.error && faults.length === 0 ? <Failed error={takeIn.error} /> : null}
      {faults.length ? (
        <div className={classes.faults} role="alert">
          <p>That file was not taken in; nothing was changed. It wants mending here:</p>
          <ul>
            {faults.slice(0, 30).map((fault) => (
              <li key={fault.path + fault.says}>
                <code>{fault.path || 'the file'}</code>: {fault.says}
              </li>
            ))}
          </ul>
        </div>
      ) : null}
      <Loaded query={projects}>
        {(rows) =>
          rows.length === 0 ? (
            <Empty
              title="No list yet"
              action={
                <Button variant="default" onClick={() => add.mutate(true)}>
                  Start from an example
                </Button>
              }
            >
              A project is one cut-and-score list: each piece with its two sizes, its scores, and which paper
              it is cut from. The example is a pocketed card with one mat.
            </Empty>
          ) : (
            <table className="ledger">
              <thead>
                <tr>
                  <th scope="col">Project</th>
                  <th scope="col">On its list</th>
                  <th scope="col">Taught in</th>
                  <th scope="col">Last changed</th>
                </tr>
              </thead>
              <tbody>
                {rows.map((row) => (
                  <tr key={row.id}>
                    <th scope="row">
                      <Link to={`/projects/${row.id}`}>{row.name}</Link>
                    </th>
                    <td>{counted(row.pieces, 'piece')}</td>
                    <td>
                      {row.classes ? (
                        counted(row.classes, 'class', 'classes')
                      ) : (
                        <span className="soft">no class yet</span>
                      )}
                    </td>
                    <td>
                      {new Date(row.changed).toLocaleDateString('en-GB', {
                        day: 'numeric',
                        month: 'long',
                        year: 'numeric',
                      })}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )
        }
      </Loaded>
    </>
  )
}
