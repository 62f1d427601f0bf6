import {
  ActionIcon,
  Autocomplete,
  Menu,
  NumberInput,
  SegmentedControl,
  Switch,
  TextInput,
} from '@mantine/core'
import { IconAlertTriangle, IconDots } from '@tabler/icons-react'
import { type KeyboardEvent, useState } from 'react'
import type { Fault, Piece } from '../api/client'
import { readLength, type Units } from '../ui/length'
import { FracWords } from '../ui/FracWords'
import { sentence } from '../ui/fractions'
import { LengthInput } from '../ui/LengthInput'
import { PieceDrawing } from '../ui/PieceDrawing'
import { letterOf } from '../ui/words'
import { type Changes, type Finding, FindingLine } from './Checks'
import { faultsOf, otherScores, scoresText, withScores } from './draft'
import classes from './ProjectPage.module.css'

interface Props {
  index: number
  count: number
  piece: Piece
  units: Units
  roles: string[]
  chosen: boolean
  faults: Fault[]
  checks: Finding[]
  /** Whether it is one of several rows marked together. */
  marked: boolean
  choose: () => void
  extend: () => void
  change: (piece: Piece, mark: string) => void
  /** Go to a column of another row. */
  go: (column: string, row: number) => void
  move: (by: -1 | 1) => void
  double: () => void
  remove: () => void
  mend: (changes: Changes) => void
  grab: () => void
  drop: () => void
}

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

/** One line of the list: every field typed in place, faults and checks under it. */
export function PieceRow(props: Props) {
  const { index, piece, units, change } = props
  const faults = faultsOf(props.faults, index)
  const faulty = (field: string) => faults.some((fault) => fault.field === field)
  const set = (field: keyof Piece, value: unknown) => change({ ...piece, [field]: value }, field)
  const unread = (text: string) => text !== '' && !readLength(text, units).ok

  function keys(event: KeyboardEvent) {
    if (event.defaultPrevented) return
    const column = (event.target as HTMLElement).id.replace(/-\d+$/, '') || 'name'
    const vertical = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0
    if (event.altKey && vertical) {
      event.preventDefault()
      props.move(vertical)
    } else if (event.altKey && event.key === 'Enter') {
      event.preventDefault()
      const mend = props.checks.find((check) => check.mend)?.mend
      if (mend) props.mend(mend.changes)
    } else if (event.key === 'Enter') {
      event.preventDefault()
      props.go(column, index + 1)
    } else if (vertical && !event.shiftKey && !event.ctrlKey && !event.metaKey && column !== 'paper') {
      event.preventDefault()
      if (index + vertical < props.count) props.go(column, index + vertical)
    }
  }

  const of = `of ${piece.name || `piece ${index + 1}`}`
  return (
    <div
      className={classes.group}
      role="listitem"
      data-chosen={props.chosen}
      data-marked={props.marked}
      onFocus={props.choose}
      onDragOver={(e) => e.preventDefault()}
      onDrop={props.drop}
    >
      <div className={classes.row} onKeyDown={keys}>
        <span
          className={classes.letter}
          draggable
          title="Drag to another place; Shift and click to mark several"
          onDragStart={props.grab}
          onClick={(e) => (e.shiftKey ? props.extend() : props.choose())}
        >
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
          id={`count-${index}`}
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
          id={`width-${index}`}
          aria-label={`Width ${of}`}
          variant="unstyled"
          value={piece.width}
          placeholder="4 1/4"
          error={faulty('width') || unread(piece.width)}
          onChange={(e) => set('width', e.currentTarget.value)}
        />
        <LengthInput
          id={`height-${index}`}
          aria-label={`Height ${of}`}
          variant="unstyled"
          value={piece.height}
          placeholder="11"
          error={faulty('height') || unread(piece.height)}
          onChange={(e) => set('height', e.currentTarget.value)}
        />
        <ScoresField
          id={`across-${index}`}
          label={`Scores along the width ${of}`}
          piece={piece}
          along="width"
          units={units}
          faulty={faulty('scores')}
          change={change}
        />
        <ScoresField
          id={`upward-${index}`}
          label={`Scores along the height ${of}`}
          piece={piece}
          along="height"
          units={units}
          faulty={faulty('scores')}
          change={change}
        />
        <Autocomplete
          id={`paper-${index}`}
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
              <Switch
                m={10}
                label="May come from scrap"
                checked={piece.scrap ?? false}
                onChange={(e) => set('scrap', e.currentTarget.checked)}
              />
              {piece.cut !== 'trim' ? (
                <>
                  <Menu.Label>How much of the whole one is</Menu.Label>
                  <SegmentedControl
                    m={6}
                    size="sm"
                    data={PORTIONS}
                    value={piece.portion ?? 'whole'}
                    onChange={(value) => set('portion', value)}
                  />
                </>
              ) : null}
              <Menu.Divider />
              <Menu.Item closeMenuOnClick onClick={props.double} rightSection="Ctrl D">
                Double it
              </Menu.Item>
              <Menu.Item closeMenuOnClick onClick={() => props.move(-1)} rightSection="Alt ↑">
                Move up
              </Menu.Item>
              <Menu.Item closeMenuOnClick onClick={() => props.move(1)} rightSection="Alt ↓">
                Move down
              </Menu.Item>
              <Menu.Item
                closeMenuOnClick
                color="red"
                aria-label="Take off the list"
                onClick={props.remove}
                rightSection="Ctrl Delete"
              >
                Take off the list
              </Menu.Item>
            </Menu.Dropdown>
          </Menu>
        </span>
      </div>
      <Notes faults={faults} checks={props.checks} piece={piece} mend={props.mend} />
    </div>
  )
}

function Notes(props: {
  faults: { says: string }[]
  checks: Finding[]
  piece: Piece
  mend: (changes: Changes) => void
}) {
  const { piece, checks } = props
  const also = [
    piece.cut === 'die' ? 'die-cut' : piece.cut === 'punch' ? 'punched' : '',
    piece.portion !== 'whole' ? `${(piece.portion ?? '').replace('-', ' ')} of a whole` : '',
    piece.slits?.length ? 'slit' : '',
    otherScores(piece) ? 'scored in part' : '',
    piece.scrap ? 'scrap will do' : '',
    piece.matched ? `cut as one with ${piece.matched}` : '',
  ].filter(Boolean)
  if (!props.faults.length && !checks.length && !also.length) return null
  const first = checks.findIndex((check) => check.mend)
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
      {checks.map((check, n) => (
        <FindingLine
          key={check.code + check.says}
          finding={check}
          mend={props.mend}
          mendKey={n === first ? 'Alt Enter' : undefined}
        />
      ))}
      {also.length ? <li data-level="plain">Also {also.join(', ')}</li> : null}
    </ul>
  )
}

function ScoresField(props: {
  id: string
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
      id={props.id}
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
