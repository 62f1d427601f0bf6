import {
  ActionIcon,
  Autocomplete,
  Menu,
  NumberInput,
  SegmentedControl,
  Switch,
  TextInput,
} from '@mantine/core'
import { IconAlertTriangle, IconBulb, IconDots, IconInfoCircle } from '@tabler/icons-react'
import { type KeyboardEvent, useState } from 'react'
import type { Check, Fault, Piece } from '../api/client'
import { readLength, type Units } from '../ui/length'
import { FracWords } from '../ui/FracWords'
import { sentence } from '../ui/fractions'
import { LengthInput } from '../ui/LengthInput'
import { PieceDrawing } from '../ui/PieceDrawing'
import { letterOf } from '../ui/words'
import { faultsOf, otherScores, scoresText, withScores } from './draft'
import classes from './ProjectPage.module.css'

interface Props {
  index: number
  piece: Piece
  units: Units
  roles: string[]
  chosen: boolean
  faults: Fault[]
  checks: Check[]
  choose: () => void
  change: (piece: Piece, mark: string) => void
  next: () => void
  move: (by: -1 | 1) => void
  remove: () => void
}

const CUTS = [
  { value: 'trim', label: 'Trimmed' },
  { value: 'die', label: 'Die-cut' },
  { value: 'punch', label: 'Punched' },
]

/** One line of the list: every field typed in place, faults and checks under it. */
export function PieceRow(props: Props) {
  const { index, piece, units, change } = props
  const faults = faultsOf(props.faults, index)
  const faulty = (field: string) => faults.some((fault) => fault.field === field)
  const set = (field: keyof Piece, value: unknown) => change({ ...piece, [field]: value }, field)
  const unread = (text: string) => text !== '' && !readLength(text, units).ok

  function keys(event: KeyboardEvent) {
    if (event.key === 'Enter' && !event.defaultPrevented) {
      event.preventDefault()
      props.next()
    } else if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault()
      props.move(event.key === 'ArrowUp' ? -1 : 1)
    }
  }

  const of = `of ${piece.name || `piece ${index + 1}`}`
  return (
    <div className={classes.group} role="listitem" data-chosen={props.chosen} onFocus={props.choose}>
      <div className={classes.row} onKeyDown={keys}>
        <span className={classes.letter} onClick={props.choose}>
          {letterOf(index)}
        </span>
        <TextInput
          id={`name-${index}`}
          aria-label={`Name ${of}`}
          variant="unstyled"
          value={piece.name}
          error={faulty('name')}
          onChange={(e) => set('name', e.currentTarget.value)}
        />
        <NumberInput
          aria-label={`How many a kit ${of}`}
          variant="unstyled"
          min={0}
          max={10000}
          allowDecimal={false}
          hideControls
          value={piece.per_kit ?? 1}
          onChange={(value) => set('per_kit', Number(value) || 0)}
        />
        <LengthInput
          aria-label={`Width ${of}`}
          variant="unstyled"
          value={piece.width}
          placeholder="4 1/4"
          error={faulty('width') || unread(piece.width)}
          onChange={(e) => set('width', e.currentTarget.value)}
        />
        <LengthInput
          aria-label={`Height ${of}`}
          variant="unstyled"
          value={piece.height}
          placeholder="11"
          error={faulty('height') || unread(piece.height)}
          onChange={(e) => set('height', e.currentTarget.value)}
        />
        <ScoresField
          label={`Scores along the width ${of}`}
          piece={piece}
          along="width"
          units={units}
          faulty={faulty('scores')}
          change={change}
        />
        <ScoresField
          label={`Scores along the height ${of}`}
          piece={piece}
          along="height"
          units={units}
          faulty={faulty('scores')}
          change={change}
        />
        <Autocomplete
          aria-label={`Paper ${of}`}
          variant="unstyled"
          data={props.roles}
          value={piece.paper}
          error={faulty('paper')}
          onChange={(value) => set('paper', value)}
        />
        <span className={classes.thumb}>
          <PieceDrawing piece={piece} units={units} frameWidth={56} frameHeight={46} mostScale={0.22} />
          <Menu position="bottom-end" withinPortal closeOnItemClick={false}>
            <Menu.Target>
              <ActionIcon variant="subtle" color="gray" aria-label={`More about ${piece.name}`}>
                <IconDots size={18} />
              </ActionIcon>
            </Menu.Target>
            <Menu.Dropdown>
              <Menu.Label>How it is cut out</Menu.Label>
              <SegmentedControl
                m={6}
                size="sm"
                data={CUTS}
                value={piece.cut ?? 'trim'}
                onChange={(value) => set('cut', value)}
              />
              {piece.cut !== 'trim' ? (
                <TextInput
                  m={6}
                  label={`Margin all round, ${units}`}
                  value={piece.margin ?? '0'}
                  onChange={(e) => set('margin', e.currentTarget.value)}
                  error={faulty('margin')}
                />
              ) : null}
              <Switch
                m={10}
                label="Follows the print (may not turn)"
                checked={piece.follows_print ?? false}
                onChange={(e) => set('follows_print', e.currentTarget.checked)}
              />
              <Menu.Divider />
              <Menu.Item closeMenuOnClick onClick={() => props.move(-1)} rightSection="Alt ↑">
                Move up
              </Menu.Item>
              <Menu.Item closeMenuOnClick onClick={() => props.move(1)} rightSection="Alt ↓">
                Move down
              </Menu.Item>
              <Menu.Item closeMenuOnClick color="red" onClick={props.remove}>
                Take off the list
              </Menu.Item>
            </Menu.Dropdown>
          </Menu>
        </span>
      </div>
      <Notes
        faults={faults}
        checks={props.checks}
        others={otherScores(piece)}
        slits={piece.slits?.length ?? 0}
        cut={piece.cut ?? 'trim'}
      />
    </div>
  )
}

