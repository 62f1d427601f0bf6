import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Menu, Select } from '@mantine/core'
import { IconDownload } from '@tabler/icons-react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { asked } from '../api/queries'
import { dayOf, money, number } from '../i18n/format'
import list from '../projects/Projects.module.css'
import { Empty, Loaded } from '../ui/states/states'
import { Ledger } from '../ui/tables/Ledger'
import classes from './ClassPage.module.css'

type YearData = Schemas['YearOut']
type Total = Schemas['YearTotalOut']

/** A year of classes: what each took and cost, what was left, and what an hour earned. */
export function Year() {
  const [chosen, setChosen] = useState<number | undefined>()
  const year = useQuery(asked.year(chosen))
  return (
    <Loaded query={year}>
      {(found) => (
        <>
          <div className={list.head}>
            <h1>
              <Trans>The year {String(found.year)}</Trans>
            </h1>
            <div className={list.actions}>
              <Select
                aria-label={t`Year`}
                w={110}
                allowDeselect={false}
                data={found.years.map(String)}
                value={String(found.year)}
                onChange={(value) => value && setChosen(Number(value))}
              />
              <Hand found={found} />
            </div>
          </div>
          <p className="soft">
            <Trans>
              Classes that are over, with the prices of their day: what their plans used up, without miscuts,
              whoever paid for it when. For whoever does your taxes; ask them what counts, this is no advice.
            </Trans>
          </p>
          {found.held.length ? (
            <Held found={found} />
          ) : (
            <Empty title={t`No class of this year is over yet`}>
              <Trans>
                When a class is over, say so on its Supplies tab: its figures are kept here, and later prices
                do not change them.
              </Trans>
            </Empty>
          )}
          {found.open.length ? (
            <section aria-labelledby="open-classes" className={classes.later}>
              <h2 id="open-classes">
                <Trans>Held, and not closed yet</Trans>
              </h2>
              <ul>
                {found.open.map((row) => (
                  <li key={row.id}>
                    <Link to={`/classes/${row.id}/supplies`}>{row.name}</Link>, {dayOf(row.date)}
                  </li>
                ))}
              </ul>
            </section>
          ) : null}
        </>
      )}
    </Loaded>
  )
}

function Hand({ found }: { found: YearData }) {
  const to = (kind: string) => `/api/year.${kind}?year=${found.year}`
  return (
    <Menu position="bottom-end" withinPortal>
      <Menu.Target>
        <Button variant="light" leftSection={<IconDownload size={18} />} disabled={!found.held.length}>
          <Trans>Take it along</Trans>
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item component="a" href={to('xlsx')}>
          <Trans>Spreadsheet, XLSX</Trans>
        </Menu.Item>
        <Menu.Item component="a" href={to('csv')}>
          <Trans>Table, CSV</Trans>
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  )
}

function Held({ found }: { found: YearData }) {
  return (
    <>
      <div className={classes.costs}>
        {found.totals.map((total) => (
          <Sum key={total.currency} total={total} />
        ))}
      </div>
      <div className={`${classes.scroll} ${classes.later}`}>
        <Ledger
          rows={found.held}
          rowKey={(row) => row.id}
          columns={[
            {
              head: t`Class`,
              title: true,
              cell: (row) => (
                <>
                  <Link to={`/classes/${row.id}`}>{row.name}</Link>
                  <div className={classes.sub}>{[dayOf(row.date), row.place].filter(Boolean).join(', ')}</div>
                </>
              ),
            },
            { head: t`Seats`, num: true, cell: (row) => number(row.seats) },
            {
              head: t`Takings`,
              num: true,
              cell: (row) => (row.takings === null ? notSaid() : money(row.takings, row.currency)),
            },
            {
              head: t`Material`,
              num: true,
              cell: (row) => (
                <>
                  {money(row.material, row.currency)}
                  {row.unpriced ? <div className="severe">{withoutPrice(row.unpriced)}</div> : null}
                </>
              ),
            },
            { head: t`Other costs`, num: true, cell: (row) => money(row.other, row.currency) },
            {
              head: t`Left`,
              num: true,
              cell: (row) =>
                row.left === null ? (
                  notSaid()
                ) : (
                  <strong className={row.left.startsWith('-') ? 'severe' : undefined}>
                    {money(row.left, row.currency)}
                  </strong>
                ),
            },
            {
              head: t`Hours`,
              num: true,
              cell: (row) => row.hours ?? notSaid(),
            },
            {
              head: t`Earned an hour`,
              num: true,
              cell: (row) => (row.hourly ? money(row.hourly, row.currency) : '–'),
            },
          ]}
        />
      </div>
    </>
  )
}

const notSaid = () => <span className="soft">{t`not said`}</span>

const withoutPrice = (count: number) =>
  plural(count, { one: 'without one thing that has no price', other: 'without # things that have no price' })

function Sum({ total }: { total: Total }) {
  const show = (amount: string) => money(amount, total.currency)
  return (
    <>
      <section className="sheet" aria-label={t`Left over`}>
        <h2>
          <Trans>Left over</Trans>
        </h2>
        <p className={`figure ${classes.perKit}`}>{show(total.left)}</p>
        <p className="soft">
          <Trans>
            of {show(total.takings)} taken, after {show(total.material)} of material and {show(total.other)}{' '}
            of other costs
          </Trans>
        </p>
        {total.without_takings ? (
          <p className="severe">
            {plural(total.without_takings, {
              one: 'One class is left out: nobody said what it took.',
              other: '# classes are left out: nobody said what they took.',
            })}
          </p>
        ) : null}
        {total.unpriced ? <p className="severe">{withoutPrice(total.unpriced)}</p> : null}
      </section>
      <section className="sheet" aria-label={t`Earned an hour`}>
        <h2>
          <Trans>Earned an hour</Trans>
        </h2>
        <p className={`figure ${classes.perKit}`}>{total.hourly ? show(total.hourly) : '–'}</p>
        <p className="soft">
          <Trans>in {total.hours} hours</Trans>
          {total.without_hours
            ? plural(total.without_hours, {
                one: ', without one class of which no hours are said',
                other: ', without # classes of which no hours are said',
              })
            : ''}
        </p>
      </section>
      <section className="sheet" aria-label={t`Classes held`}>
        <h2>
          <Trans>Classes held</Trans>
        </h2>
        <p className={`figure ${classes.perKit}`}>{number(total.classes)}</p>
        <p className="soft">{plural(total.seats, { one: 'for # seat', other: 'for # seats' })}</p>
      </section>
    </>
  )
}
