import { t } from '@lingui/core/macro'
import { Modal } from '@mantine/core'
import { useState } from 'react'
import { Ledger } from '../tables/Ledger'
import { useShortcuts } from './useShortcuts'

const rows = () => [
  { keys: '+  −', does: t`one seat more or fewer, in a class` },
  { keys: t`Space`, does: t`at the trimmer: this step is done; Backspace undoes it, M is a miscut` },
  { keys: t`Enter`, does: t`the next line, in a list; in the box of words, onto the list` },
  { keys: '↑  ↓', does: t`the same column of another line` },
  { keys: t`Alt Enter`, does: t`fix the first thing found in a line` },
  { keys: t`Ctrl D`, does: t`duplicate a piece` },
  { keys: t`Ctrl Delete`, does: t`remove a piece from its list` },
  { keys: t`Shift ↑  ↓`, does: t`mark several lines; Ctrl C copies them for a spreadsheet` },
  { keys: t`Tab`, does: t`the next field` },
  { keys: t`Alt ↑  Alt ↓`, does: t`move a piece up or down its list` },
  { keys: t`Ctrl Z`, does: t`undo; with Shift, redo` },
  { keys: t`Esc`, does: t`close what lies on top` },
  { keys: '?', does: t`this list` },
]

/** The keys that work, listed by the key `?`. */
export function Shortcuts() {
  const [open, setOpen] = useState(false)
  useShortcuts({ '?': () => setOpen(true) })
  return (
    <Modal
      opened={open}
      onClose={() => setOpen(false)}
      title={t`Keys`}
      closeButtonProps={{ 'aria-label': t`Close` }}
    >
      <Ledger
        rows={rows()}
        rowKey={(row) => row.does}
        columns={[
          { head: t`Key`, title: true, cell: (row) => row.keys },
          { head: t`What it does`, cell: (row) => row.does },
        ]}
      />
    </Modal>
  )
}
