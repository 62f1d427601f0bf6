import { Button } from '@mantine/core'
import { IconPlus } from '@tabler/icons-react'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Link, useNavigate } from 'react-router'
import { api, ask } from '../api/client'
import { Empty, Failed, Loaded } from '../ui/states'
import { counted } from '../ui/words'
import classes from './Projects.module.css'

const EXAMPLE = {
  version: 0,
  name: 'Pocketed card',
  pieces: [
    {
      name: 'Card', paper: 'body', per_kit: 1, width: '4 1/4 in', height: '11 in',
      scores: [{ along: 'height' as const, at: ['1 1/2 in', '5 1/2 in'] }],
      slits: [], holes: [], corners: [], tabs: [], follows_print: false, cut: 'trim' as const, margin: '0',
    },
    {
      name: 'Pocket mat', paper: 'print', per_kit: 1, width: '4 in', height: '1 1/4 in',
      scores: [], slits: [], holes: [], corners: [], tabs: [], follows_print: true, cut: 'trim' as const,
      margin: '0', mat_of: { piece: 'Card', column: 1, row: 1 },
    },
  ],
  fits: [],
  supplies: [],
} // prettier-ignore

/** Every project, and the way to a new one. */
export function Projects() {
  const queries = useQueryClient()
  const go = useNavigate()
  const projects = useQuery({
    queryKey: ['projects'],
    queryFn: () => ask(api.GET('/api/projects')),
  })
  const add = useMutation({
    mutationFn: (example: boolean) =>
      ask(
        api.POST('/api/projects', {
          body: example ? EXAMPLE : { version: 0, name: 'New project', pieces: [], fits: [], supplies: [] },
        }),
      ),
    onSuccess: async (made) => {
      await queries.invalidateQueries({ queryKey: ['projects'] })
      await go(`/projects/${made.id}`)
    },
  })
  const addButton = (
    <Button leftSection={<IconPlus size={18} />} loading={add.isPending} onClick={() => add.mutate(false)}>
      New project
    </Button>
  )
  return (
    <>
      <div className={classes.head}>
        <h1>Projects</h1>
        {addButton}
      </div>
      {add.error ? <Failed error={add.error} /> : null}
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
