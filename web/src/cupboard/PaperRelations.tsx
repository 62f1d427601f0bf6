import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, NumberInput, Select, Switch, TextInput } from '@mantine/core'
import { IconPlus } from '@tabler/icons-react'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, type Pack, type Paper, type PaperIn, Refused } from '../api/client'
import { asked, changed, keep } from '../api/queries'
import { useStudio } from '../ui/frame/session'
import { freeName } from '../ui/text/names'
import classes from './Cupboard.module.css'

/** How a paper belongs with others: the pack it is a design of, the paper it is another size of. */
export function PaperRelations(props: {
  paper: Paper
  doc: PaperIn
  set: (more: Partial<PaperIn>) => void
  said: (path: string) => string | undefined
}) {
  const { paper, doc, set, said } = props
  const { currency } = useStudio()
  const queries = useQueryClient()
  const packs = useQuery(asked.packs())
  const papers = useQuery(asked.papers())
  const pack = packs.data?.find((row) => row.id === doc.pack)
  const [problem, setProblem] = useState('')
  const put = (saved: Pack) => {
    setProblem('')
    keep.pack(queries, saved)
    void changed(queries, 'pack')
  }
  const refused = (error: Error) => {
    const fault = error instanceof Refused ? error.problem.faults?.[0] : undefined
    setProblem(fault ? `${fault.path}: ${fault.message}` : error.message)
    void changed(queries, 'pack')
  }
  const changePack = (more: Partial<Pack>) => {
    if (!pack) return
    ask(
      api.PUT('/api/packs/{pack_id}', {
        params: { path: { pack_id: pack.id } },
        body: { ...pack, version: pack.version ?? 0, ...more },
      }),
    ).then(put, refused)
  }
  const begin = () => {
    const taken = (packs.data ?? []).map((row) => row.name)
    ask(
      api.POST('/api/packs', {
        body: {
          name: freeName(t`Pack of designs`, taken), sheets: 12, version: 0, code: '', shop: '', lead_days: 0,
          discontinued: false,
        }, // prettier-ignore
      }),
    ).then((made) => {
      put(made)
      set({ pack: made.id })
    }, refused)
  }
  const others = (papers.data ?? []).filter((row) => row.id !== paper.id && row.same_as == null)
  return (
    <>
      <div className={classes.pair}>
        <Select
          label={t`A design of the pack`}
          clearable
          placeholder={t`sold by itself`}
          data={(packs.data ?? []).map((row) => ({ value: String(row.id), label: row.name }))}
          value={doc.pack == null ? null : String(doc.pack)}
          onChange={(value) => set({ pack: value ? Number(value) : null })}
        />
        <Select
          label={t`Another size of`}
          clearable
          placeholder={t`a paper of its own`}
          data={others.map((row) => ({ value: String(row.id), label: row.name }))}
          value={doc.same_as == null ? null : String(doc.same_as)}
          error={said('same_as')}
          onChange={(value) => set({ same_as: value ? Number(value) : null })}
        />
      </div>
      {pack ? (
        <div className={classes.triple} key={`${pack.id}-${pack.version}`}>
          <TextInput
            label={t`Name of the pack`}
            defaultValue={pack.name}
            onBlur={(e) => e.currentTarget.value !== pack.name && changePack({ name: e.currentTarget.value })}
          />
          <NumberInput
            label={t`Sheets in it`}
            min={1}
            allowDecimal={false}
            defaultValue={pack.sheets ?? 12}
            onBlur={(e) => changePack({ sheets: Number(e.currentTarget.value) || 1 })}
          />
          <TextInput
            label={t`It costs, ${currency}`}
            defaultValue={pack.price ?? ''}
            placeholder="9.60"
            onBlur={(e) => changePack({ price: e.currentTarget.value || null })}
          />
          <TextInput
            label={t`The pack is bought at`}
            maxLength={120}
            defaultValue={pack.shop ?? ''}
            onBlur={(e) => changePack({ shop: e.currentTarget.value })}
          />
          <NumberInput
            label={t`Days until it comes`}
            min={0}
            max={365}
            allowDecimal={false}
            defaultValue={pack.lead_days ?? 0}
            onBlur={(e) => changePack({ lead_days: Number(e.currentTarget.value) || 0 })}
          />
          <TextInput
            label={t`Code of the pack`}
            maxLength={60}
            defaultValue={pack.code ?? ''}
            onBlur={(e) => changePack({ code: e.currentTarget.value })}
          />
          <Switch
            label={<Trans>The pack is not to be had any more</Trans>}
            defaultChecked={pack.discontinued ?? false}
            onChange={(e) => changePack({ discontinued: e.currentTarget.checked })}
          />
        </div>
      ) : (
        <Button variant="subtle" size="sm" leftSection={<IconPlus size={16} />} onClick={begin}>
          <Trans>It comes in a new pack of designs</Trans>
        </Button>
      )}
      {problem ? (
        <p role="alert" className="severe">
          <Trans>The pack was not changed. {problem}</Trans>
        </p>
      ) : null}
    </>
  )
}
