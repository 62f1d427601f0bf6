import { Button, Menu } from '@mantine/core'
import { IconPlus } from '@tabler/icons-react'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api, ask } from '../api/client'
import { keys } from '../api/queries'
import classes from '../projects/Projects.module.css'
import { Empty, Failed, Loaded } from '../ui/states'
import { useNewClass } from './newClass'
import { counted, dayOf } from '../ui/words'

/** Every class, and the way to a new one. */
export function Classes() {
  const rows = useQuery({ queryKey: keys.classes, queryFn: () => ask(api.GET('/api/classes')) })
  const projects = useQuery({
    queryKey: keys.projects,
    queryFn: () => ask(api.GET('/api/projects')),
  })
  const add = useNewClass()
  const known = projects.data ?? []
  const addButton = known.length ? (
    <Menu position="bottom-end" withinPortal>
      <Menu.Target>
        <Button leftSection={<IconPlus size={18} />} loading={add.isPending}>
          New class
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Label>Which project is taught?</Menu.Label>
        {known.map((project) => (
          <Menu.Item key={project.id} onClick={() => add.mutate(project)}>
            {project.name}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  ) : null
  return (
    <>
      <div className={classes.head}>
        <h1>Classes</h1>
        {addButton}
      </div>
      {add.error ? <Failed error={add.error} /> : null}
      <Loaded query={rows}>
        {(found) =>
          found.length === 0 ? (
            <Empty
              title="No class yet"
              action={
                known.length ? (
                  addButton
                ) : (
                  <Button component={Link} to="/projects">
                    Write a list first
                  </Button>
                )
              }
            >
              A class multiplies one project by its seats, the sample and the spares, and says what to cut and
              what to buy.
            </Empty>
          ) : (
            <table className="ledger">
              <thead>
                <tr>
                  <th scope="col">Class</th>
                  <th scope="col">When and where</th>
                  <th scope="col">Project</th>
                  <th scope="col" className="num">
                    Seats
                  </th>
                  <th scope="col" className="num">
                    Kits
                  </th>
                </tr>
              </thead>
              <tbody>
                {found.map((row) => (
                  <tr key={row.id}>
                    <th scope="row">
                      <Link to={`/classes/${row.id}`}>{row.name}</Link>
                    </th>
                    <td>
                      {row.date ? dayOf(row.date) : <span className="soft">no date yet</span>}
                      {row.place ? `, ${row.place}` : ''}
                    </td>
                    <td>{row.project_name}</td>
                    <td className="num">{row.seats}</td>
                    <td className="num" aria-label={counted(row.kits, 'kit')}>
                      {row.kits}
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
