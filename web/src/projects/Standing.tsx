import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Slider } from '@mantine/core'
import { useElementSize, useReducedMotion } from '@mantine/hooks'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import { standOf } from '../api/queries'
import { type DrawnBody, FoldedDrawing, type Spot, START } from '../ui/folding/FoldedDrawing'
import classes from '../ui/folding/Folded.module.css'
import { bodiesOf, TABLE } from '../ui/folding/things'
import { Failed } from '../ui/states/states'
import { bodyOf, matsOn, sizeOf } from './bodies'
import { useProject } from './context'

/** The whole project on a table: flat and apart at one end of the slider, put together at the other. */
export function Standing() {
  const { doc, units, paperOf } = useProject()
  const stood = useQuery({ ...standOf(doc, units), placeholderData: keepPreviousData })
  const { ref, width } = useElementSize()
  const [eye, setEye] = useState(START)
  const [share, setShare] = useState(1)
  const [lit, setLit] = useState<Spot | null>(null)
  const still = useReducedMotion()
  const there = Boolean(stood.data?.length)
  useEffect(() => {
    if (!there || still) return
    let frame = 0
    const since = performance.now()
    const step = (now: number) => {
      const done = Math.min(1, (now - since) / 1200)
      setShare(done)
      if (done < 1) frame = requestAnimationFrame(step)
    }
    frame = requestAnimationFrame(step)
    return () => cancelAnimationFrame(frame)
  }, [there, still])
  const pieces = useMemo(() => doc.pieces ?? [], [doc.pieces])
  const things = useMemo(
    () => (stood.data ?? []).filter((thing) => thing.pieces.every((one) => pieces[one.piece] !== undefined)),
    [stood.data, pieces],
  )
  const bodiesAt = useMemo(() => {
    const dressed = things.map((thing) =>
      thing.pieces.flatMap((one) => {
        const piece = pieces[one.piece]
        if (!piece) return []
        const mats = matsOn(piece, pieces, one, units, paperOf)
        return [bodyOf(one, sizeOf(piece, units), paperOf(piece.paper), mats)]
      }),
    )
    const all = dressed.flat()
    return (at: number): DrawnBody[] =>
      bodiesOf(things, dressed, at).flatMap((body, n) => {
        const look = all[n]
        return look ? [{ ...look, ...body }] : []
      })
  }, [things, pieces, units, paperOf])
  const frame = useMemo(() => ({ width: Math.max(320, width), height: 340 }), [width])
  if (stood.error) return <Failed error={stood.error} />
  if (!stood.data) return <p className="soft">{t`Folding…`}</p>
  if (!things.length) return null
  const owners = things.flatMap((thing) => thing.pieces)
  const owner = lit ? owners[lit.body] : undefined
  const name = owner ? (pieces[owner.piece]?.name ?? '') : ''
  return (
    <div ref={ref}>
      <FoldedDrawing
        name={doc.name}
        bodiesAt={bodiesAt}
        stands={TABLE}
        share={share}
        eye={eye}
        look={setEye}
        lit={lit}
        light={setLit}
        frame={frame}
      />
      <div className={classes.slider}>
        <span className="soft">
          <Trans>flat and apart</Trans>
        </span>
        <Slider
          value={Math.round(share * 100)}
          onChange={(value) => setShare(value / 100)}
          label={null}
          thumbLabel={t`How far ${doc.name} is folded and put together, in per cent`}
        />
        <span className="soft">
          <Trans>put together</Trans>
        </span>
      </div>
      <p className={classes.said} aria-live="polite">
        {owner && lit ? (
          <Trans>
            {name}, panel {lit.panel.column}.{lit.panel.row}
          </Trans>
        ) : (
          <span className="soft">
            <Trans>Drag it to turn it; point at a part to see what it is.</Trans>
          </span>
        )}
      </p>
    </div>
  )
}
