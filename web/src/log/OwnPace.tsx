import { plural, t } from '@lingui/core/macro'
import { useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { asked } from '../api/queries'
import { number } from '../i18n/format'
import classes from './Log.module.css'

type Learned = Schemas['LearnedOut']

const classesSaid = (count: number) => {
  const shown = number(count)
  return plural(count, { one: `${shown} class`, other: `${shown} classes` })
}

const isSupply = (name: string) => name.startsWith('supply-')

/** What is used in place of a default, in a few words. */
function ownSaid(one: Learned): string {
  const of = classesSaid(one.classes)
  return isSupply(one.name)
    ? t`${one.label}: ${one.value} times, the median of ${of}`
    : t`${one.label}: ${one.value} s, not ${one.usual} s, the median of ${of}`
}

const differs = (one: Learned) => one.value !== one.usual

/** Which of these figures come from the studio's own classes instead of a default; nothing where none does. */
export function OwnPace({ names, children }: { names: (name: string) => boolean; children?: ReactNode }) {
  const learned = useQuery(asked.learned())
  const used = (learned.data ?? []).filter((one) => one.used && names(one.name) && differs(one))
  if (!used.length) return null
  return (
    <details className={`soft ${classes.own}`}>
      <summary>{children ?? t`By your own classes, not by the defaults`}</summary>
      <ul>
        {used.map((one) => (
          <li key={one.name}>{ownSaid(one)}</li>
        ))}
      </ul>
      <Link to="/habits#learned">{t`What is learned, and how to take it back`}</Link>
    </details>
  )
}

const AT_TRIMMER = new Set(['setting', 'stroke', 'carry', 'turn', 'paper', 'pile', 'sort', 'bag'])

/** The same for the minutes of cutting. */
export function OwnTrimmerPace() {
  return <OwnPace names={(name) => AT_TRIMMER.has(name)}>{t`Minutes by your own classes`}</OwnPace>
}

/** How many spares the studio's classes needed, beside where they are said. */
export function SparesNeeded() {
  const learned = useQuery(asked.learned())
  const found = learned.data?.find((one) => one.name === 'spares' && !one.revoked)
  if (!found) return null
  return (
    <p className="soft">
      {t`Spares your classes needed: ${found.value}, the median of ${classesSaid(found.classes)}.`}
    </p>
  )
}
