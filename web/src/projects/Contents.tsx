import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Button, NumberInput, Select, TextInput } from '@mantine/core'
import { IconPlus, IconX } from '@tabler/icons-react'
import { useQuery } from '@tanstack/react-query'
import type { Schemas } from '../api/client'
import { asked } from '../api/queries'
import { LengthInput } from '../ui/fields/LengthInput'
import { readLength } from '../ui/text/length'
import classes from './Assembly.module.css'
import { useProject } from './context'
import extras from './Extras.module.css'

type Content = Schemas['ContentDoc']

const sideLabels = (name: string) => ({
  width: t`Width of ${name}`,
  depth: t`Depth of ${name}`,
  height: t`Height of ${name}`,
})

/** What goes inside, with its size, and the piece it goes into. */
export function Contents() {
  const { doc, change, units } = useProject()
  const contents = doc.contents ?? []
  const supplies = useQuery(asked.supplies())
  const counted = (supplies.data ?? []).filter((supply) => supply.unit === 'each')
  const names = (doc.pieces ?? []).map((piece) => piece.name)
  const put = (n: number, more: Partial<Content>) =>
    change(
      { ...doc, contents: contents.map((c, k) => (k === n ? { ...c, ...more } : c)) },
      `content ${n} ${Object.keys(more).join()}`,
    )
  const add = () => {
    const size = { width: '2 in', depth: '1 in', height: '3 in' }
    const treat: Content = { name: t`Treat`, ...size, piece: names[0] ?? '', rigid: true }
    change({ ...doc, contents: [...contents, treat] })
  }
  return (
    <section aria-labelledby="contents" className={extras.uses}>
      <h2 id="contents">
        <Trans>What goes inside</Trans>
      </h2>
      {contents.length === 0 ? (
        <p className="soft">
          <Trans>A treat, a gift, a set of cards? Its size is compared with the room there is.</Trans>
        </p>
      ) : (
        <div className={classes.contentHeads} aria-hidden>
          <span>{t`What`}</span>
          <span>{t`Width, ${units}`}</span>
          <span>{t`Depth, ${units}`}</span>
          <span>{t`Height, ${units}`}</span>
          <span>{t`Goes into`}</span>
          <span>{t`Is`}</span>
          <span>{t`Counted as`}</span>
          <span>{t`A kit takes`}</span>
        </div>
      )}
      {contents.map((thing, n) => (
        <div key={n} className={classes.content}>
          <TextInput
            aria-label={t`What goes inside, ${n + 1}`}
            value={thing.name}
            onChange={(e) => put(n, { name: e.currentTarget.value })}
          />
          {(['width', 'depth', 'height'] as const).map((side) => (
            <LengthInput
              key={side}
              aria-label={sideLabels(thing.name)[side]}
              value={thing[side]}
              error={!readLength(thing[side], units).ok}
              onChange={(e) => put(n, { [side]: e.currentTarget.value })}
            />
          ))}
          <Select
            aria-label={t`Piece that ${thing.name} goes into`}
            data={[...new Set([...names, thing.piece])]}
            allowDeselect={false}
            value={thing.piece}
            onChange={(value) => value && put(n, { piece: value })}
          />
          <Select
            aria-label={t`Whether ${thing.name} is rigid`}
            data={[
              { value: 'rigid', label: t`rigid` },
              { value: 'soft', label: t`soft` },
            ]}
            allowDeselect={false}
            value={thing.rigid ? 'rigid' : 'soft'}
            onChange={(value) => put(n, { rigid: value === 'rigid' })}
          />
          <Select
            aria-label={t`The supply that ${thing.name} is`}
            placeholder={t`not counted`}
            clearable
            data={counted.map((supply) => ({ value: String(supply.id), label: supply.name }))}
            value={thing.supply ?? null}
            onChange={(value) => put(n, { supply: value })}
          />
          <NumberInput
            aria-label={t`How many of ${thing.name} a kit takes`}
            min={1}
            max={1000}
            allowDecimal={false}
            hideControls
            disabled={!thing.supply}
            value={thing.count ?? 1}
            onChange={(value) => put(n, { count: Number(value) || 1 })}
          />
          <TextInput
            className={classes.allergens}
            aria-label={t`Allergens of ${thing.name}`}
            placeholder={t`allergens, for the label`}
            value={thing.allergens ?? ''}
            onChange={(e) => put(n, { allergens: e.currentTarget.value || null })}
          />
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label={t`Remove ${thing.name}`}
            onClick={() => change({ ...doc, contents: contents.filter((_, k) => k !== n) })}
          >
            <IconX size={18} />
          </ActionIcon>
        </div>
      ))}
      {names.length ? (
        <Button variant="light" size="sm" mt="xs" leftSection={<IconPlus size={17} />} onClick={add}>
          <Trans>Put something inside</Trans>
        </Button>
      ) : null}
    </section>
  )
}
