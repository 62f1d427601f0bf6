import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, TextInput } from '@mantine/core'
import { IconPlus, IconSearch } from '@tabler/icons-react'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { type ReactNode, useDeferredValue, useState } from 'react'
import { api, ask, type Claim, type Paper, type PaperIn, type Supply, type SupplyIn } from '../api/client'
import { asked, changed } from '../api/queries'
import { offcuts as offcutsOf, sheets } from '../i18n/counts'
import { money, number } from '../i18n/format'
import { printWords, Swatch } from '../ui/drawing/Swatch'
import { useStudio } from '../ui/frame/session'
import { Empty, Failed, Loaded } from '../ui/states/states'
import { Ledger } from '../ui/tables/Ledger'
import { Size } from '../ui/text/Length'
import { freeName } from '../ui/text/names'
import classes from './Cupboard.module.css'
import { PaperDrawer } from './PaperDrawer'
import { For } from '../ui/frame/May'
import { SupplyDrawer } from './SupplyDrawer'

const newPaper = (name: string): PaperIn => ({
  version: 0, name, kind: 'cardstock', width: '8 1/2 in', height: '11 in', print: 'none',
  pack_sheets: 1, on_hand: 0, caliper: '', edges: { left: '', right: '', top: '', bottom: '' },
  measured: { width: '', height: '' },
  code: '', shelf: '', shop: '', lead_days: 0, discontinued: false, offers: [], offcuts: [], motif: 'plain', ground: '#d9c9a8', ink: '#6b5a3a',
}) // prettier-ignore

const newSupply = (name: string): SupplyIn => ({
  version: 0,
  name,
  unit: 'each',
  pack_size: '1',
  on_hand: '0',
  joinable: true,
  code: '',
  shelf: '',
  shop: '',
  lead_days: 0,
  discontinued: false,
  offers: [],
})

/** Papers with their offcuts, and supplies: what is here and what a pack holds. */
export function Cupboard() {
  const papers = useQuery(asked.papers())
  const supplies = useQuery(asked.supplies())
  const queries = useQueryClient()
  const claims = useQuery(asked.claims())
  const [sought, setSought] = useState('')
  // A list of thousands is filtered after the key is drawn, so that typing never waits for it.
  const words = useDeferredValue(sought).toLowerCase().split(/\s+/).filter(Boolean)
  const matches = (row: Found) => words.every((word) => wordsOf(row).includes(word))
  const [paper, setPaper] = useState<number | null>(null)
  const [supply, setSupply] = useState<number | null>(null)
  const addPaper = useMutation({
    mutationFn: () =>
      ask(api.POST('/api/papers', { body: newPaper(freeName(t`New paper`, namesOf(papers.data))) })),
    onSuccess: async (made) => {
      await changed(queries, 'paper')
      setPaper(made.id)
    },
  })
  const addSupply = useMutation({
    mutationFn: () =>
      ask(api.POST('/api/supplies', { body: newSupply(freeName(t`New supply`, namesOf(supplies.data))) })),
    onSuccess: async (made) => {
      await changed(queries, 'supply')
      setSupply(made.id)
    },
  })
  const error = addPaper.error ?? addSupply.error
  return (
    <>
      {error ? <Failed error={error} /> : null}
      <div className={classes.head}>
        <h1>
          <Trans>Cupboard</Trans>
        </h1>
        <For needs="reader">
          <TextInput
            className={classes.find}
            aria-label={t`Find in the cupboard`}
            placeholder={t`Find by name, code, shelf or shop`}
            leftSection={<IconSearch size={18} />}
            data-find
            value={sought}
            onChange={(e) => setSought(e.currentTarget.value)}
          />
        </For>
        <Button
          leftSection={<IconPlus size={18} />}
          loading={addPaper.isPending}
          onClick={() => addPaper.mutate()}
        >
          <Trans>New paper</Trans>
        </Button>
      </div>
      <Loaded query={papers}>
        {(rows) =>
          rows.length === 0 ? (
            <Empty title={t`No paper yet`}>
              <Trans>
                Put in the papers you own or would buy: the sheet’s size, what a pack holds and costs, and
                whether its print has an up.
              </Trans>
            </Empty>
          ) : (
            <First rows={rows.filter(matches)} most={MOST_CARDS} what={t`papers`}>
              {(shown) => (
                <ul className={classes.papers} aria-label={t`Papers`}>
                  {shown.map((row) => (
                    <PaperCard
                      key={row.id}
                      paper={row}
                      aside={asideOf(claims.data, row.id)}
                      open={() => setPaper(row.id)}
                    />
                  ))}
                </ul>
              )}
            </First>
          )
        }
      </Loaded>
      <div className={classes.head}>
        <h2>
          <Trans>Supplies</Trans>
        </h2>
        <Button
          variant="light"
          leftSection={<IconPlus size={18} />}
          loading={addSupply.isPending}
          onClick={() => addSupply.mutate()}
        >
          <Trans>New supply</Trans>
        </Button>
      </div>
      <Loaded query={supplies}>
        {(rows) =>
          rows.length === 0 ? (
            <Empty title={t`No supply yet`}>
              <Trans>Tape, pads, ribbon, glue, brads: whatever comes in packs.</Trans>
            </Empty>
          ) : (
            <First rows={rows.filter(matches)} most={MOST_ROWS} what={t`supplies`}>
              {(shown) => <SupplyTable rows={shown} open={setSupply} />}
            </First>
          )
        }
      </Loaded>
      {paper !== null ? (
        <PaperDrawer
          key={`p${paper}`}
          paper={papers.data?.find((row) => row.id === paper)}
          close={() => setPaper(null)}
        />
      ) : null}
      {supply !== null ? (
        <SupplyDrawer
          key={`s${supply}`}
          supply={supplies.data?.find((row) => row.id === supply)}
          close={() => setSupply(null)}
        />
      ) : null}
    </>
  )
}

