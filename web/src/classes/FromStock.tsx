import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Select } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, type Schemas } from '../api/client'
import { asked } from '../api/queries'
import { kits as kitsOf } from '../i18n/counts'
import { Loaded } from '../ui/states/states'
import classes from './ClassPage.module.css'
import { useClass } from './context'
import { splitColourway } from './draft'

type Stock = Schemas['FromStockOut']

/** What can be made of what there is, what one more pack gives, and how to use a paper up. */
export function FromStock() {
  const { saved } = useClass()
  const stock = useQuery(asked.stock(saved.id, saved.version))
  return (
    <section aria-labelledby="from-stock" className={classes.later}>
      <h2 id="from-stock">
        <Trans>From what there is</Trans>
      </h2>
      <Loaded query={stock}>{(found) => <Said stock={found} />}</Loaded>
      <UseUp />
    </section>
  )
}

function Said({ stock }: { stock: Stock }) {
  const lacking = stock.lacking.join(', ')
  return (
    <>
      <p>
        <strong className="figure">{kitsOf(stock.kits)}</strong>{' '}
        {lacking ? t`without buying anything.` : t`or more without buying anything.`}{' '}
        {lacking ? <Trans>The next one needs a pack of {lacking}.</Trans> : null}
      </p>
      {stock.more.length ? (
        <ul>
          {stock.more.map((more) => (
            <li key={more.packs.join()}>{moreWords(more)}</li>
          ))}
        </ul>
      ) : null}
    </>
  )
}

function moreWords(more: Stock['more'][number]): string {
  const packs = more.packs.join(t` and `)
  return t`One more pack of ${packs}: ${kitsOf(more.kits)}.`
}

/** A paper until it is gone, and then another: the colourway is split in two. */
function UseUp() {
  const { saved, draft, change, project, papers, paperOf } = useClass()
  const [chosen, setChosen] = useState<string | null>(null)
  const [then, setThen] = useState<string | null>(null)
  const [said, setSaid] = useState('')
  const places = (draft.colourways ?? []).flatMap((colourway, at) =>
    project.roles.flatMap((role) => {
      const paper = paperOf(colourway.papers?.[role] ?? 0)
      return paper ? [{ value: `${at} ${role}`, label: t`${paper.name}, ${role} in ${colourway.name}` }] : []
    }),
  )
  const split = async () => {
    const [number = '', ...words] = (chosen ?? '').split(' ')
    const [at, role] = [Number(number), words.join(' ')]
    const colourway = saved.colourways?.[at]
    if (!colourway || !then) return
    const query = { colourway: colourway.name, role, then: Number(then) }
    const path = { class_id: saved.id }
    const found = await ask(api.GET('/api/classes/{class_id}/until-gone', { params: { path, query } }))
    if (found.kits >= colourway.kits) setSaid(t`It is enough for every kit of ${colourway.name}.`)
    else if (found.kits === 0) setSaid(t`It is not enough for one whole kit.`)
    else {
      const kits = (saved.colourways ?? []).map((c) => c.kits)
      change(splitColourway(draft, kits, at, found.kits, role, Number(then)), '', 0)
      const [first, rest] = [kitsOf(found.kits), colourway.kits - found.kits]
      setSaid(
        plural(rest, {
          one: `${first} of it, then 1 of the other. Undo brings it back.`,
          other: `${first} of it, then # of the other. Undo brings it back.`,
        }),
      )
    }
  }
  return (
    <div className={classes.useUp}>
      <Select
        label={t`Use until it is gone`}
        data={places}
        value={chosen}
        onChange={setChosen}
        placeholder={t`Choose a paper`}
      />
      <Select
        label={t`then go on with`}
        data={papers.map((paper) => ({ value: String(paper.id), label: paper.name }))}
        searchable
        value={then}
        onChange={setThen}
        placeholder={t`Choose a paper`}
      />
      <Button
        variant="light"
        disabled={!chosen || !then}
        onClick={() => void split().catch((error: Error) => setSaid(error.message))}
      >
        <Trans>Split the kits</Trans>
      </Button>
      <p role="status">{said}</p>
    </div>
  )
}
