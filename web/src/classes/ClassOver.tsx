import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { api, ask } from '../api/client'
import { dateOf } from '../i18n/format'
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
        <p>
          {t`It was over on ${dateOf(saved.finished)}: the supplies it used have left the cupboard.`}{' '}
          <Button
            variant="subtle"
            onClick={() => attempt(ask(api.DELETE('/api/classes/{class_id}/finish', path)))}
          >
            <Trans>It is not over: put them back</Trans>
          </Button>
        </p>
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
