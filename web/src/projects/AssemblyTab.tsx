import { ActionIcon, Autocomplete, Button, MultiSelect, Select, TagsInput, TextInput } from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import { useQuery } from '@tanstack/react-query'
import type { KeyboardEvent } from 'react'
import { api, ask, type Schemas } from '../api/client'
import { keys as kept } from '../api/queries'
import { readLength } from '../ui/length'
import { LengthInput } from '../ui/LengthInput'
import { FindingLine } from './Checks'
import type { Work } from './ProjectPage'
import classes from './ProjectPage.module.css'

type Step = Schemas['StepDoc']
type Content = Schemas['ContentDoc']

const WHEN = [
  { value: 'before', label: 'Prepared before' },
  { value: 'table', label: 'At the table' },
] as const

const CAUTIONS = [
  { value: 'blades', label: 'Blades' },
  { value: 'rollers', label: 'Rollers and plates' },
  { value: 'heat', label: 'Heat' },
  { value: 'spray', label: 'Spray and solvent' },
  { value: 'small-parts', label: 'Small parts' },
  { value: 'magnets', label: 'Magnets' },
  { value: 'food', label: 'Food' },
] as const

const SUGGESTED_TOOLS = ['trimmer', 'scoring board', 'bone folder', 'scissors', 'craft knife', 'die-cutting machine', 'circle punch', 'stamp and ink', 'hot glue gun', 'heat tool'] // prettier-ignore

/** The order of assembly, its tools, and what goes inside. */
export function AssemblyTab(work: Work) {
  const { doc, change, project, status, faults } = work
  const supplies = useQuery({ queryKey: kept.supplies, queryFn: () => ask(api.GET('/api/supplies')) })
  const steps = doc.steps ?? []
  const checks =
    status === 'saved'
      ? project.checks.filter((c) => /^step \d+$/.test(c.where) || OF_ASSEMBLY.has(c.code))
      : []
  const put = (n: number, more: Partial<Step>, mark: string) =>
    change({ ...doc, steps: steps.map((s, k) => (k === n ? { ...s, ...more } : s)) }, `step ${n} ${mark}`)
  const focus = (n: number) =>
    setTimeout(() => document.querySelector<HTMLInputElement>(`#step-${n}`)?.focus(), 0)

  function add() {
    const step: Step = { says: 'Next step', pieces: [], when: 'table', cautions: [], supplies: [] }
    change({ ...doc, steps: [...steps, step] })
    setTimeout(() => document.querySelector<HTMLInputElement>(`#step-${steps.length}`)?.select(), 0)
  }
  function move(n: number, by: -1 | 1) {
    const there = n + by
    const moved = [...steps]
    const [step] = moved.splice(n, 1)
    if (!step || there < 0 || there >= steps.length) return
    moved.splice(there, 0, step)
    change({ ...doc, steps: moved })
    focus(there)
  }
  function keys(n: number, event: KeyboardEvent) {
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault()
      move(n, event.key === 'ArrowUp' ? -1 : 1)
    } else if (event.key === 'Enter') {
      event.preventDefault()
      if (n + 1 < steps.length) focus(n + 1)
      else add()
    }
  }

  const names = (doc.pieces ?? []).map((piece) => piece.name)
  const tools = doc.tools ?? []
  const said = (n: number) => faults.find((fault) => fault.path.startsWith(`steps[${n}]`))?.says
  return (
    <>
      <section aria-labelledby="steps">
        <h2 id="steps">The order of assembly</h2>
        <p className="soft">
          Each step with its pieces, its tool and its minutes a kit. Enter adds the next; Alt and an arrow
          moves one.
        </p>
        {steps.length === 0 ? (
          <p>Nothing yet. The sheet for attendees and the batches of preparation follow from these steps.</p>
        ) : null}
        <ol className={classes.steps}>
          {steps.map((step, n) => (
            <li key={n}>
              <span className={classes.stepNumber}>{n + 1}</span>
              <div className={classes.stepBody}>
                <TextInput
                  id={`step-${n}`}
                  aria-label={`Step ${n + 1}`}
                  className={classes.stepSays}
                  value={step.says}
                  error={said(n)}
                  onKeyDown={(e) => keys(n, e)}
                  onChange={(e) => put(n, { says: e.currentTarget.value }, 'says')}
                />
                <TextInput
                  aria-label={`Minutes a kit of step ${n + 1}`}
                  value={step.minutes ?? ''}
                  placeholder="–"
                  rightSection={<span className="soft">min</span>}
                  rightSectionWidth={40}
                  onChange={(e) => put(n, { minutes: e.currentTarget.value || null }, 'minutes')}
                />
                <Select
                  aria-label={`When step ${n + 1} is done`}
                  data={[...WHEN]}
                  allowDeselect={false}
                  value={step.when}
                  onChange={(value) => value && put(n, { when: value }, 'when')}
                />
                <ActionIcon
                  variant="subtle"
                  color="gray"
                  aria-label={`Take step ${n + 1} out`}
                  onClick={() => change({ ...doc, steps: steps.filter((_, k) => k !== n) })}
                >
                  <IconX size={18} />
                </ActionIcon>
                <MultiSelect
                  aria-label={`Pieces of step ${n + 1}`}
                  placeholder={step.pieces.length ? '' : 'Pieces…'}
                  data={[...new Set([...names, ...step.pieces])]}
                  value={step.pieces}
                  onChange={(value) => put(n, { pieces: value }, 'pieces')}
                />
                <Autocomplete
                  aria-label={`Tool of step ${n + 1}`}
                  placeholder="Tool…"
                  data={[...new Set([...tools, ...SUGGESTED_TOOLS])]}
                  value={step.tool ?? ''}
                  onChange={(value) => put(n, { tool: value || null }, 'tool')}
                />
                <MultiSelect
                  aria-label={`Supplies of step ${n + 1}`}
                  placeholder={step.supplies.length ? '' : 'Supplies…'}
                  data={(supplies.data ?? []).map((s) => ({ value: String(s.id), label: s.name }))}
                  value={step.supplies}
                  onChange={(value) => put(n, { supplies: value }, 'supplies')}
                />
                <MultiSelect
                  aria-label={`Cautions of step ${n + 1}`}
                  placeholder={step.cautions.length ? '' : 'Cautions…'}
                  data={[...CAUTIONS]}
                  value={step.cautions}
                  onChange={(value) => put(n, { cautions: value }, 'cautions')}
                />
              </div>
            </li>
          ))}
        </ol>
        <Button variant="light" leftSection={<IconPlus size={18} />} onClick={add}>
          Next step
        </Button>
        {checks.length ? (
          <ul className={classes.findings}>
            {checks.map((finding, n) => (
              <FindingLine key={n} finding={finding} where fresh mend={work.mend} />
            ))}
          </ul>
        ) : null}
      </section>
      <section aria-labelledby="tools" className={classes.uses}>
        <h2 id="tools">Tools to have at hand</h2>
        <TagsInput
          aria-label="Tools"
          placeholder={tools.length ? '' : 'Trimmer, bone folder…'}
          data={SUGGESTED_TOOLS}
          value={tools}
          onChange={(value) => change({ ...doc, tools: value }, 'tools')}
          maw={760}
        />
      </section>
      <Contents {...work} />
      <p className="caution">
        Follow the makers’ labels, the venue’s rules and local regulations. Cautions are offered from the
        names of tools and supplies; what else can hurt somebody, add yourself.
      </p>
    </>
  )
}

