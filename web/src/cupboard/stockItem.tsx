/** What papers and supplies share: saved by themselves, removed, and put back. */
import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useQueryClient } from '@tanstack/react-query'
import { changed } from '../api/queries'
import type { SaveState } from '../ui/saving/autosave'
import { HistoryButton } from '../ui/history/Changes'
import { SaveMark } from '../ui/saving/SaveMark'
import { useAutosave } from '../ui/saving/useAutosave'
import classes from './Cupboard.module.css'

interface Options<Doc, Saved> {
  what: 'paper' | 'supply'
  start: Saved
  send: (doc: Doc, version: number) => Promise<Saved>
  remove: () => Promise<unknown>
  putBack: (doc: Doc) => Promise<Saved>
  close: () => void
}

interface Named {
  name: string
  version?: number
}

/** A paper or a supply that is being edited. */
export function useStockItem<Doc extends Named, Saved extends Doc & { id: number }>(
  options: Options<Doc, Saved>,
) {
  const queries = useQueryClient()
  const refresh = () => {
    void changed(queries, options.what)
  }
  const autosave = useAutosave<Doc, Saved>(
    `${options.what} ${options.start.id}`,
    { doc: options.start, version: options.start.version ?? 0 },
    { send: options.send, versionOf: (saved) => saved.version ?? 0, onSaved: refresh },
  )
  const { saver, doc, problem } = autosave
  return {
    doc,
    autosave,
    set: (more: Partial<Doc>) => saver.change({ ...doc, ...more }, Object.keys(more)[0]),
    said: (path: string) => problem?.faults?.find((fault) => fault.path === path)?.message,
    async remove() {
      try {
        await options.remove()
      } catch (error) {
        notifications.show({
          color: 'red',
          title: t`${doc.name} was not removed`,
          message: (error as Error).message,
          closeButtonProps: { 'aria-label': t`Close` },
        })
        return
      }
      options.close()
      refresh()
      const id = notifications.show({
        autoClose: 12_000,
        title: t`${doc.name} was removed from the cupboard`,
        closeButtonProps: { 'aria-label': t`Close` },
        message: (
          <Button
            size="compact-sm"
            variant="light"
            onClick={() => {
              notifications.hide(id)
              void options.putBack({ ...doc, version: 0 }).then(refresh)
            }}
          >
            <Trans>Put it back</Trans>
          </Button>
        ),
      })
    },
  }
}

interface StockItem {
  autosave: Pick<SaveState<unknown>, 'status' | 'problem'>
  remove: () => Promise<void>
}

/** The foot of its drawer: whether it is saved, and the button that removes it. */
export function StockItemFoot(props: {
  item: StockItem
  removeLabel: string
  kind: 'paper' | 'supply'
  id: number
  name: string
}) {
  const { item, removeLabel, kind, id, name } = props
  return (
    <div className={classes.foot}>
      <SaveMark status={item.autosave.status} problem={item.autosave.problem} />
      <HistoryButton kind={kind} id={id} name={name} />
      <Button variant="subtle" color="red" size="sm" onClick={() => void item.remove()}>
        {removeLabel}
      </Button>
    </div>
  )
}
