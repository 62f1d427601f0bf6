import { t } from '@lingui/core/macro'
import { useStudio } from '../ui/frame/session'
import type { Schemas } from '../api/client'
import { seats as seatsOf } from '../i18n/counts'
import { money, number } from '../i18n/format'
import classes from './ClassPage.module.css'
import { stepsOf, ticksOf } from './feeLines'

type Found = Schemas['FeeOut']

const [WIDTH, HEIGHT, LEFT, BOTTOM, TOP, RIGHT] = [860, 320, 78, 34, 14, 12]

/** Cost and takings against seats: the cost rises in steps, where a sheet or a pack is opened. */
export function FeeChart({ fee }: { fee: Found }) {
  const { currency } = useStudio()
  // What is far beyond the class would flatten what is near it.
  const rows = fee.rows.filter((row) => row.seats <= Math.max(20, 2 * fee.seats))
  const last = rows.at(-1)
  if (!last) return null
  const most = Math.max(...rows.flatMap((row) => [Number(row.cost), Number(row.income)]), 1)
  const ticks = ticksOf(most)
  const top = ticks.at(-1) ?? most
  const first = rows[0]?.seats ?? 1
  const x = (seats: number) =>
    LEFT + ((seats - first) / Math.max(1, last.seats - first)) * (WIDTH - LEFT - RIGHT)
  const y = (amount: number) => HEIGHT - BOTTOM - (amount / top) * (HEIGHT - BOTTOM - TOP)
  const line = (points: [number, number][]) => points.map(([a, b]) => `${x(a)},${y(b)}`).join(' ')
  const cost = rows.map((row): [number, number] => [row.seats, Number(row.cost)])
  const income = rows.map((row): [number, number] => [row.seats, Number(row.income)])
  const here = rows.find((row) => row.seats === fee.seats)
  const every = last.seats - first > 40 ? 10 : 5
  return (
    <figure className={classes.chart}>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={t`Cost and takings from ${number(first)} to ${seatsOf(last.seats)}`}
      >
        {ticks.map((tick) => (
          <g key={tick}>
            <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(tick)} y2={y(tick)} className={classes.grid} />
            <text x={LEFT - 10} y={y(tick) + 5} textAnchor="end" className={classes.tick}>
              {money(String(tick), currency)}
            </text>
          </g>
        ))}
        {rows
          .filter((row) => row.seats === first || row.seats % every === 0)
          .map((row) => (
            <text
              key={row.seats}
              x={x(row.seats)}
              y={HEIGHT - 10}
              textAnchor="middle"
              className={classes.tick}
            >
              {number(row.seats)}
            </text>
          ))}
        {here ? (
          <line x1={x(here.seats)} x2={x(here.seats)} y1={TOP} y2={HEIGHT - BOTTOM} className={classes.now} />
        ) : null}
        <polyline points={line(stepsOf(cost))} className={classes.costLine} />
        <polyline points={line(income)} className={classes.incomeLine} />
        {rows.map((row) => (
          <circle key={row.seats} cx={x(row.seats)} cy={y(Number(row.cost))} r={6} className={classes.spot}>
            <title>
              {t`${seatsOf(row.seats)}: costs ${money(row.cost, currency)}, takes ${money(row.income, currency)}`}
            </title>
          </circle>
        ))}
      </svg>
      <figcaption>
        <span className={classes.costKey}>{t`what it costs`}</span>
        <span className={classes.incomeKey}>{t`what is kept of the fees`}</span>
        <span className="soft">{t`by seats; the upright line is the class as it is`}</span>
      </figcaption>
    </figure>
  )
}
