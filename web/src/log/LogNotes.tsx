import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Button, FileButton, Group, SegmentedControl, Textarea } from '@mantine/core'
import { IconCamera, IconX } from '@tabler/icons-react'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, type Schemas } from '../api/client'
import { keys } from '../api/queries'
import { useClass } from '../classes/context'
import { base64Of } from '../ui/saving/base64'
import { Failed } from '../ui/states/states'
import classes from './Log.module.css'
import type { Log } from './useLog'

type About = Schemas['NoteIn']['about']

const abouts = (): { value: About; label: string }[] => [
  { value: 'wrong', label: t`Went wrong` },
  { value: 'well', label: t`Went well` },
  { value: 'next', label: t`Next time` },
]

/** Something to remember, with a photograph where there is one. */
export function LogNotes({ log }: { log: Log }) {
  const { saved } = useClass()
  const queries = useQueryClient()
  const [about, setAbout] = useState<About>('wrong')
  const [text, setText] = useState('')
  const [picture, setPicture] = useState<File | null>(null)
  const again = async () => {
    await queries.invalidateQueries({ queryKey: keys.log(saved.id) })
    await queries.invalidateQueries({ queryKey: ['taught'] })
  }
  const add = useMutation({
    mutationFn: async () => {
      const content = picture ? base64Of(new Uint8Array(await picture.arrayBuffer())) : null
      const params = { path: { class_id: saved.id } }
      return ask(api.POST('/api/classes/{class_id}/log/notes', { params, body: { about, text, content } }))
    },
    onSuccess: async () => {
      setText('')
      setPicture(null)
      await again()
    },
  })
  const drop = useMutation({
    mutationFn: (id: number) =>
      ask(api.DELETE('/api/log-notes/{note_id}', { params: { path: { note_id: id } } })),
    onSuccess: again,
  })
  return (
    <section aria-labelledby="notes" className={classes.part}>
      <h2 id="notes">
        <Trans>To remember</Trans>
      </h2>
      <NoteList notes={log.notes} drop={(id) => drop.mutate(id)} />
      <SegmentedControl
        aria-label={t`What the note is about`}
        data={abouts()}
        value={about}
        onChange={setAbout}
      />
      <Textarea
        aria-label={t`A note on the class`}
        placeholder={t`The lids were tight; cut them a sixteenth wider.`}
        autosize
        minRows={2}
        maw={640}
        mt={8}
        value={text}
        onChange={(e) => setText(e.currentTarget.value)}
      />
      <Group gap="sm" mt={8}>
        <FileButton onChange={setPicture} accept="image/jpeg,image/png,image/webp">
          {(props) => (
            <Button {...props} variant="default" leftSection={<IconCamera size={18} aria-hidden />}>
              {picture ? picture.name : t`A photograph`}
            </Button>
          )}
        </FileButton>
        <Button loading={add.isPending} disabled={!text.trim() && !picture} onClick={() => add.mutate()}>
          <Trans>Keep the note</Trans>
        </Button>
      </Group>
      {add.error ? <Failed error={add.error} /> : null}
    </section>
  )
}

/** Notes with what they are about and their photographs; with a way to delete them where there is one. */
export function NoteList(props: { notes: Schemas['NoteOut'][]; drop?: (id: number) => void }) {
  const { notes, drop } = props
  const names = Object.fromEntries(abouts().map((one) => [one.value, one.label]))
  return (
    <ul className={classes.notes}>
      {notes.map((note) => (
        <li key={note.id} data-about={note.about}>
          <div>
            <strong>{names[note.about]}</strong>
            {note.text ? <p>{note.text}</p> : null}
          </div>
          {note.photo ? (
            <a href={`/api/photos/${note.photo}`}>
              <img src={`/api/photos/${note.photo}`} alt={t`Photograph: ${note.text || note.about}`} />
            </a>
          ) : null}
          {drop ? (
            <ActionIcon
              variant="subtle"
              color="gray"
              aria-label={t`Delete the note: ${note.text || note.about}`}
              onClick={() => drop(note.id)}
            >
              <IconX size={18} />
            </ActionIcon>
          ) : null}
        </li>
      ))}
    </ul>
  )
}
