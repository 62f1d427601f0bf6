import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Slider, Switch } from '@mantine/core'
import { useReducedMotion } from '@mantine/hooks'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import type { Piece } from '../api/client'
import { foldOf } from '../api/queries'
import type { SwatchLook } from '../ui/drawing/Swatch'
import { MILLIMETRE } from '../ui/drawing/geometry'
import { spanBox } from '../ui/drawing/marks'
import { FoldedDrawing, type PanelAt, samePanel } from '../ui/folding/FoldedDrawing'
import classes from '../ui/folding/Folded.module.css'
import type { Shape } from '../ui/folding/motion'
import type { Eye } from '../ui/folding/scene'
import { Failed } from '../ui/states/states'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import { drawnNm, type Units } from '../ui/text/length'
import type { ListActions } from './actions'
import { useProject } from './context'
import { MakeItFit } from './MakeItFit'
import { whereSeen } from './seen'

const START: Eye = { turn: 32, tilt: 28 }
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
  if (shape.error) return <Failed error={shape.error} />
  if (!shape.data) return <p className="soft">{t`Folding…`}</p>
  const folded = shape.data
  const size = {
    width: (drawnNm(piece.width, units) ?? 0) / MILLIMETRE,
    height: (drawnNm(piece.height, units) ?? 0) / MILLIMETRE,
  }
  const seen = folded.facets.find((facet) => samePanel(facet.panel, props.lit))
  return (
    <section aria-label={t`${piece.name} folded`}>
      {known ? (
        <>
          <FoldedDrawing
            shape={folded}
            name={piece.name}
            size={size}
            share={share}
            opened={opened}
            eye={eye}
            look={setEye}
            paper={paperOf(piece.paper)}
            mats={mats}
            lit={props.lit}
            light={props.light}
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
      {folded.room && fitting ? (
        <MakeItFit
          index={props.index}
          flat={folded.flat}
          actions={props.actions}
          close={() => setFitting(false)}
        />
      ) : null}
      {folded.room && !fitting ? (
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

/** Where the mats lie, each on the facet of its panel. */
function matsOn(
  piece: Piece,
  pieces: Piece[],
  shape: Shape,
  units: Units,
  paperOf: (role: string) => SwatchLook | undefined,
) {
  return pieces.flatMap((mat) => {
    const on = mat.mat_of
    const box = on?.piece === piece.name ? spanBox(piece, units, on) : null
    const facet = shape.facets.findIndex((one) => on && samePanel(one.panel, on))
    const [wide, high] = [drawnNm(mat.width, units), drawnNm(mat.height, units)]
    if (!on || on.to_column || on.to_row || !box || facet < 0 || !wide || !high) return []
    const uneven = (w: number, h: number) => Math.abs(box.width - w - (box.height - h))
    const [w, h] = uneven(wide, high) <= uneven(high, wide) ? [wide, high] : [high, wide]
    const patch = {
      facet,
      x: (box.x + (box.width - w) / 2) / MILLIMETRE,
      y: (box.y + (box.height - h) / 2) / MILLIMETRE,
      width: w / MILLIMETRE,
      height: h / MILLIMETRE,
    }
    const flip = Boolean(mat.follows_print) && shape.facets[facet]?.up === 'down'
    return [{ patch, look: paperOf(mat.paper), flip }]
  })
}
