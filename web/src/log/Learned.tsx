import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Switch } from '@mantine/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { api, ask, type Schemas } from '../api/client'
import { asked, changed, keys } from '../api/queries'
import { number } from '../i18n/format'
import { Failed, Loaded } from '../ui/states/states'
import { Ledger } from '../ui/tables/Ledger'
import classes from './Log.module.css'

type Row = Schemas['LearnedOut']

const unitOf = (row: Row) => (row.name === 'spares' ? '' : row.name.startsWith('supply-') ? ' ×' : ' s')

/** What the studio's own classes show, and what of it takes the place of a default. */
export function Learned() {
  const learned = useQuery(asked.learned())
  return (
    <section aria-labelledby="learned" className={classes.part}>
      <h2 id="learned">
        <Trans>What your classes taught</Trans>
      </h2>
      <p className="soft">
        <Trans>
          Medians over the classes that are over. From three classes on they take the place of the default;
          switch one off, and the default is back. What was timed only as a whole counts for each of its parts
          in proportion.
        </Trans>
      </p>
      <Loaded query={learned}>{(rows) => <Rows rows={rows} />}</Loaded>
    </section>
  )
}

function Rows({ rows }: { rows: Row[] }) {
  const queries = useQueryClient()
  const choose = useMutation({
    mutationFn: ({ name, revoked }: { name: string; revoked: boolean }) =>
      ask(api.PUT('/api/learned/{name}', { params: { path: { name } }, body: { revoked } })),
    onSuccess: async (now) => {
      queries.setQueryData(keys.learned, now)
      await changed(queries, 'supply')
    },
  })
  if (!rows.length)
    return (
      <p>
        <Trans>Nothing yet. A class teaches when it is over and its log says how long things took.</Trans>
      </p>
    )
  return (
    <div className={classes.wide}>
      <Ledger
        rows={rows}
        rowKey={(row) => row.name}
        columns={[
          { head: t`What`, title: true, cell: (row) => row.label },
          {
            head: t`Default`,
            num: true,
            cell: (row) => (row.name === 'spares' ? '–' : `${row.usual}${unitOf(row)}`),
          },
          {
            head: t`Median`,
            num: true,
            cell: (row) => <strong>{`${row.value}${unitOf(row)}`}</strong>,
          },
          {
            head: t`From, to`,
            num: true,
            cell: (row) => `${row.least} – ${row.most}${unitOf(row)}`,
          },
          {
            head: t`Classes`,
            num: true,
            cell: (row) => number(row.classes),
          },
          {
            head: t`Used`,
            cell: (row) =>
              row.name === 'spares' ? (
                <span className="soft">{t`shown beside the spares`}</span>
              ) : row.enough ? (
                <Switch
                  label={row.revoked ? t`the default is used` : t`in place of the default`}
                  aria-label={
                    row.revoked
                      ? t`${row.label}: the default is used`
                      : t`${row.label}: in place of the default`
                  }
                  checked={!row.revoked}
                  onChange={(e) => choose.mutate({ name: row.name, revoked: !e.currentTarget.checked })}
                />
              ) : (
                <span className="soft">
                  {plural(3 - row.classes, {
                    one: 'after one class more',
                    other: 'after two classes more',
                  })}
                </span>
              ),
          },
        ]}
      />
      {choose.error ? <Failed error={choose.error} /> : null}
    </div>
  )
}
