import { t } from '@lingui/core/macro'
import { Drawer, Select, Switch, TextInput } from '@mantine/core'
import { api, ask, type Supply, type SupplyIn } from '../api/client'
import { useStudio } from '../ui/frame/session'
import { StaleSave } from '../ui/saving/StaleSave'
import classes from './Cupboard.module.css'
import { ShopFields } from './ShopFields'
import { MergeSplit } from './MergeSplit'
import { StockHistory } from './StockHistory'
import { StockItemFoot, useStockItem } from './stockItem'

const measures = () => [
  { value: 'each', label: t`counted, each` },
  { value: 'length', label: t`by length` },
  { value: 'ml', label: t`by millilitre` },
]

/** One supply, edited in a drawer and saved as it is typed. */
export function SupplyDrawer({ supply, close }: { supply: Supply | undefined; close: () => void }) {
  return supply ? <Opened supply={supply} close={close} /> : null
}

function Opened({ supply, close }: { supply: Supply; close: () => void }) {
  const { currency, ...studio } = useStudio()
  const item = useStockItem<SupplyIn, Supply>({
    what: 'supply',
    start: supply,
    send: (doc, version) =>
      ask(
        api.PUT('/api/supplies/{supply_id}', {
          params: { path: { supply_id: supply.id } },
          body: { ...doc, version },
        }),
      ),
    remove: () =>
      ask(api.DELETE('/api/supplies/{supply_id}', { params: { path: { supply_id: supply.id } } })),
    putBack: (doc) => ask(api.POST('/api/supplies', { body: doc })),
    close,
  })
  const { doc, set, said } = item
  const units = doc.units ?? studio.units
  const unit = doc.unit === 'length' ? `, ${units}` : doc.unit === 'ml' ? ', ml' : ''
  return (
    <Drawer
      opened
      onClose={close}
      position="right"
      size={420}
      title={doc.name}
      closeButtonProps={{ 'aria-label': t`Close` }}
    >
      <div className={classes.form}>
        <TextInput
          label={t`Name`}
          value={doc.name}
          error={said('name')}
          onChange={(e) => set({ name: e.currentTarget.value })}
        />
        <Select
          label={t`How it is measured`}
          allowDeselect={false}
          data={measures()}
          value={doc.unit}
          error={said('unit')}
          onChange={(value) => value && set({ unit: value as SupplyIn['unit'] })}
        />
        <div className={classes.pair}>
          <TextInput
            label={t`A pack holds${unit}`}
            value={doc.pack_size}
            error={said('pack_size')}
            onChange={(e) => set({ pack_size: e.currentTarget.value })}
          />
          <TextInput
            label={t`Here now${unit}`}
            value={doc.on_hand ?? '0'}
            error={said('on_hand')}
            onChange={(e) => set({ on_hand: e.currentTarget.value })}
          />
        </div>
        <TextInput
          label={t`A pack costs, ${currency}`}
          value={doc.pack_price ?? ''}
          error={said('pack_price')}
          placeholder="4.80"
          onChange={(e) => set({ pack_price: e.currentTarget.value || null })}
        />
        <TextInput
          label={t`Runs low from${unit}`}
          placeholder={t`not watched`}
          value={doc.low ?? ''}
          error={said('low')}
          onChange={(e) => set({ low: e.currentTarget.value || null })}
        />
        <ShopFields doc={doc} set={set} said={said} />
        {doc.unit === 'each' ? (
          <HoldsFields holds={doc.holds ?? null} units={units} set={set} said={said} />
        ) : null}
        {doc.unit === 'length' ? (
          <Switch
            label={t`A length may be joined across two packs, as tape may and ribbon may not`}
            checked={doc.joinable ?? true}
            onChange={(e) => set({ joinable: e.currentTarget.checked })}
          />
        ) : null}
      </div>
      <StockHistory
        of="supply"
        id={supply.id}
        unit={doc.unit === 'length' ? ` ${studio.units}` : doc.unit === 'ml' ? ' ml' : ''}
        units={studio.units}
      />
      <MergeSplit of="supply" row={supply} unit={unit.slice(2)} close={close} />
      <StockItemFoot
        item={item}
        removeLabel={t`Remove this supply`}
        kind="supply"
        id={supply.id}
        name={supply.name}
      />
      <StaleSave autosave={item.autosave} draftOf={(theirs) => theirs} />
    </Drawer>
  )
}

type Holds = NonNullable<SupplyIn['holds']>

/** The inside of an envelope or a bag: what is finished is held against it. */
function HoldsFields(props: {
  holds: Holds | null
  units: string
  set: (more: Partial<SupplyIn>) => void
  said: (path: string) => string | undefined
}) {
  const { units } = props
  const holds = props.holds ?? { width: '', height: '', depth: '' }
  const faulty = (name: keyof Holds) => props.said(['holds', name].join('.'))
  const change = (more: Partial<Holds>) => {
    const now = { ...holds, ...more }
    props.set({ holds: now.width || now.height || now.depth ? now : null })
  }
  return (
    <fieldset className={classes.holds}>
      <legend>{t`If something goes into it: its inside, ${units}`}</legend>
      <TextInput
        label={t`Width`}
        value={holds.width}
        error={faulty('width')}
        onChange={(e) => change({ width: e.currentTarget.value })}
      />
      <TextInput
        label={t`Height`}
        value={holds.height}
        error={faulty('height')}
        onChange={(e) => change({ height: e.currentTarget.value })}
      />
      <TextInput
        label={t`Depth`}
        value={holds.depth ?? ''}
        placeholder={t`lies flat`}
        error={faulty('depth')}
        onChange={(e) => change({ depth: e.currentTarget.value })}
      />
    </fieldset>
  )
}