const ICONS = { error: IconAlertTriangle, warning: IconBulb, note: IconInfoCircle }

function Notes(props: {
  faults: { says: string }[]
  checks: Check[]
  others: number
  slits: number
  cut: string
}) {
  const also = [
    props.cut === 'die' ? 'die-cut' : props.cut === 'punch' ? 'punched' : '',
    props.slits ? 'slit' : '',
    props.others ? 'scored in part' : '',
  ].filter(Boolean)
  if (!props.faults.length && !props.checks.length && !also.length) return null
  return (
    <ul className={classes.notes}>
      {props.faults.map((fault) => (
        <li key={fault.says} data-level="error" role="alert">
          <IconAlertTriangle size={17} aria-hidden />{' '}
          <span>
            <FracWords text={sentence(fault.says)} />
          </span>
        </li>
      ))}
      {props.checks.map((check) => {
        const Icon = ICONS[check.level]
        return (
          <li key={check.code + check.says} data-level={check.level}>
            <Icon size={17} aria-hidden />{' '}
            <span>
              <FracWords text={sentence(check.says)} />
            </span>
          </li>
        )
      })}
      {also.length ? <li data-level="plain">Also {also.join(', ')}</li> : null}
    </ul>
  )
}

function ScoresField(props: {
  label: string
  piece: Piece
  along: 'width' | 'height'
  units: Units
  faulty: boolean
  change: Props['change']
}) {
  const { piece, along, units } = props
  const kept = scoresText(piece, along)
  const [typing, setTyping] = useState<string | null>(null)
  const text = typing ?? kept
  const unread = text.split(/[,;]/).some((part) => part.trim() !== '' && !readLength(part, units).ok)
  return (
    <LengthInput
      aria-label={props.label}
      variant="unstyled"
      value={text}
      placeholder="–"
      error={unread || (props.faulty && kept !== '' && unread)}
      onChange={(e) => {
        setTyping(e.currentTarget.value)
        props.change(withScores(piece, along, e.currentTarget.value), `scores ${along}`)
      }}
      onBlur={() => setTyping(null)}
    />
  )
}
