import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { useDebouncedValue } from '@mantine/hooks'
import { useQuery } from '@tanstack/react-query'
import { lazy, Suspense, useState } from 'react'
import type { Piece } from '../api/client'
import { asked } from '../api/queries'
import { letterOf } from '../ui/drawing/letters'
import { type MarkRef, withMark } from '../ui/drawing/marks'
import { PieceDrawing } from '../ui/drawing/PieceDrawing'
import type { PanelAt } from '../ui/folding/FoldedDrawing'
import { readLength, writeLength } from '../ui/text/length'
import type { ListActions } from './actions'
import { useProject } from './context'
import { FoldedLine } from './FoldedLine'
import { Distances, fieldOf } from './Distances'
import { foldFieldOf, HandFolds } from './HandFolds'
import { InWords } from './InWords'
import { MatPanels } from './MatPanels'
import { For } from '../ui/frame/May'
import classes from './Piece.module.css'

/** It comes when it is first asked for: a list is written without it. */
const FoldIt = lazy(() => import('./FoldIt').then((found) => ({ default: found.FoldIt })))

const DEFAULT_GROOVE = 3_175_000

/** The chosen piece: drawn with what lies on it, its distances as numbers, and the whole of it in words. */
export function PieceAside(props: {
  piece: Piece | undefined
  index: number
  actions: ListActions
  /** What was typed in words and is not understood yet, by the piece's name. */
  unread: Map<string, string>
}) {
  const { piece, index, actions } = props
  const { units, doc, project, status, paperOf } = useProject()
  const [lit, setLit] = useState<MarkRef | null>(null)
  const [matting, setMatting] = useState(false)
  const [folding, setFolding] = useState(false)
  const [byHand, setByHand] = useState(false)
  const [panel, setPanel] = useState<PanelAt | null>(null)
  // What is typed is folded once the typing rests.
  const [shown] = useDebouncedValue(piece, 250)
  const habits = useQuery(asked.studio())
  const read = habits.data ? readLength(habits.data.groove, units) : null
  const groove = read?.ok && read.nm > 0 ? read.nm : DEFAULT_GROOVE
  const set = (changed: Piece, mark: string) => actions.change(index, changed, mark)
  if (!piece) {
    return (
      <aside className={classes.drawing} aria-label={t`Drawing of the chosen piece`}>
        <p className="soft">
          <Trans>The piece you are typing is drawn here.</Trans>
        </p>
      </aside>
    )
  }
  const creased = Boolean(piece.scores?.length)
  const mats = (doc.pieces ?? []).filter((mat) => mat.mat_of?.piece === piece.name)
  return (
    <aside className={classes.drawing} aria-label={t`Drawing of the chosen piece`}>
      <div>
        <h2>
          <span className={classes.letter}>{letterOf(index)}</span> {piece.name}
        </h2>
        <PieceDrawing
          piece={piece}
          units={units}
          frameWidth={364}
          frameHeight={360}
          look={paperOf(piece.paper)}
          measured
          {...(folding ? { panels: { lit: panel, light: setPanel } } : {})}
          mats={mats.map((mat) => ({
            mat,
            letter: letterOf((doc.pieces ?? []).indexOf(mat)),
            look: paperOf(mat.paper),
          }))}
          handling={{
            lit,
            light: setLit,
            choose: (ref) => {
              const fold = byHand ? foldFieldOf(piece, ref) : null
              if (fold) document.querySelector<HTMLSelectElement>(`#${fold}`)?.focus()
              else document.querySelector<HTMLInputElement>(`#${fieldOf(ref)}`)?.select()
            },
            move: (ref, nm) => set(withMark(piece, ref, writeLength(nm, units)), `move ${fieldOf(ref)}`),
            groove,
          }}
        />
        {piece.note ? <p className="soft">{piece.note}</p> : null}
        <Legend piece={piece} />
        <FoldedLine folded={status === 'saved' ? project.folded[index] : undefined} />
        {folding && shown ? (
          <Suspense fallback={<p className="soft">{t`Folding…`}</p>}>
            <For needs="reader">
              <FoldIt
                index={index}
                actions={actions}
                piece={shown}
                lit={panel}
                light={setPanel}
                complete={(whole) => set(whole, 'slits')}
              />
            </For>
          </Suspense>
        ) : null}
        {creased && byHand ? (
          <HandFolds
            piece={piece}
            units={units}
            light={setLit}
            set={(changed) => set(changed, 'folds')}
            close={() => setByHand(false)}
          />
        ) : null}
        {creased ? (
          <Button
            variant="default"
            size="compact-sm"
            mt={8}
            mr={8}
            aria-expanded={folding}
            onClick={() => setFolding((now) => !now)}
          >
            {folding ? <Trans>Leave it flat</Trans> : <Trans>Fold it</Trans>}
          </Button>
        ) : null}
        {creased && !byHand ? (
          <Button
            variant="default"
            size="compact-sm"
            mt={8}
            mr={8}
            onClick={() => {
              setByHand(true)
              setFolding(true)
            }}
          >
            <Trans>Set its folds…</Trans>
          </Button>
        ) : null}
        {matting ? (
          <MatPanels piece={piece} actions={actions} close={() => setMatting(false)} />
        ) : (
          <Button variant="default" size="compact-sm" mt={8} onClick={() => setMatting(true)}>
            <Trans>Mat its panels…</Trans>
          </Button>
        )}
      </div>
      <div>
        <Distances units={units} piece={piece} lit={lit} light={setLit} set={set} />
        <InWords
          name={piece.name}
          index={index}
          units={units}
          words={status === 'saved' ? (project.words[index] ?? '') : null}
          actions={actions}
          unread={props.unread}
        />
      </div>
    </aside>
  )
}

function Legend({ piece }: { piece: Piece }) {
  const mountain = (piece.scores ?? []).some((group) => group.fold === 'mountain')
  const valley = (piece.scores ?? []).some((group) => group.fold !== 'mountain')
  if (!valley && !mountain && !piece.slits?.length) return null
  return (
    <ul className={classes.legend}>
      {valley ? (
        <li>
          <i data-kind="score" /> <Trans>folds towards you</Trans>
        </li>
      ) : null}
      {mountain ? (
        <li>
          <i data-kind="mountain" /> <Trans>folds away</Trans>
        </li>
      ) : null}
      {piece.slits?.length ? (
        <li>
          <i data-kind="cut" /> <Trans>slit</Trans>
        </li>
      ) : null}
    </ul>
  )
}
