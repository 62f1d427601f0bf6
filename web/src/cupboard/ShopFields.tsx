import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { NumberInput, Switch, TextInput } from '@mantine/core'
import type { PaperIn, SupplyIn } from '../api/client'
import classes from './Cupboard.module.css'

type Fields = Pick<PaperIn & SupplyIn, 'code' | 'shelf' | 'shop' | 'lead_days' | 'discontinued'>

interface Props {
  doc: Fields
  set: (more: Partial<Fields>) => void
  said: (path: string) => string | undefined
}

/** Where it lies, where it is bought and how long that takes. */
export function ShopFields({ doc, set, said }: Props) {
  return (
    <>
      <div className={classes.pair}>
        <TextInput
          label={t`Bought at`}
          placeholder={t`a shop`}
          maxLength={120}
          value={doc.shop ?? ''}
          error={said('shop')}
          onChange={(e) => set({ shop: e.currentTarget.value })}
        />
        <NumberInput
          label={t`Days until it comes`}
          min={0}
          max={365}
          allowDecimal={false}
          value={doc.lead_days ?? 0}
          error={said('lead_days')}
          onChange={(value) => set({ lead_days: Number(value) || 0 })}
        />
      </div>
      <div className={classes.pair}>
        <TextInput
          label={t`Code`}
          placeholder={t`as the shop calls it`}
          maxLength={60}
          value={doc.code ?? ''}
          error={said('code')}
          onChange={(e) => set({ code: e.currentTarget.value })}
        />
        <TextInput
          label={t`Place on the shelf`}
          maxLength={120}
          value={doc.shelf ?? ''}
          error={said('shelf')}
          onChange={(e) => set({ shelf: e.currentTarget.value })}
        />
      </div>
      <Switch
        label={<Trans>It is not to be had any more</Trans>}
        checked={doc.discontinued ?? false}
        onChange={(e) => set({ discontinued: e.currentTarget.checked })}
      />
    </>
  )
}
