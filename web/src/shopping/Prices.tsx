import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Checkbox, FileButton, Menu, Select } from '@mantine/core'
import { IconDownload, IconUpload } from '@tabler/icons-react'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, ask, type Compared, type Comparison, Refused } from '../api/client'
import { asked, changed } from '../api/queries'
import { money, number } from '../i18n/format'
import { useStudio } from '../ui/frame/session'
import { Empty, Loaded } from '../ui/states/states'
import { Ledger } from '../ui/tables/Ledger'
import { FracWords } from '../ui/text/FracWords'
import { base64Of } from '../ui/saving/base64'
import { backAgain, type ChangeIn, changesOf, keyOf, sentence } from './prices'
import classes from './Shopping.module.css'

/** A shop's price list beside the cupboard: what is different, ticked and taken over. */
export function Prices() {
  const shops = useQuery(asked.shops())
  const [shop, setShop] = useState('')
  const [found, setFound] = useState<Comparison | null>(null)
  const [asking, setAsking] = useState(false)
  const [problem, setProblem] = useState<string[]>([])
  const compare = (sent: Promise<Comparison>) => {
    setAsking(true)
    setProblem([])
    setFound(null)
    sent.then(setFound, (error: Error) => setProblem(wordsOf(error))).finally(() => setAsking(false))
  }
  const again = (chosen: string) =>
    compare(ask(api.GET('/api/prices/compare', { params: { query: { shop: chosen } } })))
  const read = async (file: File | null) => {
    if (!file) return
    const content = base64Of(new Uint8Array(await file.arrayBuffer()))
    compare(ask(api.POST('/api/prices/compare', { body: { shop, name: file.name, content } })))
  }
  return (
    <>
      <div className={classes.head}>
        <h1>
          <Trans>Price lists</Trans>
        </h1>
        <div className={classes.tools}>
          <Button component={Link} to="/shopping" variant="subtle">
            <Trans>Shopping list</Trans>
          </Button>
          <OwnList shop={shop} />
        </div>
      </div>
      <p className={`soft ${classes.narrow}`}>
        <Trans>
          Lay a shop’s list beside the cupboard, see what is different, and take over what you tick. Nothing
          changes before.
        </Trans>
      </p>
      <Loaded query={shops}>
        {(rows) => (
          <div className={classes.ask}>
            <Select
              label={t`Shop`}
              w={280}
              placeholder={t`all of the cupboard`}
              clearable
              data={rows.map((row) => row.name)}
              value={shop || null}
              onChange={(value) => {
                setShop(value ?? '')
                setFound(null)
                setProblem([])
              }}
            />
            {rows.some((row) => row.name === shop && row.answers) ? (
              <Button loading={asking} onClick={() => again(shop)}>
                <Trans>Ask for its list</Trans>
              </Button>
            ) : null}
            <FileButton onChange={(file) => void read(file)} accept=".csv,.tsv,.xlsx,.json">
              {(props) => (
                <Button {...props} variant="light" loading={asking} leftSection={<IconUpload size={18} />}>
                  <Trans>Use a list as a file</Trans>
                </Button>
              )}
            </FileButton>
          </div>
        )}
      </Loaded>
      {problem.length ? (
        <div role="alert" className={`severe ${classes.narrow}`}>
          {problem.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
      ) : null}
      {found ? <Found key={found.shop} found={found} /> : null}
    </>
  )
}

const wordsOf = (error: Error) =>
  error instanceof Refused && error.problem.faults?.length
    ? error.problem.faults.slice(0, 8).map((fault) => [fault.path, fault.message].filter(Boolean).join(': '))
    : [error.message]

function OwnList({ shop }: { shop: string }) {
  const to = (kind: string) => `/api/prices.${kind}?shop=${encodeURIComponent(shop)}`
  return (
    <Menu position="bottom-end" withinPortal>
      <Menu.Target>
        <Button variant="light" leftSection={<IconDownload size={18} />}>
          <Trans>The cupboard’s own list</Trans>
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item component="a" href={to('xlsx')}>
          <Trans>Spreadsheet, XLSX</Trans>
        </Menu.Item>
        <Menu.Item component="a" href={to('csv')}>
          <Trans>Table, CSV</Trans>
        </Menu.Item>
        <Menu.Item component="a" href={to('json')}>
          <Trans>JSON</Trans>
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  )
}

function Found({ found }: { found: Comparison }) {
  const queries = useQueryClient()
  const rows = found.rows.filter((row) => row.answer === 'changed')
  const [off, setOff] = useState(() => new Set(rows.filter((row) => !row.sure).map(keyOf)))
  const [taken, setTaken] = useState<ChangeIn[] | null>(null)
  const [sending, setSending] = useState(false)
  const [problem, setProblem] = useState('')
  const chosen = rows.filter((row) => !off.has(keyOf(row)))
  const send = (changes: ChangeIn[], then: ChangeIn[] | null) => {
    setSending(true)
    setProblem('')
    ask(api.POST('/api/prices/take', { body: { changes } }))
      .then(
        () => {
          setTaken(then)
          return changed(queries, 'prices')
        },
        (error: Error) => setProblem(wordsOf(error).join(' ')),
      )
      .finally(() => setSending(false))
  }
  if (!found.rows.length)
    return (
      <Empty title={t`Nothing to compare`}>
        <Trans>The list is empty, and nothing in the cupboard is bought at this shop.</Trans>
      </Empty>
    )
  return (
    <>
      <p className={classes.narrow}>{sentence(found.rows)}</p>
      {found.assumed ? (
        <p className="severe">
          <Trans>The list names no currency: its prices are taken as {found.assumed}.</Trans>
        </p>
      ) : null}
      {rows.length ? (
        <>
          <Changes rows={rows} off={off} setOff={setOff} stale={taken !== null} />
          {taken ? (
            <p role="status">
              {plural(chosen.length, { one: 'One thing is changed.', other: '# things are changed.' })}{' '}
              <Button
                size="compact-sm"
                variant="subtle"
                loading={sending}
                onClick={() => send(backAgain(taken), null)}
              >
                <Trans>Undo</Trans>
              </Button>
            </p>
          ) : (
            <Button
              mt="md"
              disabled={!chosen.length}
              loading={sending}
              onClick={() => send(changesOf(chosen), changesOf(chosen))}
            >
              {plural(chosen.length, { one: 'Take over one', other: 'Take over #' })}
            </Button>
          )}
          {problem ? (
            <p role="alert" className="severe">
              {problem}
            </p>
          ) : null}
        </>
      ) : null}
      <Rest
        title={t`To look at yourself`}
        rows={found.rows.filter((row) => row.answer === 'several' || row.answer === 'other-unit')}
        say={(row) =>
          row.answer === 'several'
            ? t`${row.listed}: more than one line or thing is called so`
            : t`${row.listed}: the list counts it in another unit than ${row.name}`
        }
      />
      <Rest
        title={t`In the list, not in the cupboard`}
        rows={found.rows.filter((row) => row.answer === 'unknown')}
        say={(row) => [row.listed, row.listed_code].filter(Boolean).join(', ')}
      />
      <Rest
        title={t`In the cupboard from this shop, not in the list`}
        rows={found.rows.filter((row) => row.answer === 'unlisted')}
        say={(row) => row.name}
      />
    </>
  )
}

interface ChangesProps {
  rows: Compared[]
  off: Set<string>
  setOff: (off: Set<string>) => void
  stale: boolean
}

function Changes({ rows, off, setOff, stale }: ChangesProps) {
  const { currency } = useStudio()
  const fieldWords = { code: t`code`, pack_size: t`a pack holds`, price: t`a pack costs`,
    lead_days: t`days until it comes`, discontinued: t`not to be had any more` } // prettier-ignore
  const said = (field: string, text: string) =>
    field === 'price' && text ? money(text, currency) : field === 'discontinued' ? yesNo(text) : text
  return (
    <div className={classes.narrow}>
      <Ledger
        rows={rows}
        rowKey={keyOf}
        stale={stale}
        columns={[
          {
            head: t`Take over`,
            silent: true,
            width: 44,
            cell: (row) => (
              <Checkbox
                aria-label={t`Take over ${row.name}`}
                checked={!off.has(keyOf(row))}
                disabled={stale}
                onChange={(e) => {
                  const next = new Set(off)
                  if (e.currentTarget.checked) next.delete(keyOf(row))
                  else next.add(keyOf(row))
                  setOff(next)
                }}
              />
            ),
          },
          {
            head: t`In the cupboard`,
            title: true,
            cell: (row) => (
              <>
                {row.name}
                {row.sure ? null : (
                  <div className="severe">
                    <Trans>
                      Is it the same? The list says {[row.listed, row.listed_code].filter(Boolean).join(', ')}
                      .
                    </Trans>
                  </div>
                )}
              </>
            ),
          },
          {
            head: t`What is different`,
            cell: (row) =>
              row.changes.map((change) => (
                <div key={change.field}>
                  {fieldWords[change.field]}:{' '}
                  {change.was_said ? (
                    <span className={`soft ${classes.was}`}>
                      <FracWords text={said(change.field, change.was_said)} />
                    </span>
                  ) : null}{' '}
                  <strong>
                    <FracWords text={said(change.field, change.now_said)} />
                  </strong>
                </div>
              )),
          },
        ]}
      />
    </div>
  )
}

const yesNo = (text: string) => (text === 'yes' ? t`yes` : t`no`)

function Rest(props: { title: string; rows: Compared[]; say: (row: Compared) => string }) {
  const { title, rows, say } = props
  if (!rows.length) return null
  return (
    <section aria-label={title} className={classes.apart}>
      <h2>
        {title} <span className="soft">{number(rows.length)}</span>
      </h2>
      <ul className={classes.here}>
        {rows.slice(0, 100).map((row) => (
          <li key={`${row.line} ${keyOf(row)}`}>{say(row)}</li>
        ))}
      </ul>
      {rows.length > 100 ? (
        <p className="soft">
          <Trans>and {number(rows.length - 100)} more</Trans>
        </p>
      ) : null}
    </section>
  )
}
