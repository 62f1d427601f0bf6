import { ActionIcon, Button, Group, Modal, Tooltip } from '@mantine/core'
import {
  IconAlertTriangle,
  IconArrowBackUp,
  IconArrowForwardUp,
  IconCheck,
  IconCloudOff,
  IconPencil,
} from '@tabler/icons-react'
import type { Problem } from '../api/client'
import type { SaveStatus } from './autosave'
import classes from './SaveMark.module.css'

const SAYS: Record<SaveStatus, string> = {
  saved: 'Saved',
  waiting: 'Saving…',
  saving: 'Saving…',
  offline: 'Not saved yet: no connection, trying again',
  stale: 'Not saved: changed elsewhere',
  faulty: 'Not saved yet: fix what is marked',
  failed: 'Not saved yet: the server had a fault, trying again',
}

/** Whether what is on screen is on the server. */
export function SaveMark({ status, problem }: { status: SaveStatus; problem?: Problem | null }) {
  const calm = status === 'saved'
  const busy = status === 'waiting' || status === 'saving'
  return (
    <span className={classes.mark} data-status={status} role="status">
      {calm ? (
        <IconCheck size={17} aria-hidden />
      ) : busy ? (
        <IconPencil size={17} aria-hidden />
      ) : status === 'offline' ? (
        <IconCloudOff size={17} aria-hidden />
      ) : (
        <IconAlertTriangle size={17} aria-hidden />
      )}
      {status === 'failed' && problem && problem.code !== 'failed' ? problem.says : SAYS[status]}
    </span>
  )
}

/** Undo and redo as buttons; the keys are the page's. */
export function UndoButtons(props: {
  canUndo: boolean
  canRedo: boolean
  undo: () => void
  redo: () => void
}) {
  return (
    <Group gap={2}>
      <Tooltip label="Undo (Ctrl Z)">
        <ActionIcon variant="subtle" aria-label="Undo" disabled={!props.canUndo} onClick={props.undo}>
          <IconArrowBackUp size={19} />
        </ActionIcon>
      </Tooltip>
      <Tooltip label="Redo (Ctrl Shift Z)">
        <ActionIcon variant="subtle" aria-label="Redo" disabled={!props.canRedo} onClick={props.redo}>
          <IconArrowForwardUp size={19} />
        </ActionIcon>
      </Tooltip>
    </Group>
  )
}

/** A stale save: both versions are still there, and the person says which goes on. */
export function StaleQuestion(props: {
  what: string
  says: string
  differences: { label: string; mine: string; theirs: string }[]
  keepMine: () => void
  takeTheirs: () => void
}) {
  return (
    <Modal
      opened
      onClose={() => undefined}
      withCloseButton={false}
      size="lg"
      title={`${props.what} was changed elsewhere`}
    >
      <p style={{ marginTop: 0 }}>{props.says} Here is where the two differ:</p>
      <table className="ledger">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Yours, on this screen</th>
            <th scope="col">Saved elsewhere</th>
          </tr>
        </thead>
        <tbody>
          {props.differences.map((row) => (
            <tr key={row.label}>
              <th scope="row">{row.label}</th>
              <td>{row.mine}</td>
              <td>{row.theirs}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Group justify="flex-end" mt="lg">
        <Button variant="default" onClick={props.takeTheirs}>
          Go on with the one saved elsewhere
        </Button>
        <Button onClick={props.keepMine}>Save mine over it</Button>
      </Group>
      <p className="soft" style={{ marginBottom: 0 }}>
        If you go on with the other one, yours is still there: undo brings it back and asks again.
      </p>
    </Modal>
  )
}
