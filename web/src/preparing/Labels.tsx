import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Group, NumberInput, Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import { useClass } from '../classes/context'
import { useStudio } from '../ui/frame/session'
import { usePrint } from '../ui/tasks/print'
import type { Packing } from './packing'
import classes from './Pack.module.css'

const pages = () => ({ a4: t`A4`, letter: t`Letter` }) as Record<string, string>

/** What a code of a sheet says: how many labels, on which page. */
function nameOf(code: string): string {
  const [page = '', size = ''] = code.split('-')
  const [columns = '', rows = ''] = size.split('x')
  return t`${pages()[page] ?? page}: ${columns} across, ${rows} down`
}

const ENTRIES = ['width', 'height', 'left', 'top', 'across', 'down'] as const

/** Labels and lists to print; the sheet of labels is a common one, or measured by hand. */
export function Labels({ packing }: { packing: Packing }) {
  const { saved } = useClass()
  const { units } = useStudio()
  const [sheet, setSheet] = useState(packing.sheets[0] ?? 'own')
  const [first, setFirst] = useState(1)
  const [page, setPage] = useState('a4')
  const [own, setOwn] = useState<Record<string, string>>({ columns: '3', rows: '8' })
  const print = usePrint()
  const query = new URLSearchParams({ sheet, first: String(first) })
  if (sheet === 'own') for (const [key, value] of Object.entries({ ...own, page })) query.set(key, value)
  const measured = sheet !== 'own' || (own.width && own.height)
  const labels = { width: t`Width`, height: t`Height`, left: t`Left margin`, top: t`Top margin`, across: t`Gap across`, down: t`Gap down` } // prettier-ignore
  return (
    <section aria-labelledby="print" className={classes.part}>
      <h2 id="print">
        <Trans>To print</Trans>
      </h2>
      <Group gap="sm" align="end">
        <Select
          label={t`Sheet of labels`}
          data={[
            ...packing.sheets.map((code) => ({ value: code, label: nameOf(code) })),
            { value: 'own', label: t`another, measured by hand` },
          ]}
          allowDeselect={false}
          value={sheet}
          onChange={(value) => value && setSheet(value)}
        />
        <NumberInput
          label={t`First free label`}
          w={130}
          min={1}
          max={200}
          allowDecimal={false}
          value={first}
          onChange={(value) => setFirst(Number(value) || 1)}
        />
        <Button
          component="a"
          {...(measured
            ? print({ href: `/api/classes/${saved.id}/labels.pdf?${query}`, name: t`Labels` })
            : {})}
          disabled={!measured}
          variant="default"
        >
          <Trans>Labels</Trans>
        </Button>
        {(['letter', 'a4'] as const).map((size) => (
          <Button
            key={size}
            component="a"
            {...print({ href: `/api/classes/${saved.id}/packing.pdf?paper=${size}`, name: t`Packing list` })}
            variant="default"
          >
            {t`Packing list, ${pages()[size] ?? size}`}
          </Button>
        ))}
      </Group>
      {sheet === 'own' ? (
        <Group gap="sm" mt="xs" align="end">
          <Select
            label={t`Page`}
            w={110}
            data={Object.entries(pages()).map(([value, label]) => ({ value, label }))}
            allowDeselect={false}
            value={page}
            onChange={(value) => value && setPage(value)}
          />
          {(['columns', 'rows'] as const).map((key) => (
            <TextInput
              key={key}
              w={90}
              label={key === 'columns' ? t`Across` : t`Down`}
              value={own[key] ?? ''}
              onChange={(e) => setOwn({ ...own, [key]: e.currentTarget.value.replace(/\D/g, '') })}
            />
          ))}
          {ENTRIES.map((key) => (
            <TextInput
              key={key}
              w={120}
              label={`${labels[key]}, ${units}`}
              value={own[key] ?? ''}
              onChange={(e) => setOwn({ ...own, [key]: e.currentTarget.value })}
            />
          ))}
        </Group>
      ) : null}
      <p className="soft">
        <Trans>
          The code on a label opens its bag on this server, for somebody who is signed in. Sheets of labels
          differ: print one on plain paper first, and hold it against the sheet.
        </Trans>
      </p>
    </section>
  )
}
