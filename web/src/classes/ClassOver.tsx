import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, ask } from '../api/client'
import { dateOf } from '../i18n/format'
import { useStudio } from '../ui/frame/session'
import classes from './ClassPage.module.css'
import { useClass } from './context'
import { useAttempt } from './useAttempt'

/** When the class is over, what it used leaves the cupboard; and it can be taken up again. */
export function ClassOver() {
  const { saved } = useClass()
  const [problem, attempt] = useAttempt()
  const path = { params: { path: { class_id: saved.id } } }
  return (
    <section aria-labelledby="over" className={classes.later}>
      <h2 id="over">
        <Trans>When the class is over</Trans>
      </h2>
      {saved.finished ? (
        <>
          <Result />
          <p>
            {t`It was over on ${dateOf(saved.finished)}: the supplies it used have left the cupboard.`}{' '}
            <Button
              variant="subtle"
              onClick={() => attempt(ask(api.DELETE('/api/classes/{class_id}/finish', path)))}
            >
              <Trans>It is not over: put them back</Trans>
            </Button>
          </p>
        </>
      ) : (
        <p>
          <Trans>
            Sheets leave the cupboard as they are cut. The supplies that the kits take leave it when you say
            so.
          </Trans>{' '}
          <Button
            variant="light"
            disabled={!saved.planned.plan}
            onClick={() => attempt(ask(api.POST('/api/classes/{class_id}/finish', path)))}
          >
            <Trans>The class is over: take what it used</Trans>
          </Button>
        </p>
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
  const keep = () => {
    if (taken === (saved.taken ?? '') && hours === (saved.hours ?? '')) return
    const params = { path: { class_id: saved.id } }
    attempt(ask(api.PUT('/api/classes/{class_id}/result', { params, body: { taken, hours } })))
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
