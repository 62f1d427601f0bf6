import { Drawer, Select, Switch, TextInput } from '@mantine/core'
import { api, ask, type Supply, type SupplyIn } from '../api/client'
import { useStudio } from '../ui/session'
import classes from './Cupboard.module.css'
import { ThingDrawerFoot, ThingStale, useThing } from './thing'

const UNITS = [
  { value: 'each', label: 'counted, each' },
  { value: 'length', label: 'by length' },
  { value: 'ml', label: 'by millilitre' },
]

/** One supply, edited in a drawer that saves itself. */
export function SupplyDrawer({ supply, close }: { supply: Supply | undefined; close: () => void }) {
  return supply ? <Opened supply={supply} close={close} /> : null
}

function Opened({ supply, close }: { supply: Supply; close: () => void }) {
  const { currency, ...studio } = useStudio()
  const thing = useThing<SupplyIn, Supply>({
    what: 'supply',
    start: supply,
    send: (doc, version) =>
      ask(
        api.PUT('/api/supplies/{supply_id}', {
          params: { path: { supply_id: supply.id } },
          body: { ...doc, version },
        }),
      ),
    drop: () => ask(api.DELETE('/api/supplies/{supply_id}', { params: { path: { supply_id: supply.id } } })),
    putBack: (doc) => ask(api.POST('/api/supplies', { body: doc })),
    close,
  })
  const { doc, set, said } = thing
  const units = doc.units ?? studio.units
  const unit = doc.unit === 'length' ? `, ${units}` : doc.unit === 'ml' ? ', ml' : ''
  return (
    <Drawer
      opened
      onClose={close}
      position="right"
      size={420}
      title={doc.name}
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <div className={classes.form}>
        <TextInput
          label="Name"
          value={doc.name}
          error={said('name')}
          onChange={(e) => set({ name: e.currentTarget.value })}
        />
        <Select
          label="How it is reckoned"
          allowDeselect={false}
          data={UNITS}
          value={doc.unit}
          error={said('unit')}
          onChange={(value) => value && set({ unit: value as SupplyIn['unit'] })}
        />
        <div className={classes.pair}>
          <TextInput
            label={`A pack holds${unit}`}
            value={doc.pack_size}
            error={said('pack_size')}
            onChange={(e) => set({ pack_size: e.currentTarget.value })}
          />
          <TextInput
            label={`Here now${unit}`}
            value={doc.on_hand ?? '0'}
            error={said('on_hand')}
            onChange={(e) => set({ on_hand: e.currentTarget.value })}
          />
        </div>
        <TextInput
          label={`A pack costs, ${currency}`}
          value={doc.pack_price ?? ''}
          error={said('pack_price')}
          placeholder="4.80"
          onChange={(e) => set({ pack_price: e.currentTarget.value || null })}
        />
        {doc.unit === 'length' ? (
          <Switch
            label="A length may be joined across two packs, as tape may and ribbon may not"
            checked={doc.joinable ?? true}
            onChange={(e) => set({ joinable: e.currentTarget.checked })}
          />
        ) : null}
      </div>
      <ThingDrawerFoot thing={thing} dropLabel="Take this supply out" />
      <ThingStale thing={thing} />
    </Drawer>
  )
}
