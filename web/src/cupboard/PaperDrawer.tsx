import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Drawer, NumberInput, SegmentedControl, Select, TextInput } from '@mantine/core'
import { api, ask, type Paper, type PaperIn } from '../api/client'
import { kindWords } from '../ui/drawing/kinds'
import { printWords, Swatch } from '../ui/drawing/Swatch'
import { useStudio } from '../ui/frame/session'
import { StaleSave } from '../ui/saving/StaleSave'
import classes from './Cupboard.module.css'
import { PaperEdges, PaperMeasured, PaperOffcuts } from './PaperFields'
import { MergeSplit } from './MergeSplit'
import { PaperLooks } from './PaperLooks'
import { PaperRelations } from './PaperRelations'
import { ShopFields } from './ShopFields'
import { StockHistory } from './StockHistory'
import { StockItemFoot, useStockItem } from './stockItem'
import { UseInstead } from './UseInstead'

const options = (words: Record<string, string>) =>
  Object.entries(words).map(([value, label]) => ({ value, label }))

/** One paper, edited in a drawer and saved as it is typed. */
export function PaperDrawer({ paper, close }: { paper: Paper | undefined; close: () => void }) {
  return paper ? <Opened paper={paper} close={close} /> : null
}

function Opened({ paper, close }: { paper: Paper; close: () => void }) {
  const { currency, ...studio } = useStudio()
  const item = useStockItem<PaperIn, Paper>({
    what: 'paper',
    start: paper,
    send: (doc, version) =>
      ask(
        api.PUT('/api/papers/{paper_id}', {
          params: { path: { paper_id: paper.id } },
          body: { ...doc, version },
        }),
      ),
    remove: () => ask(api.DELETE('/api/papers/{paper_id}', { params: { path: { paper_id: paper.id } } })),
    putBack: (doc) => ask(api.POST('/api/papers', { body: doc })),
    close,
  })
  const { doc, set, said } = item
  const units = doc.units ?? studio.units
  return (
    <Drawer
      opened
      onClose={close}
      position="right"
      size={460}
      title={doc.name}
      closeButtonProps={{ 'aria-label': t`Close` }}
    >
      <div className={classes.form}>
        <div className={classes.look}>
          <Swatch
            look={{
              motif: doc.motif ?? 'plain',
              ground: doc.ground ?? '#d9c9a8',
              ink: doc.ink ?? '#6b5a3a',
              print: doc.print ?? 'none',
              photo: paper.photo ?? null,
              back: doc.back ?? null,
            }}
            width={412}
            height={92}
          />
        </div>
        <TextInput
          label={t`Name`}
          value={doc.name}
          error={said('name')}
          onChange={(e) => set({ name: e.currentTarget.value })}
        />
        <Select
          label={t`Kind`}
          allowDeselect={false}
          data={options(kindWords())}
          value={doc.kind}
          onChange={(value) => value && set({ kind: value as PaperIn['kind'] })}
        />
        <div className={classes.pair}>
          <TextInput
            label={t`Sheet width, ${units}`}
            value={doc.width}
            error={said('width')}
            onChange={(e) => set({ width: e.currentTarget.value })}
          />
          <TextInput
            label={t`Sheet height, ${units}`}
            value={doc.height}
            error={said('height')}
            onChange={(e) => set({ height: e.currentTarget.value })}
          />
        </div>
        <div>
          <span className={classes.label}>
            <Trans>Print</Trans>
          </span>
          <SegmentedControl
            fullWidth
            aria-label={t`Print`}
            data={(['none', 'two-way', 'one-way'] as const).map((value) => ({
              value,
              label: printWords()[value] ?? value,
            }))}
            value={doc.print ?? 'none'}
            onChange={(value) => set({ print: value })}
          />
        </div>
        <div className={classes.pair}>
          <NumberInput
            label={t`Sheets here`}
            min={0}
            allowDecimal={false}
            value={doc.on_hand ?? 0}
            onChange={(value) => set({ on_hand: Number(value) || 0 })}
          />
          <NumberInput
            label={doc.pack == null ? t`Sheets in a pack` : t`Copies in the pack`}
            min={1}
            allowDecimal={false}
            value={doc.pack_sheets ?? 1}
            onChange={(value) => set({ pack_sheets: Number(value) || 1 })}
          />
        </div>
        <div className={classes.pair}>
          <TextInput
            disabled={doc.pack != null}
            label={t`A pack costs, ${currency}`}
            value={doc.pack_price ?? ''}
            error={said('pack_price')}
            placeholder="11.40"
            onChange={(e) => set({ pack_price: e.currentTarget.value || null })}
          />
          <TextInput
            label={t`Thickness, mm`}
            value={doc.caliper ?? ''}
            error={said('caliper')}
            placeholder="0.3"
            onChange={(e) => set({ caliper: e.currentTarget.value })}
          />
        </div>
        <NumberInput
          label={t`Weight, g/m²`}
          placeholder="216"
          min={1}
          max={5000}
          allowDecimal={false}
          value={doc.weight ?? ''}
          error={said('weight')}
          onChange={(value) => set({ weight: Number(value) || null })}
        />
        <NumberInput
          label={t`Sheets at once at the trimmer`}
          placeholder={t`as the class says`}
          min={1}
          max={100}
          allowDecimal={false}
          value={doc.at_once ?? ''}
          onChange={(value) => set({ at_once: Number(value) || null })}
        />
        <NumberInput
          label={t`Runs low from, sheets`}
          placeholder={t`not watched`}
          min={0}
          allowDecimal={false}
          value={doc.low ?? ''}
          onChange={(value) => set({ low: value === '' ? null : Number(value) })}
        />
        <ShopFields doc={doc} set={set} said={said} />
        <PaperRelations paper={paper} doc={doc} set={set} said={said} />
        <PaperMeasured doc={doc} set={set} said={said} units={units} />
        <PaperEdges doc={doc} set={set} said={said} units={units} />
        <PaperOffcuts doc={doc} set={set} said={said} units={units} />
        <PaperLooks paper={paper} doc={doc} set={set} said={said} />
      </div>
      <UseInstead paper={paper} />
      <StockHistory of="paper" id={paper.id} unit="" units={studio.units} />
      <MergeSplit of="paper" row={paper} unit="" close={close} />
      <StockItemFoot
        item={item}
        removeLabel={t`Remove this paper`}
        kind="paper"
        id={paper.id}
        name={paper.name}
      />
      <StaleSave autosave={item.autosave} draftOf={(theirs) => theirs} />
    </Drawer>
  )
}
