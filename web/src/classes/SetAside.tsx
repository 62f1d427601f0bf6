import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { api, ask, type Claim } from '../api/client'
import { asked } from '../api/queries'
import { offcuts as offcutsOf, sheets } from '../i18n/counts'
import { Size } from '../ui/text/Length'
import { useStudio } from '../ui/frame/session'
import classes from './ClassPage.module.css'
import { useClass } from './context'
import { useAttempt } from './useAttempt'

/** What is set aside in the cupboard for the class, so that no other class plans with it. */
export function SetAside() {
  const { saved, paperOf, supplyOf } = useClass()
  const { units } = useStudio()
  const claims = useQuery(asked.claims())
  const [problem, attempt] = useAttempt()
  const path = { params: { path: { class_id: saved.id } } }
  const all = claims.data ?? []
  const mine = all.filter((claim) => claim.kit_class === saved.id)
  const name = (claim: Claim) =>
    (claim.paper === null ? supplyOf(String(claim.supply))?.name : paperOf(claim.paper)?.name) ?? ''
  const others = all.filter((claim) => claim.kit_class !== saved.id && name(claim))
  const amount = (claim: Claim) =>
    claim.paper === null
      ? `${claim.left}${claim.unit ? ` ${claim.unit}` : ''}`
      : claim.width
        ? offcutsOf(Number(claim.left))
        : sheets(Number(claim.left))
  const forOthers = others.map((claim) => t`${amount(claim)} of ${name(claim)} for ${claim.class_name}`)
  return (
    <section aria-labelledby="set-aside" className={classes.later}>
      <h2 id="set-aside">
        <Trans>Set aside in the cupboard</Trans>
      </h2>
      {mine.length ? (
        <ul>
          {mine.map((claim) => (
            <li key={claim.id}>
              <Trans>
                <strong className="figure">{amount(claim)}</strong> of {name(claim)}
              </Trans>
              {claim.width ? (
                <>
                  , <Size width={claim.width} height={claim.height} units={units} />
                </>
              ) : null}
            </li>
          ))}
        </ul>
      ) : (
        <p className="soft">
          <Trans>Nothing yet. What is set aside is not planned with for any other class.</Trans>
        </p>
      )}
      {forOthers.length ? (
        <p className="soft">
          <Trans>Set aside for other classes, and not counted here: {forOthers.join('; ')}</Trans>
        </p>
      ) : null}
      <Button
        variant="light"
        disabled={!saved.planned.plan}
        onClick={() => attempt(ask(api.POST('/api/classes/{class_id}/claims', path)))}
      >
        <Trans>Set aside what is here for this class</Trans>
      </Button>{' '}
      {mine.length ? (
        <Button
          variant="subtle"
          onClick={() => attempt(ask(api.DELETE('/api/classes/{class_id}/claims', path)))}
        >
          <Trans>Set it free</Trans>
        </Button>
      ) : null}
      <p role="status" className="severe">
        {problem}
      </p>
    </section>
  )
}
