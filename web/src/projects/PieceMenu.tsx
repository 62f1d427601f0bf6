import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { ActionIcon, Menu, NumberInput, SegmentedControl, Select, Switch, TextInput } from '@mantine/core'
import { IconDots } from '@tabler/icons-react'
import { memo } from 'react'
import type { Units } from '../ui/text/length'
import type { RowActions } from './actions'

const methods = () => [
  { value: 'trim', label: t`Trimmed` },
  { value: 'die', label: t`Die-cut` },
  { value: 'punch', label: t`Punched` },
]

const portions = () => [
  { value: 'whole', label: t`All` },
  { value: 'three-quarters', label: '3/4' },
  { value: 'half', label: '1/2' },
  { value: 'quarter', label: '1/4' },
]

type MenuProps = {
  index: number
  name: string
  units: Units
  cut: string
  margin: string
  marginFaulty: boolean
  pitch: string
  pitchFaulty: boolean
  spares: number
  follows: boolean
  scrap: boolean
  portion: string
  die: string
  gives: number
  word: string
  note: string
  /** The lines that a piece can come out of. */
  dies: string[]
  actions: RowActions
}

/** What else can be said and done with a piece; it is drawn again only when one of these changes. */
export const PieceMenu = memo(function PieceMenu(props: MenuProps) {
  const { index, actions } = props
  return (
    <Menu position="bottom-end" withinPortal closeOnItemClick={false}>
      <Menu.Target>
        <ActionIcon variant="subtle" color="gray" aria-label={t`More about ${props.name}`}>
          <IconDots size={18} />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>
        {props.die ? null : (
          <>
            <Menu.Label>
              <Trans>How it is cut out</Trans>
            </Menu.Label>
            <SegmentedControl
              m={6}
              size="sm"
              data={methods()}
              value={props.cut}
              onChange={(value) => actions.set(index, 'cut', value)}
            />
          </>
        )}
        {props.cut !== 'trim' ? (
          <TextInput
            m={6}
            label={t`Margin all round, ${props.units}`}
            value={props.margin}
            onChange={(e) => actions.set(index, 'margin', e.currentTarget.value)}
            error={props.marginFaulty}
          />
        ) : null}
        {props.cut !== 'trim' ? (
          <TextInput
            m={6}
            label={t`Distance along a strip, ${props.units}`}
            description={t`From one to the next; 0: its width and both margins.`}
            value={props.pitch}
            onChange={(e) => actions.set(index, 'pitch', e.currentTarget.value)}
            error={props.pitchFaulty}
          />
        ) : null}
        <NumberInput
          m={6}
          label={t`Spare pieces, for each colourway`}
          min={0}
          max={1000}
          allowDecimal={false}
          value={props.spares}
          onChange={(value) => actions.set(index, 'spares', Math.min(1000, Math.max(0, Number(value) || 0)))}
        />
        <Switch
          m={10}
          label={t`Follows the print (may not turn)`}
          checked={props.follows}
          onChange={(e) => actions.set(index, 'follows_print', e.currentTarget.checked)}
        />
        <Switch
          m={10}
          label={t`May come from scrap`}
          checked={props.scrap}
          onChange={(e) => actions.set(index, 'scrap', e.currentTarget.checked)}
        />
        {props.cut !== 'trim' ? (
          <>
            <Menu.Label>
              <Trans>How much of the whole one is</Trans>
            </Menu.Label>
            <SegmentedControl
              m={6}
              size="sm"
              data={portions()}
              value={props.portion}
              onChange={(value) => actions.set(index, 'portion', value)}
            />
          </>
        ) : null}
        <OutOfDie {...props} />
        <TextInput
          m={6}
          label={t`Note`}
          description={t`Shown and printed with the piece; it changes nothing that is cut.`}
          maxLength={400}
          value={props.note}
          onChange={(e) => actions.set(index, 'note', e.currentTarget.value || null)}
        />
        <Menu.Divider />
        <Menu.Item closeMenuOnClick onClick={() => actions.duplicate(index)} rightSection={t`Ctrl D`}>
          <Trans>Duplicate</Trans>
        </Menu.Item>
        <Menu.Item closeMenuOnClick onClick={() => actions.move(index, -1)} rightSection={t`Alt ↑`}>
          <Trans>Move up</Trans>
        </Menu.Item>
        <Menu.Item closeMenuOnClick onClick={() => actions.move(index, 1)} rightSection={t`Alt ↓`}>
          <Trans>Move down</Trans>
        </Menu.Item>
        <Menu.Item
          closeMenuOnClick
          color="red"
          aria-label={t`Remove from the list`}
          onClick={() => actions.remove(index, index)}
          rightSection={t`Ctrl Delete`}
        >
          <Trans>Remove from the list</Trans>
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  )
})

/** Which die a piece comes out of, how many a pass gives, and the word that its letters make. */
function OutOfDie({ index, name, die, gives, word, dies, actions }: MenuProps) {
  const others = [...new Set([...dies.filter((other) => other !== name), ...(die ? [die] : [])])]
  if (!others.length) return null
  return (
    <>
      <Select
        m={6}
        label={t`Comes out of the die`}
        description={t`Its passes are then counted for the class.`}
        data={others}
        value={die || null}
        clearable
        placeholder={t`none: it is cut by itself`}
        comboboxProps={{ withinPortal: false }}
        onChange={(piece) => actions.set(index, 'pass_of', piece ? { piece, gives } : null)}
      />
      {die ? (
        <>
          <NumberInput
            m={6}
            label={t`One pass gives`}
            min={1}
            max={1000}
            allowDecimal={false}
            value={gives}
            onChange={(value) =>
              actions.set(index, 'pass_of', {
                piece: die,
                gives: Math.min(1000, Math.max(1, Number(value) || 1)),
              })
            }
          />
          <TextInput
            m={6}
            label={t`Letters of a word`}
            description={t`Where the die is an alphabet: each letter is counted.`}
            value={word}
            onChange={(e) => actions.set(index, 'word', e.currentTarget.value || null)}
          />
        </>
      ) : null}
    </>
  )
}
