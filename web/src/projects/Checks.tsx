import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { IconAlertTriangle, IconBulb, IconInfoCircle } from '@tabler/icons-react'
import { memo } from 'react'
import { FracWords } from '../ui/text/FracWords'
import { sentence, whole } from '../ui/text/fractions'
import type { Changes, Finding } from './actions'
import classes from './Checks.module.css'
import { FixEffects } from './FixEffects'

const ICONS = { error: IconAlertTriangle, warning: IconBulb, note: IconInfoCircle }

/** One finding, and the button that fixes it. */
export function FindingLine(props: {
  finding: Finding
  where?: boolean
  fixKey?: string | undefined
  /** Whether the finding is of the list as it is now; an older one fixes nothing. */
  fresh: boolean
  fix: (changes: Changes) => void
}) {
  const { finding } = props
  const Icon = ICONS[finding.level]
  const { fix } = finding
  return (
    <li data-level={finding.level}>
      <Icon size={17} aria-hidden />{' '}
      <span>
        {finding.version ? <strong>{finding.version}: </strong> : null}
        {props.where ? <strong>{finding.where}: </strong> : null}
        <FracWords text={props.where ? `${finding.message}.` : whole(finding.message)} />
        {[...(fix ? [fix] : []), ...finding.others].map((way, n) => (
          <Button
            key={n}
            size="compact-sm"
            variant="default"
            ml={8}
            my={1}
            disabled={!props.fresh}
            className={classes.fix}
            onClick={() => props.fix(way.changes)}
            rightSection={n === 0 && props.fixKey ? <kbd>{props.fixKey}</kbd> : null}
          >
            <span>
              <FracWords text={sentence(way.message)} />
            </span>
          </Button>
        ))}
        {fix && props.fresh && finding.piece !== null ? (
          <FixEffects fixes={[fix, ...finding.others]} />
        ) : null}
      </span>
    </li>
  )
}

/** Findings one under the other, each with its place. */
export function Findings(props: { findings: Finding[]; fresh: boolean; fix: (changes: Changes) => void }) {
  if (!props.findings.length) return null
  return (
    <ul className={classes.findings}>
      {props.findings.map((finding, n) => (
        <FindingLine key={n} finding={finding} where fresh={props.fresh} fix={props.fix} />
      ))}
    </ul>
  )
}

/** What the checks find in the list as a whole, and in its sister versions. */
export const WholeList = memo(function WholeList(props: {
  findings: Finding[]
  fresh: boolean
  fix: (changes: Changes) => void
}) {
  if (!props.findings.length) return null
  return (
    <section aria-labelledby="whole-list" className={classes.whole}>
      <h2 id="whole-list">
        <Trans>Checks on the whole list</Trans>
      </h2>
      <Findings {...props} />
    </section>
  )
})
