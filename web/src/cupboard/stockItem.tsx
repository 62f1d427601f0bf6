/** What papers and supplies share: saved by themselves, removed, and put back. */
import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useQueryClient } from '@tanstack/react-query'
import { changed } from '../api/queries'
import { differences } from '../ui/saving/differences'
import { SaveMark, StaleQuestion } from '../ui/saving/SaveMark'
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
  const { saver, doc, status, problem } = useAutosave<Doc, Saved>(
    `${options.what} ${options.start.id}`,
    { doc: options.start, version: options.start.version ?? 0 },
    { send: options.send, versionOf: (saved) => saved.version ?? 0, onSaved: refresh },
  )
  return {
    doc,
    status,
    problem,
    saver,
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

type StockItem = Pick<
  ReturnType<typeof useStockItem<Named, Named & { id: number }>>,
  'doc' | 'status' | 'problem' | 'remove'
> & {
  saver: { keepMine: (version: number) => void; takeTheirs: (doc: never, version: number) => void }
}

/** The foot of its drawer: whether it is saved, and the button that removes it. */
export function StockItemFoot({ item, removeLabel }: { item: StockItem; removeLabel: string }) {
  return (
    <div className={classes.foot}>
      <SaveMark status={item.status} problem={item.problem} />
      <Button variant="subtle" color="red" size="sm" onClick={() => void item.remove()}>
        {removeLabel}
      </Button>
    </div>
  )
}

/** Which of two versions goes on, where it was changed elsewhere. */
export function StockItemStale({ item }: { item: StockItem }) {
  const { problem } = item
  const theirs = problem?.current
  if (item.status !== 'stale' || !theirs) return null
  return (
    <StaleQuestion
      what={item.doc.name}
      message={problem.message}
      differences={differences({ ...item.doc }, theirs)}
      keepMine={() => item.saver.keepMine(Number(theirs.version))}
      takeTheirs={() => item.saver.takeTheirs(theirs as never, Number(theirs.version))}
    />
  )
}
