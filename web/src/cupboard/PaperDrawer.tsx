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
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, Refused, type Pack, type Paper, type PaperIn } from '../api/client'
import { changed, keys } from '../api/queries'
import { freeName } from '../ui/names'
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
  const { currency, ...studio } = useStudio()
  const thing = useThing<PaperIn, Paper>({
    what: 'paper',
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
  const units = doc.units ?? studio.units
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
            label={doc.pack == null ? 'Sheets in a pack' : 'Copies in the pack'}
            min={1}
            allowDecimal={false}
            value={doc.pack_sheets ?? 1}
            onChange={(value) => set({ pack_sheets: Number(value) || 1 })}
          />
        </div>
        <div className={classes.pair}>
          <TextInput
            disabled={doc.pack != null}
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
        <NumberInput
          label="Sheets at once at the trimmer"
          placeholder="as the class says"
          min={1}
          max={100}
          allowDecimal={false}
          value={doc.at_once ?? ''}
          onChange={(value) => set({ at_once: Number(value) || null })}
        />
        <Designs paper={paper} doc={doc} set={set} said={said} />
        <fieldset className={classes.edges}>
          <legend>Edges that cannot be used, {units}</legend>
          {(['left', 'right', 'top', 'bottom'] as const).map((side) => (
            <TextInput
              key={side}
              label={side}
              aria-label={`Edge that cannot be used, ${side}`}
              placeholder="0"
              value={doc.edges?.[side] ?? ''}
              error={said(`edges.${side}`)}
              onChange={(e) => {
                const typed = e.currentTarget.value
                set({ edges: { ...doc.edges, [side]: typed } })
              }}
            />
          ))}
        </fieldset>
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

/** How a paper hangs together with others: the pack it is a design of, the paper it is a size of. */
function Designs(props: {
  paper: Paper
  doc: PaperIn
  set: (more: Partial<PaperIn>) => void
  said: (path: string) => string | undefined
}) {
  const { paper, doc, set, said } = props
  const { currency } = useStudio()
  const queries = useQueryClient()
  const packs = useQuery({ queryKey: keys.packs, queryFn: () => ask(api.GET('/api/packs')) })
  const papers = useQuery({ queryKey: keys.papers, queryFn: () => ask(api.GET('/api/papers')) })
  const pack = packs.data?.find((row) => row.id === doc.pack)
  const [says, setSays] = useState('')
  const keep = (saved: Pack) => {
    setSays('')
    queries.setQueryData(keys.packs, (rows: Pack[] | undefined) => [
      ...(rows ?? []).filter((row) => row.id !== saved.id),
      saved,
    ])
    void changed(queries, 'pack')
  }
  const refused = (error: Error) => {
    const fault = error instanceof Refused ? error.problem.faults?.[0] : undefined
    setSays(fault ? `${fault.path}: ${fault.says}` : error.message)
    void queries.invalidateQueries({ queryKey: keys.packs })
  }
  const rename = (more: Partial<Pack>) => {
    if (!pack) return
    ask(
      api.PUT('/api/packs/{pack_id}', {
        params: { path: { pack_id: pack.id } },
        body: { ...pack, version: pack.version ?? 0, ...more },
      }),
    ).then(keep, refused)
  }
  const begin = () => {
    const taken = (packs.data ?? []).map((row) => row.name)
    ask(
      api.POST('/api/packs', {
        body: { name: freeName('Pack of designs', taken), sheets: 12, version: 0 },
      }),
    ).then((made) => {
      keep(made)
      set({ pack: made.id })
    }, refused)
  }
  const others = (papers.data ?? []).filter((row) => row.id !== paper.id && row.same_as == null)
  return (
    <>
      <div className={classes.pair}>
        <Select
          label="A design of the pack"
          clearable
          placeholder="sold by itself"
          data={(packs.data ?? []).map((row) => ({ value: String(row.id), label: row.name }))}
          value={doc.pack == null ? null : String(doc.pack)}
          onChange={(value) => set({ pack: value ? Number(value) : null })}
        />
        <Select
          label="Another size of"
          clearable
          placeholder="a paper of its own"
          data={others.map((row) => ({ value: String(row.id), label: row.name }))}
          value={doc.same_as == null ? null : String(doc.same_as)}
          error={said('same_as')}
          onChange={(value) => set({ same_as: value ? Number(value) : null })}
        />
      </div>
      {pack ? (
        <div className={classes.triple} key={`${pack.id}-${pack.version}`}>
          <TextInput
            label="Name of the pack"
            defaultValue={pack.name}
            onBlur={(e) => e.currentTarget.value !== pack.name && rename({ name: e.currentTarget.value })}
          />
          <NumberInput
            label="Sheets in it"
            min={1}
            allowDecimal={false}
            defaultValue={pack.sheets ?? 12}
            onBlur={(e) => rename({ sheets: Number(e.currentTarget.value) || 1 })}
          />
          <TextInput
            label={`It costs, ${currency}`}
            defaultValue={pack.price ?? ''}
            placeholder="9.60"
            onBlur={(e) => rename({ price: e.currentTarget.value || null })}
          />
        </div>
      ) : (
        <Button variant="subtle" size="sm" leftSection={<IconPlus size={16} />} onClick={begin}>
          It comes in a new pack of designs
        </Button>
      )}
      {says ? (
        <p role="alert" className="grave">
          The pack was not changed. {says}
        </p>
      ) : null}
    </>
  )
}
