import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { DoorCard } from './DoorCard'

/** What is said where an address has to be confirmed first: the same whether or not it has an account. */
export function ConfirmFirst({ email }: { email: string }) {
  return (
    <DoorCard
      title={t`Look into your mail`}
      says={t`A mail to ${email} says how to go on: open the link in it, then sign in here. If nothing comes within some minutes, look among the unwanted mail, or try again.`}
    >
      <Button component="a" href="/" size="md" fullWidth>
        <Trans>Sign in</Trans>
      </Button>
    </DoorCard>
  )
}
