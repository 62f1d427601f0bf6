import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { IconX } from '@tabler/icons-react'
import { Link, useNavigate } from 'react-router'
import { useShortcuts } from '../ui/frame/useShortcuts'
import { useTrimmer } from './context'
import classes from '../ui/guide/Guide.module.css'

/** Back to the sheets of the class. */
export function Leave() {
  const { kitClass } = useTrimmer()
  const navigate = useNavigate()
  const to = `/classes/${kitClass.id}/sheets`
  useShortcuts({ Escape: () => void navigate(to) })
  return (
    <Button component={Link} to={to} variant="subtle" size="md" leftSection={<IconX size={20} aria-hidden />}>
      <Trans>
        Leave <span className={classes.key}>Esc</span>
      </Trans>
    </Button>
  )
}
