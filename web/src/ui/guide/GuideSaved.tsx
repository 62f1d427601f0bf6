import { t } from '@lingui/core/macro'
import { useSyncExternalStore } from 'react'
import { connection } from '../../api/offline'

/** Whether what is done in a guide is on the server, and whether the server is there at all. */
export function GuideSaved({ kept, moved = false }: { kept: boolean; moved?: boolean }) {
  const away = useSyncExternalStore(connection.subscribe, connection.away)
  return (
    <span className="soft" role="status">
      {moved
        ? t`another device has gone on: this is where the cutting is now`
        : !kept
          ? t`not saved yet: no connection`
          : away
            ? t`no connection: as it was when this device last had one`
            : t`saved on the server`}
    </span>
  )
}
