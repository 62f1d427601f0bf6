import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Button, NumberInput, Switch, TextInput } from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import type { PaperIn, SupplyIn } from '../api/client'
import { useStudio } from '../ui/frame/session'
import classes from './Cupboard.module.css'

type Fields = Pick<PaperIn & SupplyIn, 'code' | 'shelf' | 'shop' | 'lead_days' | 'discontinued' | 'offers'>

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
      <Offers offers={doc.offers ?? []} put={(offers) => set({ offers })} said={said} />
      <Switch
        label={<Trans>It is not to be had any more</Trans>}
        checked={doc.discontinued ?? false}
        onChange={(e) => set({ discontinued: e.currentTarget.checked })}
      />
    </>
  )
}

interface OffersProps {
  offers: { size: string; price: string }[]
  put: (offers: { size: string; price: string }[]) => void
  said: (path: string) => string | undefined
}

/** Other packs that it is sold in: the shopping list says where they are cheaper. */
function Offers({ offers, put, said }: OffersProps) {
  const { currency } = useStudio()
  const change = (at: number, more: Partial<OffersProps['offers'][number]>) =>
    put(offers.map((offer, n) => (n === at ? { ...offer, ...more } : offer)))
  return (
    <div>
      {offers.map((offer, n) => (
        <div key={n} className={classes.offer}>
          <TextInput
            label={t`Also in packs of`}
            value={offer.size}
            error={said(`offers[${n}].size`)}
            onChange={(e) => change(n, { size: e.currentTarget.value })}
          />
          <TextInput
            label={t`Such a pack costs, ${currency}`}
            value={offer.price}
            error={said(`offers[${n}].price`)}
            onChange={(e) => change(n, { price: e.currentTarget.value })}
          />
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label={t`Remove the pack of ${offer.size}`}
            onClick={() => put(offers.filter((_, k) => k !== n))}
          >
            <IconX size={18} />
          </ActionIcon>
        </div>
      ))}
      {offers.length < 5 ? (
        <Button
          variant="subtle"
          size="sm"
          leftSection={<IconPlus size={16} />}
          onClick={() => put([...offers, { size: '1', price: '0' }])}
        >
          <Trans>It is sold in another pack too</Trans>
        </Button>
      ) : null}
    </div>
  )
}
