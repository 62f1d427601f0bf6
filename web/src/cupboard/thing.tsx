/** What papers and supplies share: saving by themselves, going and coming back. */
import { Button } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useQueryClient } from '@tanstack/react-query'
import { changed } from '../api/queries'
import { differences } from '../ui/differences'
import { SaveMark, StaleQuestion } from '../ui/SaveMark'
import { useAutosave } from '../ui/useAutosave'
import classes from './Cupboard.module.css'

interface Options<Doc, Saved> {
  what: 'paper' | 'supply'
  start: Saved
  send: (doc: Doc, version: number) => Promise<Saved>
  drop: () => Promise<unknown>
  putBack: (doc: Doc) => Promise<Saved>
  close: () => void
}

interface Named {
  name: string
  version?: number
}

export function useThing<Doc extends Named, Saved extends Doc & { id: number }>(
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
    said: (path: string) => problem?.faults?.find((fault) => fault.path === path)?.says,
    async drop() {
      try {
        await options.drop()
      } catch (error) {
        notifications.show({
          color: 'red',
          title: `${doc.name} stays`,
          message: (error as Error).message,
          closeButtonProps: { 'aria-label': 'Close' },
        })
        return
      }
      options.close()
      refresh()
      const id = notifications.show({
        autoClose: 12_000,
        title: `${doc.name} is out of the cupboard`,
        closeButtonProps: { 'aria-label': 'Close' },
        message: (
          <Button
            size="compact-sm"
            variant="light"
            onClick={() => {
              notifications.hide(id)
              void options.putBack({ ...doc, version: 0 }).then(refresh)
            }}
          >
            Put it back
          </Button>
        ),
      })
    },
  }
}

type Thing = Pick<
  ReturnType<typeof useThing<Named, Named & { id: number }>>,
  'doc' | 'status' | 'problem' | 'drop'
> & {
  saver: { keepMine: (version: number) => void; takeTheirs: (doc: never, version: number) => void }
}

export function ThingDrawerFoot({ thing, dropLabel }: { thing: Thing; dropLabel: string }) {
  return (
    <div className={classes.foot}>
      <SaveMark status={thing.status} problem={thing.problem} />
      <Button variant="subtle" color="red" size="sm" onClick={() => void thing.drop()}>
        {dropLabel}
      </Button>
    </div>
  )
}

export function ThingStale({ thing }: { thing: Thing }) {
  const { problem } = thing
  const theirs = problem?.current
  if (thing.status !== 'stale' || !theirs) return null
  return (
    <StaleQuestion
      what={thing.doc.name}
      says={problem.says}
      differences={differences({ ...thing.doc }, theirs)}
      keepMine={() => thing.saver.keepMine(Number(theirs.version))}
      takeTheirs={() => thing.saver.takeTheirs(theirs as never, Number(theirs.version))}
    />
  )
}
