import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Menu } from '@mantine/core'
import { IconPlus } from '@tabler/icons-react'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { asked } from '../api/queries'
import { dayOf, number } from '../i18n/format'
import classes from '../projects/Projects.module.css'
import { Empty, Failed, Loaded } from '../ui/states/states'
import { Ledger } from '../ui/tables/Ledger'
import { useNewClass } from './newClass'

/** Every class, and the button for a new one. */
export function Classes() {
  const rows = useQuery(asked.classes())
  const projects = useQuery(asked.projects())
  const add = useNewClass()
  const known = projects.data ?? []
  const addButton = known.length ? (
    <Menu position="bottom-end" withinPortal>
      <Menu.Target>
        <Button leftSection={<IconPlus size={18} />} loading={add.isPending}>
          <Trans>New class</Trans>
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Label>
          <Trans>Which project is taught?</Trans>
        </Menu.Label>
        {known.map((project) => (
          <Menu.Item key={project.id} onClick={() => add.mutate(project)}>
            {project.name}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  ) : (
    <Button component={Link} to="/projects">
      <Trans>Write a list first</Trans>
    </Button>
  )
  return (
    <>
      <div className={classes.head}>
        <h1>
          <Trans>Classes</Trans>
        </h1>
        <div className={classes.actions}>
          <Button component={Link} to="/year" variant="subtle">
            <Trans>The year</Trans>
          </Button>
          {known.length ? addButton : null}
        </div>
      </div>
      {add.error ? <Failed error={add.error} /> : null}
      <Loaded query={rows}>
        {(found) =>
          found.length === 0 ? (
            <Empty title={t`No class yet`} action={addButton}>
              <Trans>
                A class multiplies one project by its seats, the sample and the spares, and says what to cut
                and what to buy.
              </Trans>
            </Empty>
          ) : (
            <Ledger
              rows={found}
              rowKey={(row) => row.id}
              columns={[
                {
                  head: t`Class`,
                  title: true,
                  cell: (row) => <Link to={`/classes/${row.id}`}>{row.name}</Link>,
                },
                {
                  head: t`When and where`,
                  cell: (row) => (
                    <>
                      {row.date ? dayOf(row.date) : <span className="soft">{t`no date yet`}</span>}
                      {row.place ? `, ${row.place}` : ''}
                    </>
                  ),
                },
                { head: t`Project`, cell: (row) => row.project_name },
                { head: t`Seats`, num: true, cell: (row) => number(row.seats) },
                { head: t`Kits`, num: true, cell: (row) => number(row.kits) },
              ]}
            />
          )
        }
      </Loaded>
    </>
  )
}
