import { ActionIcon, Menu, SegmentedControl, Switch, TextInput } from '@mantine/core'
import { IconDots } from '@tabler/icons-react'
import { memo } from 'react'
import type { Units } from '../ui/length'
import type { RowActs } from './PieceRow'

const CUTS = [
  { value: 'trim', label: 'Trimmed' },
  { value: 'die', label: 'Die-cut' },
  { value: 'punch', label: 'Punched' },
]

const PORTIONS = [
  { value: 'whole', label: 'All' },
  { value: 'three-quarters', label: '3/4' },
  { value: 'half', label: '1/2' },
  { value: 'quarter', label: '1/4' },
]

/** What else can be said and done with a piece; it is drawn anew only when one of these changes. */
export const PieceMenu = memo(function PieceMenu(props: {
  index: number
  name: string
  units: Units
  cut: string
  margin: string
  marginFaulty: boolean
  follows: boolean
  scrap: boolean
  portion: string
  acts: RowActs
}) {
  const { index, acts } = props
  return (
    <Menu position="bottom-end" withinPortal closeOnItemClick={false}>
      <Menu.Target>
        <ActionIcon variant="subtle" color="gray" aria-label={`More about ${props.name}`}>
          <IconDots size={18} />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Label>How it is cut out</Menu.Label>
        <SegmentedControl
          m={6}
          size="sm"
          data={CUTS}
          value={props.cut}
          onChange={(value) => acts.set(index, 'cut', value)}
        />
        {props.cut !== 'trim' ? (
          <TextInput
            m={6}
            label={`Margin all round, ${props.units}`}
            value={props.margin}
            onChange={(e) => acts.set(index, 'margin', e.currentTarget.value)}
            error={props.marginFaulty}
          />
        ) : null}
        <Switch
          m={10}
          label="Follows the print (may not turn)"
          checked={props.follows}
          onChange={(e) => acts.set(index, 'follows_print', e.currentTarget.checked)}
        />
        <Switch
          m={10}
          label="May come from scrap"
          checked={props.scrap}
          onChange={(e) => acts.set(index, 'scrap', e.currentTarget.checked)}
        />
        {props.cut !== 'trim' ? (
          <>
            <Menu.Label>How much of the whole one is</Menu.Label>
            <SegmentedControl
              m={6}
              size="sm"
              data={PORTIONS}
              value={props.portion}
              onChange={(value) => acts.set(index, 'portion', value)}
            />
          </>
        ) : null}
        <Menu.Divider />
        <Menu.Item closeMenuOnClick onClick={() => acts.double(index)} rightSection="Ctrl D">
          Double it
        </Menu.Item>
        <Menu.Item closeMenuOnClick onClick={() => acts.move(index, -1)} rightSection="Alt ↑">
          Move up
        </Menu.Item>
        <Menu.Item closeMenuOnClick onClick={() => acts.move(index, 1)} rightSection="Alt ↓">
          Move down
        </Menu.Item>
        <Menu.Item
          closeMenuOnClick
          color="red"
          aria-label="Take off the list"
          onClick={() => acts.remove(index, index)}
          rightSection="Ctrl Delete"
        >
          Take off the list
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  )
})
