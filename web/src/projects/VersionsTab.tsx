import { ActionIcon, Button, Select, TextInput } from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import { useState } from 'react'
import { readLength } from '../ui/length'
import { LengthInput } from '../ui/LengthInput'
import { FindingLine } from './Checks'
import type { Work } from './ProjectPage'
import classes from './ProjectPage.module.css'
import { nominal, numberSaid, rowsThatDiffer, valueIn, withValue, withVersion } from './versions'

/** Sister versions side by side: only the numbers in which they differ. */
export function VersionsTab({ project, doc, units, status, change, mend }: Work) {
  const [extra, setExtra] = useState<string[]>([])
  const variants = doc.variants ?? []
  const key = (row: { piece: string; number: string }) => `${row.piece}\n${row.number}`
  const differ = new Set(rowsThatDiffer(doc, project.numbers).map(key))
  const rows = project.numbers.filter((row) => differ.has(key(row)) || extra.includes(key(row)))
  const free = project.numbers.filter((row) => !rows.includes(row))
  const checks = status === 'saved' ? project.checks.filter((check) => check.version) : []
  return (
    <>
      <p className="soft">
        A sister version shares everything but the numbers below: Letter and A4, inches and the centimetres
        taught for them, tall and short. An empty cell shares the list’s number; a class chooses which version
        it teaches.
      </p>
      <div className={classes.scroll}>
        <table className={`ledger ${classes.versions}`}>
          <thead>
            <tr>
              <th scope="col">Piece</th>
              <th scope="col">Number</th>
              <th scope="col">The list, {units}</th>
              {variants.map((variant, v) => (
                <th scope="col" key={v}>
                  <span className={classes.versionHead}>
                    <TextInput
                      aria-label={`Name of version ${v + 1}`}
                      variant="unstyled"
                      value={variant.name}
                      onChange={(e) =>
                        change(
                          {
                            ...doc,
                            variants: variants.map((other, k) =>
                              k === v ? { ...other, name: e.currentTarget.value } : other,
                            ),
                          },
                          `version ${v}`,
                        )
                      }
                    />
                    <ActionIcon
                      variant="subtle"
                      color="gray"
                      aria-label={`Take version ${variant.name} out`}
                      onClick={() => change({ ...doc, variants: variants.filter((_, k) => k !== v) })}
                    >
                      <IconX size={17} />
                    </ActionIcon>
                  </span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, n) => (
              <tr key={key(row)}>
                <th scope="row">{rows[n - 1]?.piece === row.piece ? '' : row.piece}</th>
                <td>{numberSaid(row.number)}</td>
                <td>
                  <LengthInput
                    aria-label={`${row.piece}, ${row.number}, in the list`}
                    variant="unstyled"
                    value={row.value}
                    readOnly
                  />
                </td>
                {variants.map((variant, v) => {
                  const value = valueIn(variant, row)
                  return (
                    <td key={v}>
                      <LengthInput
                        aria-label={`${row.piece}, ${row.number}, in ${variant.name}`}
                        placeholder="the same"
                        value={value ?? ''}
                        error={value !== undefined && !readLength(value, units).ok}
                        onChange={(e) =>
                          change(withValue(doc, v, row, e.currentTarget.value), `version ${v} ${key(row)}`)
                        }
                      />
                    </td>
                  )
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {rows.length === 0 ? (
        <p>
          {variants.length ? 'No number differs yet; choose one below.' : 'There is only the list itself.'}
        </p>
      ) : null}
      <div className={classes.versionTools}>
        {variants.length && free.length ? (
          <Select
            aria-label="Let another number differ"
            placeholder="Let another number differ…"
            searchable
            value={null}
            w={320}
            data={free.map((row) => ({
              value: key(row),
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
          A version
        </Button>
        <Button
          variant="default"
          disabled={project.numbers.length === 0}
          onClick={() => change(withVersion(doc, 'Centimetres', nominal(project.numbers)))}
        >
          One in nominal centimetres
        </Button>
      </div>
      {checks.length ? (
        <ul className={classes.findings}>
          {checks.map((finding, n) => (
            <FindingLine key={n} finding={finding} where fresh mend={mend} />
          ))}
        </ul>
      ) : null}
    </>
  )
}
