import { Button } from '@mantine/core'
import { IconAlertTriangle, IconBulb, IconInfoCircle } from '@tabler/icons-react'
import type { Schemas } from '../api/client'
import { FracWords } from '../ui/FracWords'
import { sentence, whole } from '../ui/fractions'
import classes from './ProjectPage.module.css'

export type Finding = Schemas['FindingOut']
export type Changes = Schemas['ChangesDoc']

const ICONS = { error: IconAlertTriangle, warning: IconBulb, note: IconInfoCircle }

/** One thing noticed, and the button that mends it. */
export function FindingLine(props: {
  finding: Finding
  where?: boolean
  mendKey?: string | undefined
  /** Whether the finding is of the list as it stands; an older one mends nothing. */
  fresh: boolean
  mend: (changes: Changes) => void
}) {
  const { finding } = props
  const Icon = ICONS[finding.level]
  const { mend } = finding
  return (
    <li data-level={finding.level}>
      <Icon size={17} aria-hidden />{' '}
      <span>
        {finding.version ? <strong>{finding.version}: </strong> : null}
        {props.where ? <strong>{finding.where}: </strong> : null}
        <FracWords text={props.where ? `${finding.says}.` : whole(finding.says)} />
        {mend ? (
          <Button
            size="compact-sm"
            variant="default"
            ml={8}
            my={1}
            disabled={!props.fresh}
            className={classes.mend}
            onClick={() => props.mend(mend.changes)}
            rightSection={props.mendKey ? <kbd>{props.mendKey}</kbd> : null}
          >
            <span>
              <FracWords text={sentence(mend.says)} />
            </span>
          </Button>
        ) : null}
      </span>
    </li>
  )
}
