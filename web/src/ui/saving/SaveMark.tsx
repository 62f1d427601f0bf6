import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Button, Group, Modal, Tooltip } from '@mantine/core'
import {
  IconAlertTriangle,
  IconArrowBackUp,
  IconArrowForwardUp,
  IconCheck,
  IconCloudOff,
  IconPencil,
} from '@tabler/icons-react'
import type { Problem } from '../../api/client'
import { Ledger } from '../tables/Ledger'
import type { SaveState, SaveStatus } from './autosave'
import type { Difference } from './differences'
import classes from './SaveMark.module.css'

const words = (): Record<SaveStatus, string> => ({
  saved: t`Saved`,
  waiting: t`Saving…`,
  saving: t`Saving…`,
  offline: t`Not saved yet: no connection, trying again`,
  stale: t`Not saved: changed elsewhere`,
  faulty: t`Not saved yet: fix what is marked`,
  failed: t`Not saved yet: the server had a fault, trying again`,
})

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
      {status === 'failed' && problem && problem.code !== 'failed' ? problem.message : words()[status]}
    </span>
  )
}

interface Undoable extends Pick<SaveState<unknown>, 'canUndo' | 'canRedo'> {
  saver: { undo: () => void; redo: () => void }
}

/** Undo and redo as buttons; the keys are those of `useUndoKeys`. */
export function UndoButtons({ saver, canUndo, canRedo }: Undoable) {
  return (
    <Group gap={2}>
      <Tooltip label={t`Undo (Ctrl Z)`}>
        <ActionIcon variant="subtle" aria-label={t`Undo`} disabled={!canUndo} onClick={() => saver.undo()}>
          <IconArrowBackUp size={19} />
        </ActionIcon>
      </Tooltip>
      <Tooltip label={t`Redo (Ctrl Shift Z)`}>
        <ActionIcon variant="subtle" aria-label={t`Redo`} disabled={!canRedo} onClick={() => saver.redo()}>
          <IconArrowForwardUp size={19} />
        </ActionIcon>
      </Tooltip>
    </Group>
  )
}

/** A stale save: both versions are still there, and the person says which goes on. */
export function StaleQuestion(props: {
  what: string
  message: string
  differences: Difference[]
  keepMine: () => void
  takeTheirs: () => void
}) {
  return (
    <Modal
      opened
      onClose={() => undefined}
      withCloseButton={false}
      size="lg"
      title={t`${props.what} was changed elsewhere`}
    >
      <p style={{ marginTop: 0 }}>
        {props.message} <Trans>Here is where the two differ:</Trans>
      </p>
      <Ledger
        rows={props.differences}
        rowKey={(row) => row.label}
        columns={[
          { head: t`What`, title: true, cell: (row) => row.label },
          { head: t`Yours, on this screen`, cell: (row) => row.mine },
          { head: t`Saved elsewhere`, cell: (row) => row.theirs },
        ]}
      />
      <Group justify="flex-end" mt="lg">
        <Button variant="default" onClick={props.takeTheirs}>
          <Trans>Go on with the one saved elsewhere</Trans>
        </Button>
        <Button onClick={props.keepMine}>
          <Trans>Save mine over it</Trans>
        </Button>
      </Group>
      <p className="soft" style={{ marginBottom: 0 }}>
        <Trans>
          If you go on with the other one, yours is still there: undo brings it back and asks again.
        </Trans>
      </p>
    </Modal>
  )
}
