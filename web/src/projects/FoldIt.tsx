import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Slider, Switch } from '@mantine/core'
import { useReducedMotion } from '@mantine/hooks'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import type { Piece } from '../api/client'
import { foldOf } from '../api/queries'
import { FoldedDrawing, type PanelAt, samePanel, START } from '../ui/folding/FoldedDrawing'
import classes from '../ui/folding/Folded.module.css'
import type { Shape } from '../ui/folding/motion'
import { Failed } from '../ui/states/states'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import type { ListActions } from './actions'
import { bodyOf, matsOn, sizeOf } from './bodies'
import { useProject } from './context'
import { MakeItFit } from './MakeItFit'
import { whereSeen } from './seen'

const FRAME = { width: 364, height: 300 }

/** The piece in three dimensions, from flat to closed, and what comes of it in words. */
export function FoldIt(props: {
  piece: Piece
  index: number
  actions: ListActions
  lit: PanelAt | null
  light: (panel: PanelAt | null) => void
  /** Take the piece with the slits that its form needs. */
  complete: (piece: Piece) => void
}) {
  const { piece } = props
  const { doc, units, paperOf } = useProject()
  const shape = useQuery({ ...foldOf(piece, units), placeholderData: keepPreviousData })
  const [eye, setEye] = useState(START)
  const [share, setShare] = useState(1)
  const [opened, setOpened] = useState(false)
  const [fitting, setFitting] = useState(false)
  const still = useReducedMotion()
  const known = Boolean(shape.data?.kind && shape.data.facets.length)
  useEffect(() => {
    if (!known || still) return
    // It folds once as it comes, so that it is seen what becomes of which panel.
    let frame = 0
    const since = performance.now()
    const step = (now: number) => {
      const done = Math.min(1, (now - since) / 900)
      setShare(done)
      if (done < 1) frame = requestAnimationFrame(step)
    }
    frame = requestAnimationFrame(step)
    return () => cancelAnimationFrame(frame)
  }, [known, still, piece.name])
  const mats = useMemo(
    () => (shape.data ? matsOn(piece, doc.pieces ?? [], shape.data, units, (role) => paperOf(role)) : []),
    [shape.data, piece, doc.pieces, units, paperOf],
  )
  const bodiesAt = useMemo(() => {
    const size = sizeOf(piece, units)
    const body = shape.data && bodyOf(shape.data, size, paperOf(piece.paper), mats)
    return () => (body ? [body] : [])
  }, [shape.data, piece, units, paperOf, mats])
  if (shape.error) return <Failed error={shape.error} />
  if (!shape.data) return <p className="soft">{t`Folding…`}</p>
  const folded = shape.data
  const fits = Boolean(folded.room || folded.finished)
  const seen = folded.facets.find((facet) => samePanel(facet.panel, props.lit))
  return (
    <section aria-label={t`${piece.name} folded`}>
      {known ? (
        <>
          <FoldedDrawing
            name={piece.name}
            bodiesAt={bodiesAt}
            stands={folded}
            share={share}
            opened={opened}
            eye={eye}
            look={setEye}
            lit={props.lit && { body: 0, panel: props.lit }}
            light={(spot) => props.light(spot?.panel ?? null)}
            frame={FRAME}
          />
          <div className={classes.slider}>
            <span className="soft">
              <Trans>flat</Trans>
            </span>
            <Slider
              value={Math.round(share * 100)}
              onChange={(value) => setShare(value / 100)}
              label={null}
              thumbLabel={t`How far ${piece.name} is folded, in per cent`}
            />
            <span className="soft">
              <Trans>closed</Trans>
            </span>
          </div>
          <p className={classes.said} aria-live="polite">
            {seen ? (
              <>
                <Trans>
                  Panel {seen.panel.column}.{seen.panel.row}
                </Trans>
                {': '}
                {whereSeen(seen.face, seen.up)}
              </>
            ) : (
              <span className="soft">
                <Trans>Drag it to turn it; point at a panel to see where it goes.</Trans>
              </span>
            )}
          </p>
          {folded.opened ? (
            <Switch
              size="xs"
              label={t`Open`}
              checked={opened}
              onChange={(event) => setOpened(event.currentTarget.checked)}
            />
          ) : null}
        </>
      ) : null}
      <Facts shape={folded} complete={props.complete} />
      {fits && fitting ? (
        <MakeItFit
          index={props.index}
          holds={Boolean(folded.room)}
          flat={folded.flat}
          flatOutside={folded.thin}
          actions={props.actions}
          close={() => setFitting(false)}
        />
      ) : null}
      {fits && !fitting ? (
        <Button variant="default" size="compact-sm" mt={8} onClick={() => setFitting(true)}>
          <Trans>Make it fit…</Trans>
        </Button>
      ) : null}
    </section>
  )
}

/** What the drawing tells, in words. */
function Facts({ shape, complete }: { shape: Shape; complete: (piece: Piece) => void }) {
  const { completed } = shape
  const row = (term: string, said: string) =>
    said ? (
      <>
        <dt>{term}</dt>
        <dd>
          <FracWords text={said} />
        </dd>
      </>
    ) : null
  return (
    <>
      <dl className={classes.facts}>
        {row(t`Form`, shape.form || t`not known`)}
        {row(t`Because`, shape.why)}
        {row(t`Outside, closed`, shape.finished)}
        {row(t`Outside, open`, shape.opened)}
        {row(shape.flat ? t`Holds, flat` : t`Room inside`, shape.room)}
      </dl>
      {shape.remarks.length ? (
        <ul className={classes.remarks}>
          {shape.remarks.map((remark) => (
            <li key={remark.message}>
              <FracWords text={whole(remark.message)} />
            </li>
          ))}
        </ul>
      ) : null}
      {completed ? (
        <Button variant="default" size="compact-sm" mt={6} onClick={() => complete(completed)}>
          <Trans>Add the slits</Trans>
        </Button>
      ) : null}
    </>
  )
}