const OF_ASSEMBLY = new Set([
  'piece-in-no-step',
  'supply-in-no-step',
  'content-too-large',
  'content-fits',
  'content-without-piece',
  'inside-unknown',
])

/** What goes inside, with its size, and the piece it goes into. */
function Contents({ doc, change, units }: Work) {
  const contents = doc.contents ?? []
  const names = (doc.pieces ?? []).map((piece) => piece.name)
  const put = (n: number, more: Partial<Content>) =>
    change(
      { ...doc, contents: contents.map((c, k) => (k === n ? { ...c, ...more } : c)) },
      `content ${n} ${Object.keys(more).join()}`,
    )
  return (
    <section aria-labelledby="contents" className={classes.uses}>
      <h2 id="contents">What goes inside</h2>
      {contents.length === 0 ? (
        <p className="soft">A treat, a gift, a set of cards? Its size is compared with the room there is.</p>
      ) : (
        <div className={classes.contentHeads} aria-hidden>
          <span>What</span>
          <span>Width, {units}</span>
          <span>Depth, {units}</span>
          <span>Height, {units}</span>
          <span>Goes into</span>
          <span>Is</span>
        </div>
      )}
      {contents.map((thing, n) => (
        <div key={n} className={classes.content}>
          <TextInput
            aria-label={`What goes inside, ${n + 1}`}
            value={thing.name}
            onChange={(e) => put(n, { name: e.currentTarget.value })}
          />
          {(['width', 'depth', 'height'] as const).map((side) => (
            <LengthInput
              key={side}
              aria-label={`${side} of ${thing.name}`}
              value={thing[side]}
              error={!readLength(thing[side], units).ok}
              onChange={(e) => put(n, { [side]: e.currentTarget.value })}
            />
          ))}
          <Select
            aria-label={`Piece that ${thing.name} goes into`}
            data={[...new Set([...names, thing.piece])]}
            allowDeselect={false}
            value={thing.piece}
            onChange={(value) => value && put(n, { piece: value })}
          />
          <Select
            aria-label={`Whether ${thing.name} is rigid`}
            data={[
              { value: 'rigid', label: 'rigid' },
              { value: 'soft', label: 'soft' },
            ]}
            allowDeselect={false}
            value={thing.rigid ? 'rigid' : 'soft'}
            onChange={(value) => put(n, { rigid: value === 'rigid' })}
          />
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label={`Take ${thing.name} out`}
            onClick={() => change({ ...doc, contents: contents.filter((_, k) => k !== n) })}
          >
            <IconX size={18} />
          </ActionIcon>
        </div>
      ))}
      {names.length ? (
        <Button
          variant="light"
          size="sm"
          mt="xs"
          leftSection={<IconPlus size={17} />}
          onClick={() =>
            change({
              ...doc,
              contents: [
                ...contents,
                {
                  name: 'Treat',
                  width: '2 in',
                  depth: '1 in',
                  height: '3 in',
                  piece: names[0] ?? '',
                  rigid: true,
                },
              ],
            })
          }
        >
          Put something inside
        </Button>
      ) : null}
    </section>
  )
}
