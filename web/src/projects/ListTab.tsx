import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { IconPlus } from '@tabler/icons-react'
import { useQueryClient } from '@tanstack/react-query'
import {
  type ClipboardEvent,
  type DragEvent,
  type KeyboardEvent,
  memo,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { useLocation, useNavigate } from 'react-router'
import { useNewClass } from '../classes/newClass'
import { Failed } from '../ui/states/states'
import type { Piece } from '../api/client'
import { changed } from '../api/queries'
import type { Finding, ListActions } from './actions'
import { WholeList } from './Checks'
import { type ProjectContext, useProject } from './context'
import {
  duplicatedPiece,
  faultsOf,
  isTaken,
  movedPiece,
  newPiece,
  placedPiece,
  withoutPieces,
  withPiece,
} from './draft'
import { droppedFile, holdsFile } from './documents'
import { FitsEditor } from './FitsEditor'
import { rowsOf, withStarted, withTaken } from './lines'
import { makeSupplies } from './making'
import { Made } from './Made'
import { PieceAside } from './PieceAside'
import { PieceRow } from './PieceRow'
import classes from './ProjectPage.module.css'
import { type QuickHandle, QuickLines } from './QuickLines'
import { StartForm } from './StartForm'
import { SupplyUses } from './SupplyUses'

const NONE: never[] = []
const Quick = memo(QuickLines)
const Fits = memo(FitsEditor)
const Uses = memo(SupplyUses)

const focus = (column: string, row: number) =>
  setTimeout(() => document.querySelector<HTMLInputElement>(`#${column}-${row}`)?.select(), 0)

const heads = (units: string) => [
  t`Piece`,
  t`A kit`,
  t`Width, ${units}`,
  t`Height, ${units}`,
  t`Scored along width at`,
  t`along height at`,
  t`Paper`,
]

/** The cut-and-score list: written in words or in cells, drawn, and checked. */
export function ListTab() {
  const open = useProject()
  const { project, doc, units, status, faults } = open
  const teach = useNewClass()
  const queries = useQueryClient()
  const [chosen, setChosen] = useState(0)
  const [to, setTo] = useState<number | null>(null)
  const [starting, setStarting] = useState(false)
  const dragged = useRef<number | null>(null)
  const quick = useRef<QuickHandle>(null)
  const [over, setOver] = useState(false)
  const said = (useLocation().state as { said?: string } | null)?.said
  const go = useNavigate()
  useEffect(() => {
    if (!said) return
    quick.current?.take(said)
    // So that it is not read again when the page is.
    void go('.', { replace: true, state: null })
  }, [said, go])
  const [unread] = useState(() => new Map<string, string>())
  const pieces = doc.pieces ?? NONE
  const piece = pieces[chosen] ?? pieces[0]
  const at = piece ? pieces.indexOf(piece) : 0
  const [first, last] = to === null ? [at, at] : [Math.min(at, to), Math.max(at, to)]
  const fresh = status === 'saved'
  // Only what a keystroke changes is drawn again: a row learns of the rest through `latest`.
  const latest = useRef({ open, at, first, last, to })
  useEffect(() => {
    latest.current = { open, at, first, last, to }
  })
  const roleList = [...new Set(pieces.map((row) => row.paper).filter(Boolean))].join('\n')
  const roles = useMemo(() => roleList.split('\n').filter(Boolean), [roleList])
  const nameList = pieces.map((row) => row.name).join('\n')
  const names = useMemo(() => nameList.split('\n').filter(Boolean), [nameList])
  const dieList = pieces.flatMap((row) => (row.cut === 'die' && !row.pass_of ? [row.name] : [])).join('\n')
  const dies = useMemo(() => dieList.split('\n').filter(Boolean), [dieList])
  const checks = useMemo(() => byPiece(project.checks), [project.checks])
  const rowFaults = useMemo(
    () => pieces.map((_, n) => (faults.length ? faultsOf(faults, n) : NONE)),
    [pieces, faults],
  )

  const actions = useMemo<ListActions>(() => {
    const now = () => latest.current.open
    const rows = () => now().doc.pieces ?? []
    const choose = (n: number) => {
      if (n !== latest.current.at) setTo(null)
      setChosen(n)
    }
    const add = () => {
      const count = rows().length
      now().change({ ...now().doc, pieces: [...rows(), newPiece(rows())] })
      choose(count)
      focus('name', count)
    }
    return {
      docOf: () => now().doc,
      added: async (taken) => {
        const made = await makeSupplies(taken.made, now().doc.units)
        if (made.length) void changed(queries, 'supply')
        now().change(withTaken(now().doc, { ...taken, supplies: [...taken.supplies, ...made] }))
        if (taken.pieces.length) choose(rows().length + taken.pieces.length - 1)
      },
      add,
      choose,
      extend: (n) => setTo(n),
      change: (n, changed, mark) => now().change(withPiece(now().doc, n, changed), `${n}.${mark}`),
      set: (n, field, value) => {
        const piece = rows()[n]
        if (piece) now().change(withPiece(now().doc, n, { ...piece, [field]: value }), `${n}.${field}`)
      },
      taken: (n, name) => isTaken(now().doc, n, name),
      go: (column, row) => {
        if (row >= rows().length) return add()
        if (row < 0) return
        choose(row)
        focus(column, row)
      },
      move: (n, by) => {
        now().change(movedPiece(now().doc, n, by))
        const there = Math.min(Math.max(0, n + by), rows().length - 1)
        choose(there)
        focus(document.activeElement?.id.replace(/-\d+$/, '') || 'name', there)
      },
      duplicate: (n) => {
        now().change(duplicatedPiece(now().doc, n))
        choose(n + 1)
        focus('name', n + 1)
      },
      remove: (from, until) => {
        now().change(withoutPieces(now().doc, from, until))
        setTo(null)
        setChosen(Math.max(0, from - 1))
      },
      fix: (changes) => now().fix(changes),
      grab: (n) => {
        dragged.current = n
      },
      drop: (n) => {
        if (dragged.current !== null) now().change(placedPiece(now().doc, dragged.current, n))
        dragged.current = null
        choose(n)
      },
    }
  }, [queries])

  function copied(event: ClipboardEvent) {
    const field = event.target instanceof HTMLInputElement ? event.target : null
    const some = field && field.selectionStart !== field.selectionEnd
    if (to === null && some) return
    event.preventDefault()
    const alsoOf = (row: Piece) => project.also[project.pieces.findIndex((p) => p.name === row.name)] ?? ''
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
      actions.duplicate(at)
    } else if (mod && (event.key === 'Delete' || event.key === 'Backspace')) {
      event.preventDefault()
      actions.remove(first, last)
    }
  }

  const changeFits = useMemo(
    () => (fits: ProjectContext['doc']['fits'], mark: string) =>
      latest.current.open.change({ ...latest.current.open.doc, fits }, mark),
    [],
  )
  const changeUses = useMemo(
    () => (supplies: ProjectContext['doc']['supplies']) =>
      latest.current.open.change({ ...latest.current.open.doc, supplies }, 'uses'),
    [],
  )

  function dropped(event: DragEvent) {
    const file = droppedFile(event.dataTransfer)
    if (!file) return
    event.preventDefault()
    setOver(false)
    quick.current?.open(file)
  }

  return (
    <div
      className={classes.drop}
      data-over={over || undefined}
      onDragOver={(event) => {
        if (!holdsFile(event.dataTransfer)) return
        event.preventDefault()
        setOver(true)
      }}
      onDragLeave={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(false)
      }}
      onDrop={dropped}
    >
      <Quick ref={quick} docOf={actions.docOf} units={units} add={actions.added} />
      <div className={classes.split}>
        <section aria-label={t`Cut-and-score list`}>
          <div className={classes.list} onCopy={copied} onPaste={pasted} onKeyDown={keys}>
            <div className={classes.heads} aria-hidden>
              <span />
              {heads(units).map((head) => (
                <span key={head}>{head}</span>
              ))}
              <span />
            </div>
            <datalist id="roles">
              {roles.map((role) => (
                <option key={role} value={role} />
              ))}
            </datalist>
            <div role="list" aria-label={t`Pieces`}>
              {pieces.map((row, n) => (
                <PieceRow
                  key={n}
                  index={n}
                  count={pieces.length}
                  piece={row}
                  units={units}
                  chosen={row === piece}
                  marked={to !== null && n >= first && n <= last}
                  faults={rowFaults[n] ?? NONE}
                  checks={project.pieces[n]?.name === row.name ? (checks.rows[n] ?? NONE) : NONE}
                  fresh={fresh}
                  dies={dies}
                  actions={actions}
                />
              ))}
            </div>
          </div>
          {pieces.length === 0 ? (
            <p className="soft">
              <Trans>
                The list is empty. Write its first piece above as you would say it, paste the whole list, or
                start from a form.
              </Trans>
            </p>
          ) : null}
          <Button variant="light" leftSection={<IconPlus size={18} />} onClick={actions.add} mt="md">
            <Trans>Next piece</Trans>
          </Button>
          <Button variant="default" onClick={() => setStarting(true)} mt="md" ml="sm">
            <Trans>Start from a form…</Trans>
          </Button>
          {starting ? (
            <StartForm
              units={units}
              taken={names}
              take={(form) => open.change(withStarted(doc, form))}
              close={() => setStarting(false)}
            />
          ) : null}
          <WholeList findings={checks.whole} fresh={fresh} fix={actions.fix} />
          <Fits fits={doc.fits ?? NONE} names={names} change={changeFits} />
          <Made fresh={fresh} />
          <Uses
            uses={doc.supplies ?? NONE}
            faults={faults}
            girths={project.girths}
            glue={project.glue}
            worked={fresh ? project.worked : null}
            names={names}
            change={changeUses}
          />
        </section>
        <PieceAside key={at} piece={piece} index={at} actions={actions} unread={unread} />
      </div>
      <p className={classes.onward}>
        <Button
          variant="default"
          loading={teach.isPending}
          onClick={() => teach.mutate({ id: project.id, name: doc.name })}
        >
          <Trans>Teach it: a new class of this project</Trans>
        </Button>
        {teach.error ? <Failed error={teach.error} /> : null}
      </p>
    </div>
  )
}

/** Findings by the row they concern, and those of the list as a whole or of its sister versions. */
function byPiece(found: Finding[]): { rows: Finding[][]; whole: Finding[] } {
  const rows: Finding[][] = []
  const whole: Finding[] = []
  for (const finding of found) {
    if (finding.piece === null || finding.version !== '') whole.push(finding)
    else rows[finding.piece] = [...(rows[finding.piece] ?? []), finding]
  }
  return { rows, whole }
}
