import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { IconArrowBackUp, IconCheck } from '@tabler/icons-react'
import type { ReactNode } from 'react'
import classes from './Guide.module.css'

/** How far a guide is. */
export function GuideProgress({ done, of }: { done: number; of: number }) {
  return (
    <div
      className={classes.bar}
      role="progressbar"
      aria-label={t`Steps done`}
      aria-valuenow={done}
      aria-valuemin={0}
      aria-valuemax={of}
    >
      <span style={{ width: `${(100 * done) / Math.max(1, of)}%` }} />
    </div>
  )
}

/** Back a step, and done with this one; what else a guide has stands between them. */
export function GuideActs(props: {
  back: (() => void) | null
  forward: (() => void) | null
  children?: ReactNode
}) {
  const { back, forward, children } = props
  return (
    <footer className={classes.acts}>
      <Button
        size="xl"
        variant="default"
        disabled={!back}
        leftSection={<IconArrowBackUp aria-hidden />}
        onClick={() => back?.()}
      >
        <Trans>
          Back <span className={classes.key}>Backspace</span>
        </Trans>
      </Button>
      {children}
      <Button
        size="xl"
        className={classes.done}
        disabled={!forward}
        leftSection={<IconCheck size={30} aria-hidden />}
        onClick={() => forward?.()}
        onKeyDown={(event) => {
          if (event.repeat) event.preventDefault()
        }}
        onKeyUp={(event) => {
          // The key is taken by the page already; the button must not take it again.
          if (event.key === ' ') event.preventDefault()
        }}
      >
        <Trans>
          Done <span className={classes.key}>Space</span>
        </Trans>
      </Button>
    </footer>
  )
}
