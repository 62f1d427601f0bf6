import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Button, Select } from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import type { ProjectIn } from '../api/client'
import { FitMore } from './FitMore'
import classes from './Extras.module.css'

type Fits = NonNullable<ProjectIn['fits']>

const kinds = (): { value: Fits[number]['kind']; label: string }[] => [
  { value: 'lid', label: t`goes as a lid over` },
  { value: 'sleeve', label: t`slides as a sleeve around` },
  { value: 'shared', label: t`shares a panel’s length with` },
  { value: 'band', label: t`closes as a band round` },
  { value: 'cover', label: t`is turned in over the board` },
  { value: 'each', label: t`is needed once for each` },
  { value: 'glued', label: t`is glued to` },
]

/** Which piece must clear, or match, which other. */
export function FitsEditor({
  fits,
  names,
  change,
}: {
  fits: Fits
  names: string[]
  change: (fits: Fits, mark: string) => void
}) {
  const options = [...new Set([...names, ...fits.flatMap((fit) => [fit.outer, fit.inner])])]
  const set = (n: number, more: Partial<(typeof fits)[number]>) =>
    change(
      fits.map((fit, k) => (k === n ? { ...fit, ...more } : fit)),
      `fit ${n}`,
    )
  return (
    <section aria-labelledby="fits" className={classes.uses}>
      <h2 id="fits">
        <Trans>What fits what</Trans>
      </h2>
      {fits.length === 0 ? (
        <p className="soft">
          <Trans>
            A lid and its base, a sleeve and its drawer, a band and its box, a tie for every row marker: say
            which, and it is checked.
          </Trans>
        </p>
      ) : null}
      {fits.map((fit, n) => (
        <div key={n} className={classes.fit}>
          <Select
            aria-label={t`Outer piece of fit ${n + 1}`}
            data={options}
            value={fit.outer}
            allowDeselect={false}
            onChange={(value) => value && set(n, { outer: value })}
          />
          <Select
            aria-label={t`Kind of fit ${n + 1}`}
            data={kinds()}
            value={fit.kind}
            allowDeselect={false}
            onChange={(value) =>
              value &&
              set(n, {
                kind: value,
                outer_panel: null,
                inner_panel: null,
                allowance: null,
                times: 1,
                glue: null,
              })
            }
          />
          <Select
            aria-label={t`Inner piece of fit ${n + 1}`}
            data={options}
            value={fit.inner}
            allowDeselect={false}
            onChange={(value) => value && set(n, { inner: value })}
          />
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label={t`Remove fit ${n + 1}`}
            onClick={() =>
              change(
                fits.filter((_, k) => k !== n),
                '',
              )
            }
          >
            <IconX size={18} />
          </ActionIcon>
          <FitMore fit={fit} number={n + 1} set={(more) => set(n, more)} />
        </div>
      ))}
      {fits.some((fit) => fit.kind === 'glued') ? (
        <p className="soft">
          <Trans>
            Panels and edges are named as on the flat drawing. The two edges lie on each other, and so do the
            two panels; of a piece that a kit takes twice, say which one.
          </Trans>
        </p>
      ) : null}
      {names.length > 1 ? (
        <Button
          variant="light"
          size="sm"
          mt="xs"
          leftSection={<IconPlus size={17} />}
          onClick={() =>
            change([...fits, { kind: 'lid', outer: names[0] ?? '', inner: names[1] ?? '', times: 1 }], '')
          }
        >
          <Trans>Add a fit</Trans>
        </Button>
      ) : null}
    </section>
  )
}
