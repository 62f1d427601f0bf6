import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import type { Batch, CuttingPlan, Stroke } from '../api/client'
import { strips, waiting } from '../i18n/counts'
import { number } from '../i18n/format'
import { OwnTrimmerPace } from '../log/OwnPace'
import { useStudio } from '../ui/frame/session'
import { Ledger } from '../ui/tables/Ledger'
import { Length, Size } from '../ui/text/Length'
import classes from './Sheets.module.css'

interface Row {
  at: number
  batch: Batch
  stroke: Stroke
}

const rowsOf = (cutting: CuttingPlan): Row[] =>
  cutting.batches.flatMap((batch, at) => batch.strokes.map((stroke) => ({ at, batch, stroke })))

/** Every setting of the trimmer once, and everything that is cut at it. */
export function CuttingOrder(props: { rounds: CuttingPlan[]; nameOf: (paper: string) => string }) {
  const { units } = useStudio()
  return props.rounds.map((cutting, round) => (
    <section key={round} aria-label={round ? t`Added later, ${round}` : t`Cutting order`}>
      {round ? (
        <h2 className={classes.added}>
          <Trans>Added later</Trans>
        </h2>
      ) : null}
      {cutting.batches.length ? (
        <>
          <p className="soft">{handsWords(cutting)}</p>
          <OwnTrimmerPace />
        </>
      ) : null}
      <Ledger
        className={classes.order}
        rows={rowsOf(cutting)}
        rowKey={(_, n) => n}
        groupOf={(row) => row.at}
        columns={[
          {
            head: t`Set to, ${units}`,
            title: true,
            grouped: true,
            className: classes.setting,
            cell: ({ batch }) => (
              <>
                <span className="figure">
                  <Length nm={batch.setting} units={units} />
                </span>
                {batch.squaring ? (
                  <div className={classes.waiting}>
                    <Trans>to square up</Trans>
                  </div>
                ) : null}
                {batch.waiting?.length ? (
                  <div className={classes.waiting}>{waiting(batch.waiting.length)}</div>
                ) : null}
              </>
            ),
          },
          {
            head: t`Take`,
            cell: ({ stroke }) => (
              <Trans>
                {number(stroke.count)} of <Size width={stroke.width} height={stroke.height} units={units} />
              </Trans>
            ),
          },
          {
            head: t`Paper, layout`,
            cell: ({ stroke }) =>
              `${props.nameOf(stroke.paper)}, ${[...new Set(stroke.parts.map((part) => part.layout))].join(', ')}`,
          },
          { head: t`How`, cell: ({ stroke }) => howWords(stroke) },
          { head: t`Gives`, cell: ({ stroke }) => givesWords(stroke) },
          { head: t`Strokes`, num: true, cell: ({ stroke }) => number(stroke.strokes) },
        ]}
      />
      {cutting.batches.length === 0 ? (
        <p>
          <Trans>Nothing has to be cut: every piece is a whole sheet.</Trans>
        </p>
      ) : null}
    </section>
  ))
}

/** The second aims with their figures: turns, piles that wait, settings that are made again. */
function handsWords(cutting: CuttingPlan): string {
  const again = cutting.batches.length - new Set(cutting.batches.map((batch) => batch.setting)).size
  const turned = plural(cutting.turns, {
    one: '# stack is turned a quarter',
    other: '# stacks are turned a quarter',
  })
  const waits = plural(cutting.most_waiting, {
    one: 'at most # pile waits at one time',
    other: 'at most # piles wait at one time',
  })
  const made = plural(again, { one: '# setting is made again', other: '# settings are made again' })
  return `${turned}; ${waits}; ${made}.`
}

function howWords(stroke: Stroke): string {
  const edge = stroke.along === 'height' ? t`bottom edge` : t`left edge`
  const lies = stroke.turned ? t`turn a quarter, ${edge}` : edge
  return stroke.times > 1 ? `${lies}, ${strips(stroke.times)}` : lies
}

function givesWords(stroke: Stroke): string {
  const names = stroke.gives.join(t` or `)
  const gives = names
    ? stroke.strip === 'strip'
      ? t`a strip for ${names}`
      : names
    : stroke.strip === 'waste'
      ? t`waste`
      : t`a strip to cut again`
  if (!stroke.rest_gives) return gives
  return stroke.rest === 'strip'
    ? t`${gives}; the rest is a strip for ${stroke.rest_gives}`
    : t`${gives}; the rest is ${stroke.rest_gives}: measure it`
}
