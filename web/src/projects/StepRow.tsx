import { t } from '@lingui/core/macro'
import { ActionIcon, Autocomplete, MultiSelect, Select, TextInput } from '@mantine/core'
import { IconX } from '@tabler/icons-react'
import { useQuery } from '@tanstack/react-query'
import type { KeyboardEvent } from 'react'
import type { Schemas } from '../api/client'
import { asked } from '../api/queries'
import classes from './Assembly.module.css'
import { useProject } from './context'
import { suggestedTools } from './tools'

type Step = Schemas['StepDoc']

const whens = (): { value: Step['when']; label: string }[] => [
  { value: 'before', label: t`Prepared before` },
  { value: 'table', label: t`At the table` },
]

const cautions = (): { value: Step['cautions'][number]; label: string }[] => [
  { value: 'blades', label: t`Blades` },
  { value: 'rollers', label: t`Rollers and plates` },
  { value: 'heat', label: t`Heat` },
  { value: 'spray', label: t`Spray and solvent` },
  { value: 'small-parts', label: t`Small parts` },
  { value: 'magnets', label: t`Magnets` },
  { value: 'food', label: t`Food` },
]

const shades = (): { value: NonNullable<Step['shade']>; label: string }[] => [
  { value: 'light', label: t`Light ink` },
  { value: 'medium', label: t`Medium ink` },
  { value: 'dark', label: t`Dark ink` },
]

const batches = (): { value: NonNullable<Step['batch']>; label: string }[] => [
  { value: 'own', label: t`Work of its own` },
  { value: 'cut', label: t`Part of cutting` },
  { value: 'die', label: t`Part of the dies` },
  { value: 'punch', label: t`Part of punching` },
  { value: 'score', label: t`Part of scoring` },
  { value: 'slit', label: t`Part of slitting` },
  { value: 'hole', label: t`Part of the holes` },
  { value: 'corner', label: t`Part of the corners` },
  { value: 'cutout', label: t`Part of windows and notches` },
  { value: 'bag', label: t`Part of bagging` },
]

interface Props {
  step: Step
  at: number
  put: (more: Partial<Step>, mark: string) => void
  remove: () => void
  move: (by: -1 | 1) => void
  /** Go to the step below, or to a new one. */
  next: () => void
}

/** One step of the assembly: what is done, how long it takes, when, with what, and what to take care of. */
export function StepRow({ step, at, put, remove, move, next }: Props) {
  const { doc, faults, project } = useProject()
  const supplies = useQuery(asked.supplies())
  const n = at + 1
  const pieces = [...new Set([...(doc.pieces ?? []).map((piece) => piece.name), ...step.pieces])]
  const tools = [...new Set([...(doc.tools ?? []), ...suggestedTools()])]

  function keys(event: KeyboardEvent) {
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault()
      move(event.key === 'ArrowUp' ? -1 : 1)
    } else if (event.key === 'Enter') {
      event.preventDefault()
      next()
    }
  }
  return (
    <li>
      <span className={classes.stepNumber}>{n}</span>
      <div className={classes.stepBody}>
        <TextInput
          id={`step-${at}`}
          aria-label={t`Step ${n}`}
          className={classes.stepSays}
          value={step.says}
          error={faults.find((fault) => fault.path.startsWith(`steps[${at}]`))?.message}
          onKeyDown={keys}
          onChange={(e) => put({ says: e.currentTarget.value }, 'says')}
        />
        <TextInput
          aria-label={t`Minutes a kit of step ${n}`}
          value={step.minutes ?? ''}
          placeholder="–"
          rightSection={<span className="soft">{t`min`}</span>}
          rightSectionWidth={40}
          onChange={(e) => put({ minutes: e.currentTarget.value || null }, 'minutes')}
        />
        <Select
          aria-label={t`When step ${n} is done`}
          data={whens()}
          allowDeselect={false}
          value={step.when}
          onChange={(value) => value && put({ when: value }, 'when')}
        />
        <ActionIcon variant="subtle" color="gray" aria-label={t`Remove step ${n}`} onClick={remove}>
          <IconX size={18} />
        </ActionIcon>
        <MultiSelect
          aria-label={t`Pieces of step ${n}`}
          placeholder={step.pieces.length ? '' : t`Pieces…`}
          data={pieces}
          value={step.pieces}
          onChange={(value) => put({ pieces: value }, 'pieces')}
        />
        <Autocomplete
          aria-label={t`Tool of step ${n}`}
          placeholder={t`Tool…`}
          data={tools}
          value={step.tool ?? ''}
          onChange={(value) => put({ tool: value || null }, 'tool')}
        />
        <MultiSelect
          aria-label={t`Supplies of step ${n}`}
          placeholder={step.supplies.length ? '' : t`Supplies…`}
          data={(supplies.data ?? []).map((s) => ({ value: String(s.id), label: s.name }))}
          value={step.supplies}
          onChange={(value) => put({ supplies: value }, 'supplies')}
        />
        <MultiSelect
          aria-label={t`Cautions of step ${n}`}
          placeholder={step.cautions.length ? '' : t`Cautions…`}
          data={cautions()}
          value={step.cautions}
          onChange={(value) => put({ cautions: value }, 'cautions')}
        />
        <div className={classes.stepInk}>
          <TextInput
            aria-label={t`Ink of step ${n}`}
            placeholder={t`Ink, where it is stamped`}
            value={step.ink ?? ''}
            onChange={(e) => put({ ink: e.currentTarget.value || null }, 'ink')}
          />
          {step.ink ? (
            <Select
              aria-label={t`How dark the ink of step ${n} is`}
              data={shades()}
              allowDeselect={false}
              value={step.shade ?? 'medium'}
              onChange={(value) => value && put({ shade: value }, 'shade')}
            />
          ) : null}
          <TextInput
            aria-label={t`Minutes that step ${n} dries`}
            placeholder={t`then dries`}
            inputMode="numeric"
            value={step.dries ?? ''}
            rightSection={<span className="soft">{t`min`}</span>}
            rightSectionWidth={40}
            onChange={(e) =>
              put({ dries: Number(e.currentTarget.value.replace(/\D/g, '')) || null }, 'dries')
            }
          />
          {step.when === 'before' && !step.ink ? (
            <Select
              aria-label={t`What step ${n} is part of`}
              data={batches()}
              allowDeselect={false}
              value={step.batch ?? project.steps?.[at]?.batch ?? null}
              placeholder={t`Guessed when it is saved`}
              onChange={(value) => value && put({ batch: value }, 'batch')}
            />
          ) : null}
        </div>
      </div>
    </li>
  )
}
