import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Button, Drawer, Tooltip } from '@mantine/core'
import { IconHistory } from '@tabler/icons-react'
import { useInfiniteQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, ask } from '../../api/client'
import { momentOf, number } from '../../i18n/format'
import { Loaded } from '../states/states'
import classes from './Changes.module.css'
import { type Change, deedOf, differenceOf } from './words'

type Kind = Change['kind']

/** Opens who changed a thing, and when, at the side. */
export function HistoryButton({ kind, id, name }: { kind: Kind; id: number; name: string }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Tooltip label={t`Who changed it, and when`}>
        <ActionIcon variant="subtle" aria-label={t`Who changed it, and when`} onClick={() => setOpen(true)}>
          <IconHistory size={19} aria-hidden />
        </ActionIcon>
      </Tooltip>
      <Drawer
        opened={open}
        onClose={() => setOpen(false)}
        position="right"
        size="md"
        title={t`Changes of ${name}`}
        closeButtonProps={{ 'aria-label': t`Close` }}
      >
        {open ? <Changes kind={kind} thing={id} /> : null}
      </Drawer>
    </>
  )
}

/** Who changed what, the newest first; of one thing, or of the whole paper room. */
export function Changes({ kind, thing }: { kind?: Kind; thing?: number }) {
  const found = useInfiniteQuery({
    queryKey: ['changes', kind, thing],
    queryFn: ({ pageParam }) =>
      ask(api.GET('/api/changes', { params: { query: { kind, thing, skip: pageParam } } })),
    initialPageParam: 0,
    getNextPageParam: (last, pages) =>
      last.more ? pages.reduce((sum, page) => sum + page.changes.length, 0) : undefined,
    staleTime: 0,
  })
  return (
    <Loaded query={found}>
      {({ pages }) => {
        const rows = pages.flatMap((page) => page.changes)
        return rows.length === 0 ? (
          <p className="soft">
            <Trans>No changes yet.</Trans>
          </p>
        ) : (
          <>
            <ol className={classes.rows}>
              {rows.map((row) => (
                <Row key={row.id} row={row} named={thing === undefined} />
              ))}
            </ol>
            {found.hasNextPage ? (
              <Button
                variant="default"
                loading={found.isFetchingNextPage}
                onClick={() => void found.fetchNextPage()}
              >
                <Trans>Show older ones</Trans>
              </Button>
            ) : (
              <p className="soft">
                <Trans>The newest {number(pages[0]?.most ?? 0)} changes of the whole room are kept.</Trans>
              </p>
            )}
          </>
        )
      }}
    </Loaded>
  )
}

function Row({ row, named }: { row: Change; named: boolean }) {
  return (
    <li>
      <p className={classes.when}>
        <time dateTime={row.at}>{momentOf(row.at)}</time>
      </p>
      <p className={classes.who}>
        <strong>{row.by ?? t`somebody whose account is deleted`}</strong> {deedOf(row.deed)}
        {named && row.kind !== 'studio' ? (
          <>
            {' '}
            <Thing row={row} />
          </>
        ) : null}
      </p>
      {row.differences.length ? (
        <dl className={classes.differences}>
          {row.differences.map((one) => {
            const { where, what } = differenceOf(one)
            return (
              <div key={where}>
                <dt>{where}</dt>
                <dd>{what}</dd>
              </div>
            )
          })}
        </dl>
      ) : null}
    </li>
  )
}

const PAGES: Partial<Record<Kind, string>> = { project: '/projects', class: '/classes' }

function Thing({ row }: { row: Change }) {
  const page = PAGES[row.kind]
  if (page && row.thing !== null) return <Link to={`${page}/${row.thing}`}>{row.name}</Link>
  return <em>{row.name}</em>
}
