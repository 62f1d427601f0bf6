import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { lazy, Suspense, useState } from 'react'
import type { Schemas } from '../api/client'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import { useProject } from './context'
import classes from './Extras.module.css'
import { FoldedSizes } from './FoldedLine'

/** It comes when it is first asked for: a list is written without it. */
const Standing = lazy(() => import('./Standing').then((found) => ({ default: found.Standing })))

/** What the list makes: what is glued, covered or slid in together, with its size, and all of it drawn. */
export function Made({ fresh }: { fresh: boolean }) {
  const { project, doc } = useProject()
  const [shown, setShown] = useState(false)
  const creased = (doc.pieces ?? []).some((piece) => piece.scores?.length)
  if (!creased) return null
  return (
    <section aria-labelledby="made" className={classes.uses}>
      <h2 id="made">
        <Trans>What it makes</Trans>
      </h2>
      {fresh && project.together.length ? (
        <ul className={classes.made}>
          {project.together.map((one, n) => (
            <li key={n}>
              <Together one={one} />
            </li>
          ))}
        </ul>
      ) : null}
      {shown ? (
        <Suspense fallback={<p className="soft">{t`Folding…`}</p>}>
          <Standing />
        </Suspense>
      ) : null}
      <Button variant="default" size="sm" aria-expanded={shown} onClick={() => setShown((now) => !now)}>
        {shown ? <Trans>Put it away</Trans> : <Trans>Show it put together</Trans>}
      </Button>
    </section>
  )
}

/** What belongs together, in words. */
function Together({ one }: { one: Schemas['TogetherOut'] }) {
  return (
    <>
      <FoldedSizes what={one.says} finished={one.finished} room={one.room} into={one.goes_into} />
      {one.wrong.map((wrong) => (
        <span key={wrong} className={classes.wrong}>
          <FracWords text={whole(wrong)} />
        </span>
      ))}
    </>
  )
}
