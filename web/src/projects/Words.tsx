import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Button, Select, TextInput } from '@mantine/core'
import { IconTrash } from '@tabler/icons-react'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { api, ask, Refused, type Schemas } from '../api/client'
import { asked, changed } from '../api/queries'
import { Failed, Loaded } from '../ui/states/states'
import { Ledger } from '../ui/tables/Ledger'
import { useMay } from '../ui/frame/May'
import classes from './Words.module.css'

type Word = Schemas['WordOut']
type Means = Word['means']

const meanings = (): { value: Means; label: string }[] => [
  { value: 'paper', label: t`a paper` },
  { value: 'supply', label: t`the supply` },
  { value: 'instead', label: t`said for` },
  { value: 'note', label: t`no paper, a note` },
]

/** Whether other words, or a name of the cupboard, are part of what it means. */
const isSaidFor = (means: Means) => means === 'instead' || means === 'supply'

const meaningOf = (word: Pick<Word, 'means' | 'instead'>): string =>
  word.means === 'paper' ? t`a paper` : word.means === 'note' ? t`no paper, a note` : word.instead

/** The studio's own words, and a line to teach it one more. */
export function Words() {
  const words = useQuery(asked.words())
  const may = useMay()
  return (
    <section aria-labelledby="words" className={classes.part}>
      <h2 id="words">
        <Trans>Words it knows from you</Trans>
      </h2>
      <p className="soft">
        <Trans>
          What you answered once about a word of a list is not asked again. Take one back, and it is. Short
          words of your own go here too: DS said for double-sided tape, pocket said for scored 1/2 on left,
          right and bottom.
        </Trans>
      </p>
      <Loaded query={words}>{(rows) => <Rows rows={rows} may={may} />}</Loaded>
      {may ? <Teach /> : null}
    </section>
  )
}

function Rows({ rows, may }: { rows: Word[]; may: boolean }) {
  const queries = useQueryClient()
  const forget = useMutation({
    mutationFn: (id: number) =>
      ask(api.DELETE('/api/words/{word_id}', { params: { path: { word_id: id } } })),
    onSuccess: () => changed(queries, 'word'),
  })
  if (!rows.length)
    return (
      <p>
        <Trans>None yet.</Trans>
      </p>
    )
  return (
    <>
      <Ledger
        rows={rows}
        rowKey={(row) => row.id}
        columns={[
          { head: t`Word`, title: true, cell: (row) => row.said },
          { head: t`Is`, cell: meaningOf },
          {
            head: '',
            cell: (row) =>
              may ? (
                <ActionIcon
                  variant="subtle"
                  aria-label={t`Take “${row.said}” back`}
                  loading={forget.isPending && forget.variables === row.id}
                  onClick={() => forget.mutate(row.id)}
                >
                  <IconTrash size={18} />
                </ActionIcon>
              ) : null,
          },
        ]}
      />
      {forget.error ? <Failed error={forget.error} /> : null}
    </>
  )
}

function Teach() {
  const queries = useQueryClient()
  const [said, setSaid] = useState('')
  const [means, setMeans] = useState<Means>('paper')
  const [instead, setInstead] = useState('')
  const teach = useMutation({
    mutationFn: () =>
      ask(api.POST('/api/words', { body: { said, means, instead: isSaidFor(means) ? instead : '' } })),
    onSuccess: async () => {
      setSaid('')
      setInstead('')
      await changed(queries, 'word')
    },
  })
  const faults = teach.error instanceof Refused ? (teach.error.problem.faults ?? []) : []
  const fault = (path: string) => faults.find((one) => one.path === path)?.message
  const submit = (event: FormEvent) => {
    event.preventDefault()
    teach.mutate()
  }
  return (
    <form className={classes.teach} onSubmit={submit}>
      <TextInput
        label={t`A word`}
        value={said}
        error={fault('said')}
        onChange={(e) => setSaid(e.currentTarget.value)}
      />
      <Select
        label={t`is`}
        data={meanings()}
        value={means}
        allowDeselect={false}
        onChange={(value) => value && setMeans(value)}
      />
      {isSaidFor(means) ? (
        <TextInput
          label={means === 'supply' ? t`called` : t`these words`}
          value={instead}
          error={fault('instead')}
          onChange={(e) => setInstead(e.currentTarget.value)}
        />
      ) : null}
      <Button type="submit" variant="default" disabled={!said.trim()} loading={teach.isPending}>
        <Trans>Remember it</Trans>
      </Button>
      {teach.error && !faults.some((one) => one.path) ? <Failed error={teach.error} /> : null}
    </form>
  )
}
