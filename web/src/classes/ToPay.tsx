import { Trans } from '@lingui/react/macro'
import { money } from '../i18n/format'
import { useStudio } from '../ui/frame/session'

/** What packs cost that have to be bought; a dash where there are none. */
export function ToPay(props: { packs: number; cost: string; price: string | null | undefined }) {
  const { currency } = useStudio()
  if (!props.packs) return '–'
  if (props.price) return money(props.cost, currency)
  return (
    <span className="severe">
      <Trans>no price</Trans>
    </span>
  )
}
