import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Autocomplete, Button, TextInput } from '@mantine/core'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, type Piece } from '../api/client'
import { asked } from '../api/queries'
import { mats as matsOf } from '../i18n/counts'
import { marksOf, panelsOf } from '../ui/drawing/marks'
import { PieceDrawing } from '../ui/drawing/PieceDrawing'
import { drawnNm } from '../ui/text/length'
import { Failed } from '../ui/states/states'
import type { ListActions } from './actions'
import { useProject } from './context'
import classes from './MatPanels.module.css'

interface At {
  column: number
  row: number
}

const same = (a: At, b: At) => a.column === b.column && a.row === b.row

/** Whether a mat lies over a panel; one over several reaches from its first to its last. */
const covers = (mat: NonNullable<Piece['mat_of']>, at: At) =>
  mat.column <= at.column &&
  at.column <= (mat.to_column ?? mat.column) &&
  mat.row <= at.row &&
  at.row <= (mat.to_row ?? mat.row)

/** The panels that can take a mat: neither a tab nor cut away. */
function free(piece: Piece, units: 'in' | 'cm' | 'mm'): At[] {
  const marks = marksOf(piece, units)
  const [width, height] = [drawnNm(piece.width, units) ?? 0, drawnNm(piece.height, units) ?? 0]
  const columns = panelsOf(marks.fullAlongWidth, width).length
  const rows = panelsOf(marks.fullAlongHeight, height).length
  const gone = [...(piece.tabs ?? []), ...(piece.removed ?? [])]
  return Array.from({ length: rows }, (_, r) =>
    Array.from({ length: columns }, (_, c) => ({ column: c + 1, row: r + 1 })),
  )
    .flat()
    .filter((at) => !gone.some((other) => same(other, at)))
}

/** A mat for every panel in one go: the panels chosen on the drawing, the border and the paper beside it. */
export function MatPanels(props: { piece: Piece; actions: ListActions; close: () => void }) {
  const { piece, actions } = props
  const { doc, units, paperOf } = useProject()
  const habits = useQuery(asked.studio())
  const on = (doc.pieces ?? []).flatMap((mat) => (mat.mat_of?.piece === piece.name ? [mat.mat_of] : []))
  const open = free(piece, units)
  const [chosen, setChosen] = useState(() => open.filter((at) => !on.some((mat) => covers(mat, at))))
  const roles = [...new Set((doc.pieces ?? []).map((row) => row.paper).filter(Boolean))]
  const [paper, setPaper] = useState(roles.find((role) => role.startsWith('print')) ?? 'print')
  const [border, setBorder] = useState<string | null>(null)
  const make = useMutation({
    mutationFn: () =>
      ask(
        api.POST('/api/lines/mats', {
          body: {
            piece,
            panels: chosen,
            border: border ?? habits.data?.border ?? null,
            paper,
            names: (doc.pieces ?? []).map((row) => row.name),
            units,
          },
        }),
      ),
    onSuccess: (pieces) => {
      actions.added({ pieces, supplies: [], steps: [], made: [], title: '' })
      props.close()
    },
  })
  const toggle = (at: At) =>
    setChosen((now) => (now.some((p) => same(p, at)) ? now.filter((p) => !same(p, at)) : [...now, at]))
  return (
    <section className={classes.mats} aria-label={t`Mats for ${piece.name}`}>
      <p className="soft">
        <Trans>Tap the panels that get a mat.</Trans>
      </p>
      <PieceDrawing
        piece={piece}
        units={units}
        frameWidth={340}
        frameHeight={260}
        look={paperOf(piece.paper)}
        measured
        picking={{ chosen, open, toggle }}
      />
      <div className={classes.fields}>
        <Autocomplete label={t`Paper of the mats`} data={roles} value={paper} onChange={setPaper} />
        <TextInput
          label={t`Border, a side`}
          value={border ?? habits.data?.border ?? ''}
          onChange={(e) => setBorder(e.currentTarget.value)}
        />
      </div>
      {make.error ? <Failed error={make.error} /> : null}
      <div className={classes.buttons}>
        <Button
          disabled={chosen.length === 0 || !paper.trim()}
          loading={make.isPending}
          onClick={() => make.mutate()}
        >
          <Trans>Add {matsOf(chosen.length)}</Trans>
        </Button>
        <Button variant="default" onClick={props.close}>
          <Trans>Leave it</Trans>
        </Button>
      </div>
    </section>
  )
}
