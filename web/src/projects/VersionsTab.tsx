import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Button, Select, TextInput } from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import { useState } from 'react'
import { LengthInput } from '../ui/fields/LengthInput'
import { Ledger } from '../ui/tables/Ledger'
import { readLength } from '../ui/text/length'
import { Findings } from './Checks'
import { useProject } from './context'
import classes from './Versions.module.css'
import { VersionPieces } from './VersionPieces'
import { VersionSupplies } from './VersionSupplies'
import {
  nominal,
  type NumberRow,
  numberSaid,
  rowsThatDiffer,
  valueIn,
  withoutVersion,
  withValue,
  withVersion,
  withVersionName,
} from './versions'

const keyOf = (row: { piece: string; number: string }) => `${row.piece}\n${row.number}`

/** Sister versions side by side: only the numbers in which they differ. */
export function VersionsTab() {
  const { project, doc, status, change, fix } = useProject()
  const [extra, setExtra] = useState<string[]>([])
  const variants = doc.variants ?? []
  const differ = new Set(rowsThatDiffer(doc, project.numbers).map(keyOf))
  const rows = project.numbers.filter((row) => differ.has(keyOf(row)) || extra.includes(keyOf(row)))
  const free = project.numbers.filter((row) => !rows.includes(row))
  const checks = status === 'saved' ? project.checks.filter((check) => check.version) : []
  return (
    <>
      <p className="soft">
        <Trans>
          A sister version shares everything but what is below: Letter and A4, inches and the centimetres
          taught for them, tall and short. An empty cell shares what the list has; what lies on a score moves
          with it. A class chooses which version it teaches.
        </Trans>
      </p>
      <div className={classes.scroll}>
        <Numbers rows={rows} />
      </div>
      {rows.length === 0 ? (
        <p>
          {variants.length ? t`No number differs yet; choose one below.` : t`There is only the list itself.`}
        </p>
      ) : null}
      <div className={classes.versionTools}>
        {variants.length && free.length ? (
          <Select
            aria-label={t`Let another number differ`}
            placeholder={t`Let another number differ…`}
            searchable
            value={null}
            w={320}
            data={free.map((row) => ({
              value: keyOf(row),
              label: `${row.piece}: ${numberSaid(row.number)}`,
            }))}
            onChange={(value) => value && setExtra([...extra, value])}
          />
        ) : null}
        <Button
          variant="light"
          leftSection={<IconPlus size={18} />}
          onClick={() => change(withVersion(doc, 'A4', []))}
        >
          <Trans>A version</Trans>
        </Button>
        <Button
          variant="default"
          disabled={project.numbers.length === 0}
          onClick={() => change(withVersion(doc, t`Centimetres`, nominal(project.numbers)))}
        >
          <Trans>One in nominal centimetres</Trans>
        </Button>
      </div>
      {variants.length ? <VersionPieces /> : null}
      {variants.length && (doc.supplies ?? []).length ? <VersionSupplies /> : null}
      <Findings findings={checks} fresh fix={fix} />
    </>
  )
}

function Numbers({ rows }: { rows: NumberRow[] }) {
  const { doc, units, change } = useProject()
  const variants = doc.variants ?? []
  return (
    <Ledger
      className={classes.versions}
      rows={rows}
      rowKey={keyOf}
      columns={[
        {
          head: t`Piece`,
          title: true,
          cell: (row, n) => (rows[n - 1]?.piece === row.piece ? '' : row.piece),
        },
        { head: t`Number`, cell: (row) => numberSaid(row.number) },
        {
          head: t`The list, ${units}`,
          cell: (row) => (
            <LengthInput
              aria-label={t`${row.piece}, ${numberSaid(row.number)}, in the list`}
              variant="unstyled"
              value={row.value}
              readOnly
            />
          ),
        },
        ...variants.map((variant, v) => ({
          head: <VersionHead at={v} name={variant.name} />,
          cell: (row: NumberRow) => {
            const value = valueIn(variant, row)
            return (
              <LengthInput
                aria-label={t`${row.piece}, ${numberSaid(row.number)}, in ${variant.name}`}
                placeholder={t`the same`}
                value={value ?? ''}
                error={value !== undefined && !readLength(value, units).ok}
                onChange={(e) =>
                  change(withValue(doc, v, row, e.currentTarget.value), `version ${v} ${keyOf(row)}`)
                }
              />
            )
          },
        })),
      ]}
    />
  )
}

function VersionHead({ at, name }: { at: number; name: string }) {
  const { doc, change } = useProject()
  return (
    <span className={classes.versionHead}>
      <TextInput
        aria-label={t`Name of version ${at + 1}`}
        variant="unstyled"
        value={name}
        onChange={(e) => change(withVersionName(doc, at, e.currentTarget.value), `version ${at}`)}
      />
      <ActionIcon
        variant="subtle"
        color="gray"
        aria-label={t`Remove version ${name}`}
        onClick={() => change(withoutVersion(doc, at))}
      >
        <IconX size={17} />
      </ActionIcon>
    </span>
  )
}
