import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { IconX } from '@tabler/icons-react'
import { Link, useNavigate } from 'react-router'
import { useShortcuts } from '../frame/useShortcuts'
import classes from './Guide.module.css'

/** Back to where a guide was opened, also by Escape. */
export function GuideLeave({ to }: { to: string }) {
  const navigate = useNavigate()
  useShortcuts({ Escape: () => void navigate(to) })
  return (
    <Button component={Link} to={to} variant="subtle" size="md" leftSection={<IconX size={20} aria-hidden />}>
      <Trans>
        Leave <span className={classes.key}>Esc</span>
      </Trans>
    </Button>
  )
}
