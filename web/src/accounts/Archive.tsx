import { Trans } from '@lingui/react/macro'
import { Button, FileButton } from '@mantine/core'
import { IconArchive, IconUpload } from '@tabler/icons-react'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Link, useOutletContext } from 'react-router'
import { api, ask, type Session } from '../api/client'
import { useStudio } from '../ui/frame/session'
import { Loaded } from '../ui/states/states'
import { TaskState } from '../ui/tasks/TaskState'
import { fetchFile, useTask } from '../ui/tasks/useTask'
import classes from './Account.module.css'
import { askedOf } from './queries'

/** Everything of a paper room in one file, and such a file put into an empty one. */
export function Archive() {
  const studio = useStudio()
  const { role } = useOutletContext<Session>()
  const found = useQuery({ ...askedOf.archive(), enabled: role === 'owner' })
  if (role !== 'owner')
    return (
      <p>
        <Trans>Only owners of {studio.name} take its data elsewhere. Ask one of them.</Trans>
      </p>
    )
  return (
    <div className={classes.account}>
      <h1>
        <Trans>Everything in {studio.name}</Trans>
      </h1>
      <Loaded query={found}>
        {({ empty, megabytes }) => (
          <>
            <Out />
            <In empty={empty} megabytes={megabytes} />
          </>
        )}
      </Loaded>
    </div>
  )
}

function Out() {
  const task = useTask(() => ask(api.POST('/api/archive')), fetchFile)
  return (
    <section aria-labelledby="out" className={classes.part}>
      <h2 id="out">
        <Trans>Download it</Trans>
      </h2>
      <p>
        <Trans>
          One file with every list, class, paper, supply, count, photograph, person and log of this paper
          room, in open formats. Keep it somewhere safe: the names of people are in it.
        </Trans>
      </p>
      <Button
        leftSection={<IconArchive size={18} aria-hidden />}
        loading={task.underway}
        onClick={() => task.begin.mutate()}
      >
        <Trans>Download everything</Trans>
      </Button>
      <TaskState of={task} made={<Trans>It is ready:</Trans>} />
    </section>
  )
}

function In({ empty, megabytes }: { empty: boolean; megabytes: number }) {
  const queries = useQueryClient()
  const task = useTask(send, ({ restored: all }) => {
    if (all) void queries.invalidateQueries()
  })
  const restored = task.task?.restored
  return (
    <section aria-labelledby="in" className={classes.part}>
      <h2 id="in">
        <Trans>Put an archive in</Trans>
      </h2>
      {restored ? (
        <div role="status">
          <p>
            <Trans>
              It is all here, as it was. <Link to="/">To the bench</Link>
            </Trans>
          </p>
          {restored.unknown.length ? (
            <p className="soft">
              <Trans>
                These do not belong to this paper room, so what they did no longer says their name:{' '}
                {restored.unknown.join(', ')}.
              </Trans>
            </p>
          ) : null}
        </div>
      ) : empty ? (
        <>
          <p>
            <Trans>
              There is nothing in this paper room yet. Choose an archive of another one, at most {megabytes}{' '}
              MB, and all that was there is here, with its name, units and settings.
            </Trans>
          </p>
          <FileButton accept="application/zip,.zip" onChange={(file) => file && task.begin.mutate(file)}>
            {(props) => (
              <Button
                {...props}
                variant="default"
                leftSection={<IconUpload size={18} aria-hidden />}
                loading={task.underway}
              >
                <Trans>Choose an archive</Trans>
              </Button>
            )}
          </FileButton>
        </>
      ) : (
        <p>
          <Trans>
            An archive goes into an empty paper room, so that nothing of yours is written over. There is
            something in this one: open another under the name at the top, and choose to bring an archive.
          </Trans>
        </p>
      )}
      <TaskState of={task} />
    </section>
  )
}

/** Send a file as it is: it may be larger than anything else that is sent. */
const send = (file: File) =>
  ask(
    api.PUT('/api/archive', {
      body: file as unknown as string,
      bodySerializer: (body: unknown) => body as Blob,
      headers: { 'Content-Type': 'application/zip' },
    }),
  )
