import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Group, NumberInput, SegmentedControl } from '@mantine/core'
import { IconFolder, IconPrinter } from '@tabler/icons-react'
import { useState } from 'react'
import { api, ask } from '../api/client'
import { usePrint } from '../ui/tasks/print'
import { TaskState } from '../ui/tasks/TaskState'
import { fetchFile, useTask } from '../ui/tasks/useTask'

/** What is printed of a class, each by itself or all in one file, on Letter or A4. */
export function Handouts({ classId }: { classId: number }) {
  const [tables, setTables] = useState(1)
  const [paper, setPaper] = useState<'letter' | 'a4'>('letter')
  const folder = useTask(
    () =>
      ask(
        api.POST('/api/classes/{class_id}/folder', {
          params: { path: { class_id: classId }, query: { tables, paper } },
        }),
      ),
    fetchFile,
  )
  const print = usePrint()
  const of = (file: string) =>
    `/api/classes/${classId}/${file}.pdf?${new URLSearchParams({ paper, tables: String(tables) }).toString()}`
  const prints = [
    { file: 'scoring', label: t`Scoring guide` },
    { file: 'host', label: t`Host’s sheet` },
    { file: 'table-cards', label: t`Table cards` },
  ]
  return (
    <>
      <Group gap="md" align="end">
        <NumberInput
          label={t`Tables`}
          w={110}
          min={1}
          max={60}
          allowDecimal={false}
          value={tables}
          onChange={(value) => setTables(Math.min(60, Math.max(1, Number(value) || 1)))}
        />
        <SegmentedControl
          aria-label={t`Paper to print on`}
          data={[
            { value: 'letter', label: t`Letter` },
            { value: 'a4', label: t`A4` },
          ]}
          value={paper}
          onChange={setPaper}
        />
      </Group>
      <Group gap="sm" mt="sm">
        {prints.map((one) => (
          <Button
            key={one.file}
            component="a"
            {...print({ href: of(one.file), name: one.label })}
            variant="default"
            leftSection={<IconPrinter size={18} aria-hidden />}
          >
            {one.label}
          </Button>
        ))}
        <Button
          leftSection={<IconFolder size={18} aria-hidden />}
          loading={folder.underway}
          onClick={() => folder.begin.mutate()}
        >
          <Trans>Everything of the class in one file</Trans>
        </Button>
      </Group>
      <TaskState of={folder} made={<Trans>It is ready:</Trans>} />
      <p className="soft">
        <Trans>
          In the one file: cut guide, scoring guide, packing list, labels, host’s sheet, table cards, the
          sheet for attendees. <a href={`/api/classes/${classId}/file`}>The class as an open file</a> has its
          list, its cutting and its log, but not the list of its people.
        </Trans>
      </p>
    </>
  )
}
