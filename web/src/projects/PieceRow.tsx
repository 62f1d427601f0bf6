import { IconAlertTriangle } from '@tabler/icons-react'
import { type KeyboardEvent, memo, useState } from 'react'
import type { Piece, ProjectIn } from '../api/client'
import { readLength, type Units } from '../ui/length'
import { FracWords } from '../ui/FracWords'
import { sentence } from '../ui/fractions'
import { Cell, LengthCell } from '../ui/Cell'
import { PieceDrawing } from '../ui/PieceDrawing'
import { letterOf } from '../ui/words'
import { type Changes, type Finding, FindingLine } from './Checks'
import { type CellFault, otherScores, scoresText, withScores } from './draft'
import { PieceMenu } from './PieceMenu'
import classes from './ProjectPage.module.css'

/** What a row can do to the list; the same object for every row, for as long as the page is open. */
export interface RowActs {
  add: () => void
  choose: (n: number) => void
  extend: (n: number) => void
  change: (n: number, piece: Piece, mark: string) => void
  /** Change one field of the piece as it stands now. */
  set: (n: number, field: keyof Piece, value: unknown) => void
  /** Whether a piece in another row has that name. */
  taken: (n: number, name: string) => boolean
  /** Go to a column of another row. */
  go: (column: string, row: number) => void
  move: (n: number, by: -1 | 1) => void
  double: (n: number) => void
  remove: (from: number, until: number) => void
  mend: (changes: Changes) => void
  grab: (n: number) => void
  drop: (n: number) => void
}

/** What can be done to the list from anywhere on its tab. */
export interface ListActs extends RowActs {
  /** The document as it stands now. */
  docOf: () => ProjectIn
  added: (pieces: Piece[]) => void
}

interface Props {
  index: number
  count: number
  piece: Piece
  units: Units
  chosen: boolean
  /** Whether it is one of several rows marked together. */
  marked: boolean
  faults: CellFault[]
  checks: Finding[]
  /** Whether the checks are of the list as it stands. */
  fresh: boolean
  acts: RowActs
}

/** One line of the list: every field typed in place, faults and checks under it. */
export const PieceRow = memo(function PieceRow(props: Props) {
  const { index, piece, units, acts, faults } = props
  const change = (changed: Piece, mark: string) => acts.change(index, changed, mark)
  const faulty = (field: string) => faults.some((fault) => fault.field === field)
  const set = (field: keyof Piece, value: unknown) => acts.set(index, field, value)
  const unread = (text: string) => text !== '' && !readLength(text, units).ok

  function keys(event: KeyboardEvent) {
    if (event.defaultPrevented) return
    const column = (event.target as HTMLElement).id.replace(/-\d+$/, '') || 'name'
    const vertical = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0
    if (event.altKey && vertical) {
      event.preventDefault()
      acts.move(index, vertical)
    } else if (event.altKey && event.key === 'Enter') {
      event.preventDefault()
      const mend = props.checks.find((check) => check.mend)?.mend
      if (mend && props.fresh) acts.mend(mend.changes)
    } else if (event.key === 'Enter') {
      event.preventDefault()
      acts.go(column, index + 1)
    } else if (vertical && !event.shiftKey && !event.ctrlKey && !event.metaKey && column !== 'paper') {
      event.preventDefault()
      if (index + vertical < props.count) acts.go(column, index + vertical)
    }
  }

  const of = `of ${piece.name || `piece ${index + 1}`}`
  return (
    <div
      className={classes.group}
      role="listitem"
      data-chosen={props.chosen}
      data-marked={props.marked}
      onFocus={() => acts.choose(index)}
      onDragOver={(e) => e.preventDefault()}
      onDrop={() => acts.drop(index)}
    >
      <div className={classes.row} onKeyDown={keys}>
        <span
          className={classes.letter}
          draggable
          title="Drag to another place; Shift and click to mark several"
          onDragStart={() => acts.grab(index)}
          onClick={(e) => (e.shiftKey ? acts.extend(index) : acts.choose(index))}
        >
          {letterOf(index)}
        </span>
        <NameField
          id={`name-${index}`}
          label={`Name ${of}`}
          name={piece.name}
          faulty={faulty('name')}
          taken={(name) => acts.taken(index, name)}
          set={(name) => set('name', name)}
        />
        <Cell
          id={`count-${index}`}
          aria-label={`How many a kit ${of}`}
          inputMode="numeric"
          value={String(piece.per_kit ?? 1)}
          onChange={(e) => {
            const digits = e.currentTarget.value.replace(/\D/g, '')
            set('per_kit', Math.min(10_000, Number(digits)))
          }}
        />
        <LengthCell
          id={`width-${index}`}
          aria-label={`Width ${of}`}
          value={piece.width}
          placeholder="4 1/4"
          error={faulty('width') || unread(piece.width)}
          onChange={(e) => set('width', e.currentTarget.value)}
        />
        <LengthCell
          id={`height-${index}`}
          aria-label={`Height ${of}`}
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
        <Cell
          id={`paper-${index}`}
          aria-label={`Paper ${of}`}
          list="roles"
          value={piece.paper}
          error={faulty('paper')}
          onChange={(e) => set('paper', e.currentTarget.value)}
        />
        <span className={classes.thumb}>
          <PieceDrawing piece={piece} units={units} frameWidth={56} frameHeight={46} mostScale={0.22} />
          <PieceMenu
            index={index}
            name={piece.name}
            units={units}
            cut={piece.cut ?? 'trim'}
            margin={piece.margin ?? '0'}
            marginFaulty={faulty('margin')}
            follows={piece.follows_print ?? false}
            scrap={piece.scrap ?? false}
            portion={piece.portion ?? 'whole'}
            acts={acts}
          />
        </span>
      </div>
      <Notes faults={faults} checks={props.checks} fresh={props.fresh} piece={piece} mend={acts.mend} />
    </div>
  )
})

function Notes(props: {
  faults: { says: string }[]
  checks: Finding[]
  fresh: boolean
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
          fresh={props.fresh}
          mend={props.mend}
          mendKey={n === first ? 'Alt Enter' : undefined}
        />
      ))}
      {also.length ? <li data-level="plain">Also {also.join(', ')}</li> : null}
    </ul>
  )
}

/** A name typed on the way through that of another piece waits until it is one of its own. */
function NameField(props: {
  id: string
  label: string
  name: string
  faulty: boolean
  taken: (name: string) => boolean
  set: (name: string) => void
}) {
  const [waiting, setWaiting] = useState<string | null>(null)
  return (
    <Cell
      id={props.id}
      aria-label={props.label}
      title={waiting === null ? undefined : 'Another piece has this name'}
      value={waiting ?? props.name}
      error={props.faulty || waiting !== null}
      onChange={(e) => {
        const name = e.currentTarget.value
        const taken = props.taken(name)
        setWaiting(taken ? name : null)
        if (!taken) props.set(name)
      }}
      onBlur={() => {
        // Left so, it gets a number behind it.
        if (waiting !== null) props.set(waiting)
        setWaiting(null)
      }}
    />
  )
}

function ScoresField(props: {
  id: string
  label: string
  piece: Piece
  along: 'width' | 'height'
  units: Units
  faulty: boolean
  change: (piece: Piece, mark: string) => void
}) {
  const { piece, along, units } = props
  const kept = scoresText(piece, along)
  const [typing, setTyping] = useState<string | null>(null)
  const text = typing ?? kept
  const unread = text.split(/[,;]/).some((part) => part.trim() !== '' && !readLength(part, units).ok)
  return (
    <LengthCell
      id={props.id}
      aria-label={props.label}
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