// A page of thousands is slow to draw; what is sought is among the first, or asked for.
const MOST_CARDS = 90
const MOST_ROWS = 150

/** The first of many rows, and the others when they are asked for. */
function First<Row>(props: {
  rows: Row[]
  most: number
  what: string
  children: (shown: Row[]) => ReactNode
}) {
  const { rows, most, what, children } = props
  const [all, setAll] = useState(false)
  const hidden = all ? 0 : rows.length - most
  return (
    <>
      {children(hidden > 0 ? rows.slice(0, most) : rows)}
      {hidden > 0 ? (
        <p>
          <Trans>
            The first {number(most)} of {number(rows.length)} {what}.
          </Trans>{' '}
          <Button variant="subtle" size="compact-md" onClick={() => setAll(true)}>
            <Trans>Show all</Trans>
          </Button>
        </p>
      ) : null}
    </>
  )
}

type Found = { name: string; code?: string; shelf?: string; shop?: string; kind?: string }

const wordsOf = (row: Found) =>
  [row.name, row.code, row.shelf, row.shop, row.kind].filter(Boolean).join(' ').toLowerCase()

/** Sheets of a paper that are set aside for classes. */
const asideOf = (claims: Claim[] = [], paper: number) =>
  claims
    .filter((claim) => claim.paper === paper && !claim.width)
    .reduce((sum, claim) => sum + Number(claim.left), 0)

const namesOf = (rows: { name: string }[] = []) => rows.map((row) => row.name)

function PaperCard({ paper, aside, open }: { paper: Paper; aside: number; open: () => void }) {
  const { units, currency } = useStudio()
  const offcuts = (paper.offcuts ?? []).reduce((sum, offcut) => sum + (offcut.count ?? 1), 0)
  const held = number(paper.pack_sheets ?? 1)
  const price = paper.pack_price ? money(paper.pack_price, currency) : t`no price yet`
  return (
    <li>
      <button type="button" className={`sheet ${classes.paper}`} onClick={open}>
        <Swatch look={paper} width={84} height={84} />
        <span>
          <strong>{paper.name}</strong>
          <span className="soft">
            <Size width={paper.width_nm} height={paper.height_nm} units={units} />,{' '}
            {printWords()[paper.print ?? 'none']}
          </span>
          <span className={classes.count}>
            {offcuts
              ? t`${sheets(paper.on_hand ?? 0)} and ${offcutsOf(offcuts)}`
              : sheets(paper.on_hand ?? 0)}
          </span>
          {aside ? (
            <span className="soft">
              <Trans>
                {number(aside)} set aside, {number((paper.on_hand ?? 0) - aside)} free
              </Trans>
            </span>
          ) : null}
          {paper.low != null && (paper.on_hand ?? 0) <= paper.low ? (
            <span className="severe">
              <Trans>runs low</Trans>
            </span>
          ) : null}
          {paper.discontinued ? (
            <span className="severe">
              <Trans>not to be had any more</Trans>
            </span>
          ) : null}
          <span className="soft">
            {paper.pack != null ? t`${held} in a pack of designs` : t`pack of ${held}, ${price}`}
          </span>
        </span>
      </button>
    </li>
  )
}

function SupplyTable({ rows, open }: { rows: Supply[]; open: (id: number) => void }) {
  const studio = useStudio()
  const unit = (row: Supply) =>
    row.unit === 'length' ? ` ${row.units ?? studio.units}` : row.unit === 'ml' ? ' ml' : ''
  return (
    <Ledger
      rows={rows}
      rowKey={(row) => row.id}
      columns={[
        {
          head: t`Supply`,
          title: true,
          cell: (row) => (
            <button type="button" className={classes.link} onClick={() => open(row.id)}>
              {row.name}
            </button>
          ),
        },
        { head: t`Here`, num: true, cell: (row) => `${row.on_hand}${unit(row)}` },
        { head: t`A pack holds`, num: true, cell: (row) => `${row.pack_size}${unit(row)}` },
        {
          head: t`A pack costs`,
          num: true,
          cell: (row) =>
            row.pack_price ? (
              money(row.pack_price, studio.currency)
            ) : (
              <span className="soft">{t`no price yet`}</span>
            ),
        },
        {
          head: t`Lengths`,
          cell: (row) =>
            row.unit === 'length' ? (
              <span className="soft">{row.joinable ? t`may be joined` : t`never joined`}</span>
            ) : null,
        },
      ]}
    />
  )
}
