import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Checkbox, Group, Modal, TextInput } from '@mantine/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask } from '../api/client'
import { asked, keys } from '../api/queries'
import { useClass } from '../classes/context'
import { drawnNm } from '../ui/text/length'
import { PieceDrawing } from '../ui/drawing/PieceDrawing'
import { useStudio } from '../ui/frame/session'
import { Failed } from '../ui/states/states'
import { FracWords } from '../ui/text/FracWords'
import { bagKey, type BagRow, closed, filled, isClosed, missingIn, put } from './packing'
import classes from './Pack.module.css'
import type { Ticks } from './tickQueue'

interface Props {
  bag: number
  row: BagRow
  ticks: Ticks
  say: (more: Ticks) => void
  close: () => void
  /** Another bag that is not closed. */
  next: { row: BagRow; number: number } | undefined
  show: (row: BagRow, bag: number) => void
}

/** One bag: each thing with a tick and its drawing; it is closed when all is in, or with a note why not. */
export function BagSheet({ bag, row, ticks, say, close, next, show }: Props) {
  const { saved, project } = useClass()
  const { units } = useStudio()
  const queries = useQueryClient()
  const notes = useQuery(asked.notes(saved.id, 'packing'))
  const [typed, setTyped] = useState<string | null>(null)
  const missing = missingIn(row, bag, ticks)
  const done = isClosed(row, bag, ticks)
  const key = [bagKey(row, bag), 'closed'].join('|')
  const note = typed ?? notes.data?.[key] ?? ''
  const withNote = useMutation({
    mutationFn: () =>
      ask(
        api.PUT('/api/classes/{class_id}/ticks/{guide}', {
          params: { path: { class_id: saved.id, guide: 'packing' } },
          body: { ticks: [{ key, count: 1, note }] },
        }),
      ),
    onSuccess: async (now) => {
      queries.setQueryData(keys.ticks(saved.id, 'packing'), now)
      await queries.invalidateQueries({ queryKey: keys.notes(saved.id, 'packing') })
    },
  })
  const drawn = (name: string) => (project.pieces ?? []).find((piece) => piece.name === name)
  const scale = Math.min(
    ...(project.pieces ?? []).map((piece) => {
      const long = Math.max(drawnNm(piece.width, units) ?? 1, drawnNm(piece.height, units) ?? 1)
      return 64 / (long / 1e6)
    }),
  )
  return (
    <Modal opened onClose={close} size="lg" title={<strong>{t`Bag ${bag}, ${row.colourway}`}</strong>}>
      <ul className={classes.items}>
        {row.items.map((item) => {
          const piece = item.kind === 'piece' ? drawn(item.name) : undefined
          return (
            <li key={item.key}>
              <Checkbox
                size="lg"
                label={<FracWords text={item.says} />}
                checked={!missing.includes(item)}
                onChange={(e) => say(put(row, bag, item, e.currentTarget.checked))}
              />
              {piece ? (
                <PieceDrawing
                  piece={piece}
                  units={units}
                  frameWidth={70}
                  frameHeight={70}
                  mostScale={scale}
                />
              ) : null}
            </li>
          )
        })}
      </ul>
      {missing.length ? (
        <TextInput
          label={t`Why it is closed with less in it`}
          description={t`Without a note a bag is closed only when all is in.`}
          value={note}
          onChange={(e) => setTyped(e.currentTarget.value)}
        />
      ) : null}
      {done && notes.data?.[key] ? <p>{t`Closed with a note: ${notes.data[key]}`}</p> : null}
      {withNote.error ? <Failed error={withNote.error} /> : null}
      <Group mt="md" gap="sm">
        <Button variant="default" disabled={!missing.length} onClick={() => say(filled(row, bag))}>
          <Trans>All in</Trans>
        </Button>
        {done ? (
          <Button variant="default" onClick={() => say(closed(row, bag, false))}>
            <Trans>Open it again</Trans>
          </Button>
        ) : (
          <Button
            disabled={missing.length > 0 && !note.trim()}
            loading={withNote.isPending}
            onClick={() => (missing.length ? withNote.mutate() : say(closed(row, bag, true)))}
          >
            <Trans>Close the bag</Trans>
          </Button>
        )}
        {next ? (
          <Button variant="subtle" onClick={() => show(next.row, next.number)}>
            {t`To bag ${next.number}, ${next.row.colourway}`}
          </Button>
        ) : null}
      </Group>
    </Modal>
  )
}
