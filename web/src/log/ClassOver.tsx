import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, TextInput } from '@mantine/core'
import { useRef, useState } from 'react'
import { Link } from 'react-router'
import { api, ask, Refused } from '../api/client'
import classes from '../classes/ClassPage.module.css'
import { useClass } from '../classes/context'
import { useAttempt } from '../classes/useAttempt'
import { dateOf } from '../i18n/format'
import { useStudio } from '../ui/frame/session'
import type { Log } from './useLog'

/** When the class is over, what it used leaves the cupboard; and it can be taken up again. */
export function ClassOver({ log }: { log: Log }) {
  const { saved } = useClass()
  const [problem, attempt] = useAttempt()
  const path = { params: { path: { class_id: saved.id } } }
  // Sheets that no trimmer was ticked for and nobody counted stay in the cupboard: that is to be known first.
  const unseen = log.things.filter(
    (thing) => thing.paper !== null && !thing.width && thing.seen === null && thing.used === null,
  )
  const names = unseen.map((thing) => thing.name).join(', ')
  return (
    <section aria-labelledby="over" className={classes.later}>
      <h2 id="over">
        <Trans>When the class is over</Trans>
      </h2>
      {saved.finished ? (
        <>
          <Result />
          <p>
            {t`It was over on ${dateOf(saved.finished)}: what it used has left the cupboard, and what is changed above follows.`}{' '}
            <Button
              variant="subtle"
              onClick={() => attempt(ask(api.DELETE('/api/classes/{class_id}/finish', path)))}
            >
              <Trans>It is not over: put them back</Trans>
            </Button>
          </p>
        </>
      ) : (
        <>
          <p>
            <Trans>
              Sheets leave the cupboard as they are cut. Supplies leave it now: as planned, or as much as you
              wrote above.
            </Trans>
          </p>
          {names ? (
            <p className="severe">
              {t`No sheet of ${names} was ticked at the trimmer: none of it leaves the cupboard unless you write how many were used.`}
            </p>
          ) : null}
          <Button
            disabled={!saved.planned.plan}
            onClick={() => attempt(ask(api.POST('/api/classes/{class_id}/finish', path)))}
          >
            <Trans>The class is over: take what it used</Trans>
          </Button>
        </>
      )}
      <p role="status" className="severe">
        {problem}
      </p>
    </section>
  )
}

/** What it really took, and how long: for the year. */
function Result() {
  const { saved } = useClass()
  const { currency } = useStudio()
  const [taken, setTaken] = useState(saved.taken ?? '')
  const [hours, setHours] = useState(saved.hours ?? '')
  const [problem, attempt] = useAttempt()
  // What is kept, and as which version: the second field may be left before the first one's answer is here.
  const kept = useRef({ taken, hours, version: saved.result_version, last: Promise.resolve() })
  const keep = () => {
    if (taken === kept.current.taken && hours === kept.current.hours) return
    Object.assign(kept.current, { taken, hours })
    const params = { path: { class_id: saved.id } }
    const sent = kept.current.last.then(async () => {
      const body = { taken, hours, version: kept.current.version }
      const answer = await ask(api.PUT('/api/classes/{class_id}/result', { params, body }))
      kept.current.version = answer.version
    })
    // Somebody else wrote meanwhile: what is typed here is said again on top of it.
    kept.current.last = sent.catch((error: unknown) => {
      const now = error instanceof Refused ? error.problem.current : null
      if (typeof now?.['version'] === 'number') Object.assign(kept.current, now)
    })
    attempt(sent)
  }
  return (
    <div className={classes.terms}>
      <TextInput
        label={t`Really taken, ${currency}`}
        placeholder={saved.planned.plan?.cost.takings ?? ''}
        w={170}
        value={taken}
        onChange={(e) => setTaken(e.currentTarget.value)}
        onBlur={keep}
      />
      <TextInput
        label={t`Hours it took in all`}
        w={170}
        value={hours}
        onChange={(e) => setHours(e.currentTarget.value)}
        onBlur={keep}
      />
      <p className="soft">
        <Trans>
          Kept for <Link to="/year">the year</Link>.
        </Trans>
      </p>
      <p role="status" className="severe">
        {problem}
      </p>
    </div>
  )
}
