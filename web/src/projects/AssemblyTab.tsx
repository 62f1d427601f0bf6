import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, TagsInput } from '@mantine/core'
import { IconPlus } from '@tabler/icons-react'
import type { Schemas } from '../api/client'
import classes from './Assembly.module.css'
import { Findings } from './Checks'
import { Contents } from './Contents'
import { useProject } from './context'
import extras from './Extras.module.css'
import { StepRow } from './StepRow'
import { suggestedTools } from './tools'

type Step = Schemas['StepDoc']

/** Which findings are of the assembly, beside those of a step. */
const OF_ASSEMBLY = new Set([
  'piece-in-no-step',
  'supply-in-no-step',
  'content-too-large',
  'content-fits',
  'content-without-piece',
  'inside-unknown',
])

const focus = (n: number, how: 'focus' | 'select' = 'focus') =>
  setTimeout(() => document.querySelector<HTMLInputElement>(`#step-${n}`)?.[how](), 0)

/** The order of assembly, its tools, and what goes inside. */
export function AssemblyTab() {
  const { doc, change, project, status, fix } = useProject()
  const steps = doc.steps ?? []
  const tools = doc.tools ?? []
  const checks =
    status === 'saved'
      ? project.checks.filter((found) => found.place === 'step' || OF_ASSEMBLY.has(found.code))
      : []

  function add() {
    const step: Step = { says: t`Next step`, pieces: [], when: 'table', cautions: [], supplies: [] }
    change({ ...doc, steps: [...steps, step] })
    focus(steps.length, 'select')
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

  return (
    <>
      <section aria-labelledby="steps">
        <h2 id="steps">
          <Trans>The order of assembly</Trans>
        </h2>
        <p className="soft">
          <Trans>
            Each step with its pieces, its tool and its minutes a kit. Enter adds the next; Alt and an arrow
            moves one.
          </Trans>
        </p>
        {steps.length === 0 ? (
          <p>
            <Trans>
              Nothing yet. The sheet for attendees and the batches of preparation follow from these steps.
            </Trans>
          </p>
        ) : null}
        <ol className={classes.steps}>
          {steps.map((step, n) => (
            <StepRow
              key={n}
              step={step}
              at={n}
              put={(more, mark) =>
                change(
                  { ...doc, steps: steps.map((s, k) => (k === n ? { ...s, ...more } : s)) },
                  `step ${n} ${mark}`,
                )
              }
              remove={() => change({ ...doc, steps: steps.filter((_, k) => k !== n) })}
              move={(by) => move(n, by)}
              next={() => (n + 1 < steps.length ? focus(n + 1) : add())}
            />
          ))}
        </ol>
        <Button variant="light" leftSection={<IconPlus size={18} />} onClick={add}>
          <Trans>Next step</Trans>
        </Button>
        <Findings findings={checks} fresh fix={fix} />
      </section>
      <section aria-labelledby="tools" className={extras.uses}>
        <h2 id="tools">
          <Trans>Tools to have at hand</Trans>
        </h2>
        <TagsInput
          aria-label={t`Tools`}
          placeholder={tools.length ? '' : t`Trimmer, bone folder…`}
          data={suggestedTools()}
          value={tools}
          onChange={(value) => change({ ...doc, tools: value }, 'tools')}
          maw={760}
        />
      </section>
      <Contents />
      <p className="caution">
        <Trans>
          Follow the makers’ labels, the venue’s rules and local regulations. Cautions are offered from the
          names of tools and supplies; what else can hurt somebody, add yourself.
        </Trans>
      </p>
    </>
  )
}
