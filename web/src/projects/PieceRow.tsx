import { t } from '@lingui/core/macro'
import { type KeyboardEvent, memo, useState } from 'react'
import type { Piece } from '../api/client'
import { readLength, type Units } from '../ui/text/length'
import { Cell, LengthCell } from '../ui/fields/Cell'
import { PieceDrawing } from '../ui/drawing/PieceDrawing'
import { letterOf } from '../ui/drawing/letters'
import type { Finding, RowActions } from './actions'
import { type CellFault, scoresText, withScores } from './draft'
import { PieceMenu } from './PieceMenu'
import { PieceNotes } from './PieceNotes'
import classes from './ProjectPage.module.css'

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
  /** Whether the checks are of the list as it is now. */
  fresh: boolean
  /** The lines of dies, out of which others can come. */
  dies: string[]
  actions: RowActions
}

/** One line of the list: every field typed in place, faults and checks under it. */
export const PieceRow = memo(function PieceRow(props: Props) {
  const { index, piece, units, actions, faults } = props
  const change = (changed: Piece, mark: string) => actions.change(index, changed, mark)
  const faulty = (field: string) => faults.some((fault) => fault.field === field)
  const set = (field: keyof Piece, value: unknown) => actions.set(index, field, value)
  const unread = (text: string) => text !== '' && !readLength(text, units).ok

  function keys(event: KeyboardEvent) {
    if (event.defaultPrevented) return
    const column = (event.target as HTMLElement).id.replace(/-\d+$/, '') || 'name'
    const vertical = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0
    if (event.altKey && vertical) {
      event.preventDefault()
      actions.move(index, vertical)
    } else if (event.altKey && event.key === 'Enter') {
      event.preventDefault()
      const fix = props.checks.find((check) => check.fix)?.fix
      if (fix && props.fresh) actions.fix(fix.changes)
    } else if (event.key === 'Enter') {
      event.preventDefault()
      actions.go(column, index + 1)
    } else if (vertical && !event.shiftKey && !event.ctrlKey && !event.metaKey && column !== 'paper') {
      event.preventDefault()
      if (index + vertical < props.count) actions.go(column, index + vertical)
    }
  }

  const of = piece.name || t`piece ${index + 1}`
  return (
    <div
      className={classes.group}
      role="listitem"
      data-chosen={props.chosen}
      data-marked={props.marked}
      onFocus={() => actions.choose(index)}
      onDragOver={(e) => e.preventDefault()}
      onDrop={() => actions.drop(index)}
    >
      <div className={classes.row} onKeyDown={keys}>
        <span
          className={classes.letter}
          draggable
          title={t`Drag to another place; Shift and click to mark several`}
          onDragStart={() => actions.grab(index)}
          onClick={(e) => (e.shiftKey ? actions.extend(index) : actions.choose(index))}
        >
          {letterOf(index)}
        </span>
        <NameField
          id={`name-${index}`}
          label={t`Name of ${of}`}
          name={piece.name}
          faulty={faulty('name')}
          taken={(name) => actions.taken(index, name)}
          set={(name) => set('name', name)}
        />
        <Cell
          id={`count-${index}`}
          aria-label={t`How many a kit of ${of}`}
          inputMode="numeric"
          value={String(piece.per_kit ?? 1)}
          onChange={(e) => {
            const digits = e.currentTarget.value.replace(/\D/g, '')
            set('per_kit', Math.min(10_000, Number(digits)))
          }}
        />
        <LengthCell
          id={`width-${index}`}
          aria-label={t`Width of ${of}`}
          value={piece.width}
          placeholder="4 1/4"
          error={faulty('width') || unread(piece.width)}
          onChange={(e) => set('width', e.currentTarget.value)}
        />
        <LengthCell
          id={`height-${index}`}
          aria-label={t`Height of ${of}`}
          value={piece.height}
          placeholder="11"
          error={faulty('height') || unread(piece.height)}
          onChange={(e) => set('height', e.currentTarget.value)}
        />
        <ScoresField
          id={`across-${index}`}
          label={t`Scores along the width of ${of}`}
          piece={piece}
          along="width"
          units={units}
          faulty={faulty('scores')}
          change={change}
        />
        <ScoresField
          id={`upward-${index}`}
          label={t`Scores along the height of ${of}`}
          piece={piece}
          along="height"
          units={units}
          faulty={faulty('scores')}
          change={change}
        />
        <Cell
          id={`paper-${index}`}
          aria-label={t`Paper of ${of}`}
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
            pitch={piece.pitch ?? '0'}
            pitchFaulty={faulty('pitch')}
            spares={piece.spares ?? 0}
            follows={piece.follows_print ?? false}
            scrap={piece.scrap ?? false}
            portion={piece.portion ?? 'whole'}
            die={piece.pass_of?.piece ?? ''}
            gives={piece.pass_of?.gives ?? 1}
            word={piece.word ?? ''}
            note={piece.note ?? ''}
            dies={props.dies}
            actions={actions}
          />
        </span>
      </div>
      <PieceNotes faults={faults} checks={props.checks} fresh={props.fresh} piece={piece} fix={actions.fix} />
    </div>
  )
})

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
      title={waiting === null ? undefined : t`Another piece has this name`}
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
