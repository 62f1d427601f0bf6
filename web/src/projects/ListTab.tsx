import { Button } from '@mantine/core'
import { IconPlus } from '@tabler/icons-react'
import { type ClipboardEvent, type KeyboardEvent, useRef, useState } from 'react'
import { Link } from 'react-router'
import type { Piece } from '../api/client'
import { FindingLine } from './Checks'
import { doubledPiece, movedPiece, newPiece, placedPiece, withoutPieces, withPiece } from './draft'
import { FitsEditor } from './FitsEditor'
import { rowsOf, withAdded } from './lines'
import { PieceAside } from './PieceAside'
import { PieceRow } from './PieceRow'
import classes from './ProjectPage.module.css'
import type { Work } from './ProjectPage'
import { type QuickHandle, QuickLines } from './QuickLines'
import { SupplyUses } from './SupplyUses'

/** The cut-and-score list: written in words or in cells, drawn, and looked over. */
export function ListTab(work: Work) {
  const { project, doc, units, status, faults, change } = work
  const [chosen, setChosen] = useState(0)
  const [to, setTo] = useState<number | null>(null)
  const dragged = useRef<number | null>(null)
  const quick = useRef<QuickHandle>(null)
  const pieces = doc.pieces ?? []
  const piece = pieces[chosen] ?? pieces[0]
  const at = piece ? pieces.indexOf(piece) : 0
  const roles = [...new Set(pieces.map((row) => row.paper).filter(Boolean))]
  const checks = status === 'saved' ? project.checks : []
  const whole = checks.filter((check) => check.piece === null || check.version !== '')
  const marked = to === null ? [at, at] : [Math.min(at, to), Math.max(at, to)]
  const [first = 0, last = 0] = marked

  const focus = (column: string, row: number) =>
    setTimeout(() => document.querySelector<HTMLInputElement>(`#${column}-${row}`)?.select(), 0)

  function add() {
    change({ ...doc, pieces: [...pieces, newPiece(pieces)] })
    setChosen(pieces.length)
    setTo(null)
    focus('name', pieces.length)
  }

  function go(column: string, row: number) {
    if (row >= pieces.length) return add()
    if (row < 0) return
    setChosen(row)
    setTo(null)
    focus(column, row)
  }

  function move(n: number, by: -1 | 1) {
    change(movedPiece(doc, n, by))
    const there = Math.min(Math.max(0, n + by), pieces.length - 1)
    setChosen(there)
    setTo(null)
    const column = document.activeElement?.id.replace(/-\d+$/, '') ?? 'name'
    focus(column, there)
  }

  function remove(from: number, until: number) {
    change(withoutPieces(doc, from, until))
    setChosen(Math.max(0, from - 1))
    setTo(null)
  }

  function double(n: number) {
    change(doubledPiece(doc, n))
    go('name', n + 1)
    focus('name', n + 1)
    setChosen(n + 1)
  }

  const alsoOf = (row: Piece) => project.also[pieces.indexOf(row)] ?? ''

  function copied(event: ClipboardEvent) {
    const field = event.target instanceof HTMLInputElement ? event.target : null
    const some = field && field.selectionStart !== field.selectionEnd
    if (to === null && some) return
    event.preventDefault()
    event.clipboardData.setData('text/plain', rowsOf(pieces.slice(first, last + 1), alsoOf))
  }

  function pasted(event: ClipboardEvent) {
    const text = event.clipboardData.getData('text/plain')
    if (!/[\t\n]/.test(text.trim())) return
    event.preventDefault()
    quick.current?.take(text.replace(/\r\n?/g, '\n'))
  }

  function keys(event: KeyboardEvent) {
    const mod = event.ctrlKey || event.metaKey
    if (event.shiftKey && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
      event.preventDefault()
      const by = event.key === 'ArrowDown' ? 1 : -1
      setTo(Math.min(Math.max(0, (to ?? at) + by), pieces.length - 1))
    } else if (mod && event.key.toLowerCase() === 'd') {
      event.preventDefault()
      double(at)
    } else if (mod && (event.key === 'Delete' || event.key === 'Backspace')) {
      event.preventDefault()
      remove(first, last)
    }
  }

  return (
    <>
      <QuickLines
        ref={quick}
        doc={doc}
        units={units}
        add={(added) => {
          change(withAdded(doc, added))
          setChosen(pieces.length + added.length - 1)
          setTo(null)
        }}
      />
      <div className={classes.split}>
        <section aria-label="Cut-and-score list">
          <div className={classes.list} onCopy={copied} onPaste={pasted} onKeyDown={keys}>
            <div className={classes.heads} aria-hidden>
              <span />
              <span>Piece</span>
              <span>A kit</span>
              <span>Width, {units}</span>
              <span>Height, {units}</span>
              <span>Scored along width at</span>
              <span>along height at</span>
              <span>Paper</span>
              <span />
            </div>
            <div role="list" aria-label="Pieces">
              {pieces.map((row, n) => (
                <PieceRow
                  key={n}
                  index={n}
                  count={pieces.length}
                  piece={row}
                  units={units}
                  roles={roles}
                  chosen={row === piece}
                  marked={to !== null && n >= first && n <= last}
                  faults={faults}
                  checks={checks.filter((check) => check.piece === n && check.version === '')}
                  choose={() => {
                    if (n !== at) setTo(null)
                    setChosen(n)
                  }}
                  extend={() => setTo(n)}
                  change={(changed, mark) => change(withPiece(doc, n, changed), `${n}.${mark}`)}
                  go={go}
                  move={(by) => move(n, by)}
                  double={() => double(n)}
                  remove={() => remove(n, n)}
                  mend={work.mend}
                  grab={() => (dragged.current = n)}
                  drop={() => {
                    if (dragged.current !== null) change(placedPiece(doc, dragged.current, n))
                    dragged.current = null
                    setChosen(n)
                  }}
                />
              ))}
            </div>
          </div>
          {pieces.length === 0 ? (
            <p className="soft">
              The list is empty. Write its first piece above as you would say it, or paste the whole list.
            </p>
          ) : null}
          <Button variant="light" leftSection={<IconPlus size={18} />} onClick={add} mt="md">
            Next piece
          </Button>
          {whole.length ? (
            <section aria-labelledby="looked-over" className={classes.whole}>
              <h2 id="looked-over">Looked over as a whole</h2>
              <ul className={classes.findings}>
                {whole.map((finding, n) => (
                  <FindingLine key={n} finding={finding} where mend={work.mend} />
                ))}
              </ul>
            </section>
          ) : null}
          <FitsEditor {...work} />
          <SupplyUses
            doc={doc}
            faults={faults}
            change={(uses) => change({ ...doc, supplies: uses }, 'uses')}
          />
        </section>
        <PieceAside
          key={at}
          {...work}
          piece={piece}
          index={at}
          set={(changed, mark) => change(withPiece(doc, at, changed), `${at}.${mark}`)}
        />
      </div>
      <p className={classes.onward}>
        <Link to="/classes">Teach it: multiply this list by a class</Link>
      </p>
    </>
  )
}
