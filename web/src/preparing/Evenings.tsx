import { t } from '@lingui/core/macro'
import type { Schemas } from '../api/client'
import { dayOf, number, spell } from '../i18n/format'
import classes from './Prepare.module.css'
import type { Ticks } from './tickQueue'

/** The evenings as bars: one line a person, a bar a task, as long as it takes. */
export function Evenings({ found, ticks }: { found: Schemas['PrepareOut']; ticks: Ticks }) {
  const tasks = new Map(found.tasks.map((task, n) => [task.key, { task, number: n + 1 }]))
  const long = found.evening_minutes
  return (
    <div className={classes.evenings}>
      {found.evenings.map((evening, n) => (
        <div key={n} className={classes.evening}>
          <div>
            <strong>{evening.date ? dayOf(evening.date) : t`Evening ${number(n + 1)}`}</strong>
            <span className="soft">{spell(evening.minutes)}</span>
          </div>
          <div className={classes.hands}>
            {Array.from({ length: found.helpers }, (_, hands) => (
              <ol key={hands} className={classes.bars} aria-label={t`Person ${number(hands + 1)}`}>
                {evening.parts
                  .filter((part) => part.hands === hands)
                  .map((part, k) => {
                    const one = tasks.get(part.key)
                    const minutes = Math.max(1, Math.round(part.end - part.start))
                    const says = one?.task.says ?? part.key
                    return (
                      <li
                        key={k}
                        data-done={!!ticks[part.key]}
                        data-critical={one?.task.critical}
                        style={{
                          left: `${(100 * part.start) / long}%`,
                          width: `${(100 * (part.end - part.start)) / long}%`,
                        }}
                        title={`${says}: ${spell(minutes)}`}
                      >
                        <span>{one?.number}</span>
                        <span className="vanish">{`${says}: ${spell(minutes)}`}</span>
                      </li>
                    )
                  })}
              </ol>
            ))}
          </div>
        </div>
      ))}
    </div>
  )
}
