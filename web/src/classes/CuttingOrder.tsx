import type { CuttingPlan } from '../api/client'
import { Length, Size } from '../ui/Length'
import { nmOf } from '../ui/length'
import { useStudio } from '../ui/session'
import { counted } from '../ui/words'
import classes from './ClassPage.module.css'

/** Every setting of the trimmer once, and everything that is cut at it. */
export function CuttingOrder({ rounds, name }: { rounds: CuttingPlan[]; name: (paper: string) => string }) {
  const { units } = useStudio()
  return rounds.map((cutting, round) => (
    <section key={round} aria-label={round ? `Added later, ${round}` : 'Cutting order'}>
      {round ? <h2 className={classes.later}>Added later</h2> : null}
      <table className={`ledger ${classes.order}`}>
        <thead>
          <tr>
            <th scope="col">Set to, {units}</th>
            <th scope="col">Take</th>
            <th scope="col">Paper, layout</th>
            <th scope="col">How</th>
            <th scope="col">Gives</th>
            <th scope="col" className="num">
              Strokes
            </th>
          </tr>
        </thead>
        {cutting.batches.map((batch, n) => (
          <tbody key={n}>
            {batch.strokes.map((stroke, k) => (
              <tr key={k}>
                {k === 0 ? (
                  <th scope="rowgroup" rowSpan={batch.strokes.length} className={classes.setting}>
                    <span className="figure">
                      <Length nm={nmOf(batch.setting)} units={units} />
                    </span>
                  </th>
                ) : null}
                <td>
                  {stroke.count} of{' '}
                  <Size width={nmOf(stroke.width)} height={nmOf(stroke.height)} units={units} />
                </td>
                <td>
                  {name(stroke.paper)}, {[...new Set(stroke.parts.map((part) => part.layout))].join(', ')}
                </td>
                <td>
                  {stroke.along === 'height' ? 'turned a quarter' : 'as it lies'}
                  {stroke.times > 1 ? `, ${counted(stroke.times, 'strip')}` : ''}
                </td>
                <td>
                  {stroke.gives.length
                    ? stroke.gives.join(' or ')
                    : stroke.strip === 'waste'
                      ? 'waste'
                      : 'a strip to cut again'}
                  {stroke.rest_gives ? `; the rest is ${stroke.rest_gives}` : ''}
                </td>
                <td className="num">{stroke.strokes}</td>
              </tr>
            ))}
          </tbody>
        ))}
      </table>
      {cutting.batches.length === 0 ? <p>Nothing has to be cut: every piece is a whole sheet.</p> : null}
    </section>
  ))
}
