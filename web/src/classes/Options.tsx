import { plural, t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Radio } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import type { ClassIn, Plan, Schemas } from '../api/client'
import { asked } from '../api/queries'
import { layouts, settings, sheets } from '../i18n/counts'
import { costSaid } from '../i18n/costs'
import { number } from '../i18n/format'
import { useStudio } from '../ui/frame/session'
import { OwnTrimmerPace } from '../log/OwnPace'
import { useClass } from './context'
import { MiniSheet } from './MiniSheet'
import classes from './Options.module.css'

type Style = NonNullable<ClassIn['style']>
type Option = Schemas['OptionOut']

const names = (): Record<Style, string> => ({
  'fewest-sheets': t`Fewest sheets`,
  usual: t`Sheets and time weighed`,
  'whole-kits': t`Whole kits, over and over`,
  'fewest-layouts': t`Fewest layouts`,
  quickest: t`Least time`,
  'kit-per-sheet': t`Each kit alone`,
})

// So many layouts of an option are drawn; more would not be told apart.
const DRAWN = 6
const LONGEST = 56 // pixels of the longest side

/** At most five ways to cut the class, drawn small, with what each takes; the person chooses. */
export function Options({ plan }: { plan: Plan }) {
  const { saved, draft, change } = useClass()
  const chosen = draft.style ?? 'fewest-sheets'
  const options = useQuery({
    ...asked.options(saved.id, saved.version, plan.papers),
    placeholderData: (before) => before,
  })
  const found = options.data?.options ?? []
  const drawn = found.flatMap((option) => option.drawings)
  const scale = LONGEST / Math.max(1, ...drawn.map((layout) => Math.max(layout.width, layout.height)))
  return (
    <section
      className={classes.options}
      aria-labelledby="options"
      aria-busy={options.isFetching}
      data-stale={options.isPlaceholderData}
    >
      <h2 id="options">
        <Trans>How to cut it</Trans>
      </h2>
      <OwnTrimmerPace />
      {options.isPending ? (
        <p className="soft" role="status">
          <Trans>Looking for other ways to cut it…</Trans>
        </p>
      ) : null}
      {options.isError ? (
        <p className="soft">
          <Trans>Other ways to cut it could not be looked for: {options.error.message}</Trans>
        </p>
      ) : null}
      {found.map((option) => (
        <OptionCard
          key={option.name}
          option={option}
          scale={scale}
          chosen={option.wishes.includes(chosen)}
          choose={() => change({ ...draft, style: option.name }, 'style', 0)}
        />
      ))}
      {found.length === 1 ? (
        <p className="soft">
          <Trans>No other way to cut it takes less of anything.</Trans>
        </p>
      ) : null}
    </section>
  )
}

interface CardProps {
  option: Option
  scale: number
  chosen: boolean
  choose: () => void
}

function OptionCard({ option, scale, chosen, choose }: CardProps) {
  const { project, paperOf } = useClass()
  const { currency } = useStudio()
  const order = new Map((project.pieces ?? []).map((piece, n) => [piece.name, n]))
  const also = option.wishes.slice(1).map((wish) => names()[wish].toLowerCase())
  const left = option.drawings.length - DRAWN
  return (
    <label className={classes.option} data-chosen={chosen}>
      <Radio
        name="style"
        label={names()[option.name]}
        description={also.length ? t`also: ${also.join(', ')}` : undefined}
        checked={chosen}
        onChange={choose}
      />
      <span className={classes.sum}>
        <strong>{sheets(option.sheets)}</strong>, {layouts(option.layouts)}, {settings(option.settings)},{' '}
        <Trans>{number(option.minutes)} min</Trans>
        {Number(option.opened) || option.missing ? (
          <>
            , <Trans>{costSaid(option.opened_per_kit, option.missing, currency)} a kit</Trans>
          </>
        ) : null}
      </span>
      <span className={classes.drawings} aria-hidden>
        {option.drawings.slice(0, DRAWN).map((layout) => (
          <MiniSheet
            key={layout.letter}
            layout={layout}
            look={paperOf(String(layout.paper))}
            order={order}
            scale={scale}
          />
        ))}
        {left > 0 ? (
          <span className={classes.more}>{plural(left, { one: 'and # more', other: 'and # more' })}</span>
        ) : null}
      </span>
      <span className={classes.why}>{option.why.message}.</span>
    </label>
  )
}
