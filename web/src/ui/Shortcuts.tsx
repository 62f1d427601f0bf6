import { Modal } from '@mantine/core'
import { useState } from 'react'
import { useKeys } from './useKeys'

const KEYS = [
  { keys: '+  −', does: 'one seat more or fewer, in a class' },
  { keys: 'Space', does: 'at the trimmer: this step is done; Backspace takes it back, M is a miscut' },
  { keys: 'Enter', does: 'the next line, in a list; in the box of words, onto the list' },
  { keys: '↑  ↓', does: 'the same column of another line' },
  { keys: 'Alt Enter', does: 'mend the first thing said of a line' },
  { keys: 'Ctrl D', does: 'double a piece' },
  { keys: 'Ctrl Delete', does: 'take a piece off its list' },
  { keys: 'Shift ↑  ↓', does: 'mark several lines; Ctrl C copies them for a spreadsheet' },
  { keys: 'Tab', does: 'the next field' },
  { keys: 'Alt ↑  Alt ↓', does: 'move a piece up or down its list' },
  { keys: 'Ctrl Z', does: 'undo; with Shift, redo' },
  { keys: 'Esc', does: 'close what lies on top' },
  { keys: '?', does: 'this list' },
]

/** The keys that work, listed by the key `?`. */
export function Shortcuts() {
  const [open, setOpen] = useState(false)
  useKeys({ '?': () => setOpen(true) })
  return (
    <Modal
      opened={open}
      onClose={() => setOpen(false)}
      title="Keys"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <table className="ledger">
        <tbody>
          {KEYS.map((row) => (
            <tr key={row.keys}>
              <th scope="row">{row.keys}</th>
              <td>{row.does}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Modal>
  )
}
