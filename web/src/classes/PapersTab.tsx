import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Button, NumberInput, Select, TextInput } from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, type ClassIn } from '../api/client'
import { changed } from '../api/queries'
import { Swatch } from '../ui/drawing/Swatch'
import { type Column, Ledger } from '../ui/tables/Ledger'
import classes from './ClassPage.module.css'
import { useClass } from './context'
import { withColourway, withPaper } from './draft'
import { FewerPacks } from './FewerPacks'
import { FromStock } from './FromStock'
import { PaperShopping } from './PaperShopping'
import { For } from '../ui/frame/May'
import { SetAside } from './SetAside'

type Colourway = NonNullable<ClassIn['colourways']>[number]

/** Which paper each role takes in each colourway, and what is to be bought. */
export function PapersTab() {
  const { draft, change } = useClass()
  return (
    <>
      <section aria-labelledby="colourways">
        <h2 id="colourways">
          <Trans>Which paper for what</Trans>
        </h2>
        <p className="soft">
          <Trans>
            A colourway is some of the kits in their own papers. Shares are weights: 1 and 1 is half and half.
          </Trans>
        </p>
        <div className={classes.scroll}>
          <Colourways />
        </div>
        <Button
          variant="light"
          mt="sm"
          leftSection={<IconPlus size={18} />}
          onClick={() => change(withColourway(draft), '', 0)}
        >
          <Trans>Another colourway</Trans>
        </Button>
      </section>
      <PaperShopping />
      <FewerPacks />
      <SetAside />
      <For needs="reader">
        <FromStock />
      </For>
    </>
  )
}

function Colourways() {
  const { saved, draft, change, project, faults } = useClass()
  const colourways = draft.colourways ?? []
  const set = (at: number, more: Partial<Colourway>, mark: string) =>
    change(
      { ...draft, colourways: colourways.map((c, n) => (n === at ? { ...c, ...more } : c)) },
      `${mark} ${at}`,
    )
  const roles = project.roles.map((role): Column<Colourway> => ({
    head: role,
    cell: (colourway, n) => <Choice colourway={colourway} at={n} role={role} />,
  }))
  const versions = [{ name: '' }, ...(project.variants ?? [])]
  const version: Column<Colourway> = {
    head: t`Version`,
    cell: (colourway, n) => (
      <Select
        aria-label={t`Version of ${colourway.name}`}
        allowDeselect={false}
        w={150}
        data={versions.map(({ name }) => ({ value: name, label: name || t`As the class` }))}
        value={colourway.variant ?? ''}
        onChange={(value) => set(n, { variant: value ?? '' }, 'version')}
      />
    ),
  }
  return (
    <Ledger
      className={classes.matrix}
      rows={colourways}
      rowKey={(_, n) => n}
      columns={[
        {
          head: t`Colourway`,
          cell: (colourway, n) => (
            <TextInput
              aria-label={t`Name of colourway ${n + 1}`}
              value={colourway.name}
              error={faults.find((f) => f.path === `colourways[${n}].name`)?.message}
              onChange={(e) => set(n, { name: e.currentTarget.value }, 'colourway')}
            />
          ),
        },
        {
          head: t`Share`,
          cell: (colourway, n) => (
            <NumberInput
              aria-label={t`Share of ${colourway.name}`}
              w={64}
              min={0}
              max={10000}
              allowDecimal={false}
              hideControls
              value={colourway.share ?? 1}
              onChange={(value) => set(n, { share: Number(value) || 0 }, 'share')}
            />
          ),
        },
        ...(versions.length > 1 ? [version] : []),
        { head: t`Kits`, num: true, cell: (_, n) => saved.colourways?.[n]?.kits ?? '–' },
        ...roles,
        {
          head: t`Remove`,
          silent: true,
          cell: (colourway, n) => (
            <ActionIcon
              variant="subtle"
              color="gray"
              aria-label={t`Remove ${colourway.name}`}
              disabled={colourways.length === 1}
              onClick={() => change({ ...draft, colourways: colourways.filter((_, k) => k !== n) }, '', 0)}
            >
              <IconX size={18} />
            </ActionIcon>
          ),
        },
      ]}
    />
  )
}

/** The paper that a role takes in a colourway. */
function Choice({ colourway, at, role }: { colourway: Colourway; at: number; role: string }) {
  const { draft, change, papers, paperOf } = useClass()
  const queries = useQueryClient()
  const [problem, setProblem] = useState('')
  const chosen = paperOf(colourway.papers?.[role] ?? 0)
  const names = new Set(papers.map((paper) => paper.name))
  const plain = plainPapers().filter((paper) => !names.has(paper.label))
  const put = (paper: number) => change(withPaper(draft, at, role, paper), 'paper', 0)
  const choose = (value: string) => {
    const size = plain.find((paper) => paper.value === value)?.value
    if (!size) {
      put(Number(value))
      return
    }
    setProblem('')
    ask(api.POST('/api/plain-papers', { body: { size } })).then(
      async (made) => {
        await changed(queries, 'paper')
        put(made.id)
      },
      (error: Error) => setProblem(error.message),
    )
  }
  const own = papers.map((paper) => ({ value: String(paper.id), label: paper.name }))
  return (
    <div className={classes.choice}>
      {chosen ? <Swatch look={chosen} width={36} height={36} /> : <span className={classes.noSwatch} />}
      <Select
        aria-label={t`Paper for ${role} in ${colourway.name}`}
        data={[
          ...(own.length ? [{ group: t`In the cupboard`, items: own }] : []),
          ...(plain.length ? [{ group: t`To plan on, not in the cupboard`, items: plain }] : []),
        ]}
        searchable
        limit={300}
        allowDeselect={false}
        placeholder={t`Choose a paper`}
        error={problem || !chosen}
        value={chosen ? String(chosen.id) : null}
        onChange={(value) => value && choose(value)}
      />
    </div>
  )
}

/** Plain papers that a class can be planned on before there is any in the cupboard. */
const plainPapers = () =>
  [
    { value: 'letter', label: t`Plain Letter` },
    { value: 'a4', label: t`Plain A4` },
    { value: '12x12', label: t`Plain 12 x 12 in` },
    { value: '6x6', label: t`Plain 6 x 6 in` },
  ] as const
