import {
  ActionIcon,
  Button,
  ColorInput,
  Drawer,
  NumberInput,
  SegmentedControl,
  Select,
  TextInput,
} from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import { api, ask, type Paper, type PaperIn } from '../api/client'
import { useStudio } from '../ui/session'
import { PRINT_WORDS, Swatch } from '../ui/Swatch'
import classes from './Cupboard.module.css'
import { ThingDrawerFoot, ThingStale, useThing } from './thing'

const KINDS = [
  'cardstock',
  'patterned',
  'vellum',
  'window film',
  'foil',
  'chipboard',
  'adhesive sheet',
] as const
const MOTIFS = ['plain', 'sprigs', 'dots', 'stripes', 'checks', 'waves'] as const

/** One paper, edited in a drawer that saves itself. */
export function PaperDrawer({ paper, close }: { paper: Paper | undefined; close: () => void }) {
  return paper ? <Opened paper={paper} close={close} /> : null
}

function Opened({ paper, close }: { paper: Paper; close: () => void }) {
  const { units, currency } = useStudio()
  const thing = useThing<PaperIn, Paper>({
    key: 'papers',
    start: paper,
    send: (doc, version) =>
      ask(
        api.PUT('/api/papers/{paper_id}', {
          params: { path: { paper_id: paper.id } },
          body: { ...doc, version },
        }),
      ),
    drop: () => ask(api.DELETE('/api/papers/{paper_id}', { params: { path: { paper_id: paper.id } } })),
    putBack: (doc) => ask(api.POST('/api/papers', { body: doc })),
    close,
  })
  const { doc, set, said } = thing
  const offcuts = doc.offcuts ?? []
  return (
    <Drawer
      opened
      onClose={close}
      position="right"
      size={460}
      title={doc.name}
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <div className={classes.form}>
        <div className={classes.look}>
          <Swatch
            look={{
              motif: doc.motif ?? 'plain',
              ground: doc.ground ?? '#d9c9a8',
              ink: doc.ink ?? '#6b5a3a',
              print: doc.print ?? 'none',
            }}
            width={412}
            height={92}
          />
        </div>
        <TextInput
          label="Name"
          value={doc.name}
          error={said('name')}
          onChange={(e) => set({ name: e.currentTarget.value })}
        />
        <Select
          label="Kind"
          allowDeselect={false}
          data={[...KINDS]}
          value={doc.kind}
          onChange={(value) => value && set({ kind: value })}
        />
        <div className={classes.pair}>
          <TextInput
            label={`Sheet width, ${units}`}
            value={doc.width}
            error={said('width')}
            onChange={(e) => set({ width: e.currentTarget.value })}
          />
          <TextInput
            label={`Sheet height, ${units}`}
            value={doc.height}
            error={said('height')}
            onChange={(e) => set({ height: e.currentTarget.value })}
          />
        </div>
        <div>
          <span className={classes.label}>Print</span>
          <SegmentedControl
            fullWidth
            aria-label="Print"
            data={(['none', 'two-way', 'one-way'] as const).map((value) => ({
              value,
              label: PRINT_WORDS[value] ?? value,
            }))}
            value={doc.print ?? 'none'}
            onChange={(value) => set({ print: value })}
          />
        </div>
        <div className={classes.pair}>
          <NumberInput
            label="Sheets here"
            min={0}
            allowDecimal={false}
            value={doc.on_hand ?? 0}
            onChange={(value) => set({ on_hand: Number(value) || 0 })}
          />
          <NumberInput
            label="Sheets in a pack"
            min={1}
            allowDecimal={false}
            value={doc.pack_sheets ?? 1}
            onChange={(value) => set({ pack_sheets: Number(value) || 1 })}
          />
        </div>
        <div className={classes.pair}>
          <TextInput
            label={`A pack costs, ${currency}`}
            value={doc.pack_price ?? ''}
            error={said('pack_price')}
            placeholder="11.40"
            onChange={(e) => set({ pack_price: e.currentTarget.value || null })}
          />
          <TextInput
            label="Thickness, mm"
            value={doc.caliper ?? ''}
            error={said('caliper')}
            placeholder="0.3"
            onChange={(e) => set({ caliper: e.currentTarget.value })}
          />
        </div>
        <fieldset className={classes.offcuts}>
          <legend>Offcuts kept</legend>
          {offcuts.map((offcut, n) => {
            const change = (more: Partial<typeof offcut>) =>
              set({ offcuts: offcuts.map((o, k) => (k === n ? { ...o, ...more } : o)) })
            return (
              <div key={n}>
                <NumberInput
                  aria-label={`How many offcuts, line ${n + 1}`}
                  min={0}
                  allowDecimal={false}
                  hideControls
                  value={offcut.count ?? 1}
                  onChange={(value) => change({ count: Number(value) || 0 })}
                />
                <span>of</span>
                <TextInput
                  aria-label={`Width of offcuts, line ${n + 1}`}
                  value={offcut.width}
                  error={said(`offcuts[${n}].width`)}
                  onChange={(e) => change({ width: e.currentTarget.value })}
                />
                <span>×</span>
                <TextInput
                  aria-label={`Height of offcuts, line ${n + 1}`}
                  value={offcut.height}
                  error={said(`offcuts[${n}].height`)}
                  onChange={(e) => change({ height: e.currentTarget.value })}
                />
                <span>{units}</span>
                <ActionIcon
                  variant="subtle"
                  color="gray"
                  aria-label={`Take out offcuts, line ${n + 1}`}
                  onClick={() => set({ offcuts: offcuts.filter((_, k) => k !== n) })}
                >
                  <IconX size={18} />
                </ActionIcon>
              </div>
            )
          })}
          <Button
            variant="subtle"
            size="sm"
            leftSection={<IconPlus size={16} />}
            onClick={() => set({ offcuts: [...offcuts, { width: '3 in', height: '11 in', count: 1 }] })}
          >
            Add offcuts
          </Button>
        </fieldset>
        <div className={classes.pair}>
          <Select
            label="Swatch"
            allowDeselect={false}
            data={[...MOTIFS]}
            value={doc.motif ?? 'plain'}
            onChange={(value) => value && set({ motif: value })}
          />
          <ColorInput
            label="Ground"
            format="hex"
            withEyeDropper={false}
            value={doc.ground ?? ''}
            onChangeEnd={(value) => set({ ground: value })}
            error={said('ground')}
          />
        </div>
        <ColorInput
          label="Ink of the print"
          format="hex"
          withEyeDropper={false}
          value={doc.ink ?? ''}
          onChangeEnd={(value) => set({ ink: value })}
          error={said('ink')}
        />
      </div>
      <ThingDrawerFoot thing={thing} dropLabel="Take this paper out" />
      <ThingStale thing={thing} />
    </Drawer>
  )
}
