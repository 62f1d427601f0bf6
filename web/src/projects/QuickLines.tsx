import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, FileButton, Textarea } from '@mantine/core'
import { IconAlertTriangle, IconCornerDownLeft } from '@tabler/icons-react'
import { forwardRef, type KeyboardEvent, useEffect, useImperativeHandle, useRef, useState } from 'react'
import type { ProjectIn } from '../api/client'
import { lines as linesOf } from '../i18n/counts'
import { number } from '../i18n/format'
import { sentence } from '../ui/text/fractions'
import type { Units } from '../ui/text/length'
import {
  type Learns,
  learnsOf,
  maybePapers,
  type ReadLine,
  type ReadLines,
  readText,
  type Taken,
  takenOf,
  type What,
  withoutPapers,
  withPapers,
  withSuggestion,
} from './lines'
import classes from './QuickLines.module.css'
import { DOCUMENTS, textOf, whyNot } from './documents'
import { QuickHelp } from './QuickHelp'
import { QuickLine } from './QuickLine'
import { WhichPapers } from './WhichPapers'
import { useWords } from './learning'

const EXAMPLE = '2 end walls 2 1/4 x 7, score 1/4, 1 1/8, 2 on the short side'
const REST_MS = 40

export interface QuickHandle {
  /** Put a text in the box and go there. */
  take: (text: string) => void
  /** Put what a file says behind what is in the box. */
  open: (file: File) => void
}

const countOf = (taken: Taken) =>
  taken.pieces.length + taken.supplies.length + taken.made.length + taken.steps.length

/** A box in which pieces are written as they are said; each is drawn and said again at once. */
export const QuickLines = forwardRef<
  QuickHandle,
  { docOf: () => ProjectIn; units: Units; add: (taken: Taken) => void }
>(function QuickLines({ docOf, units, add }, ref) {
  const [text, setText] = useState('')
  const [read, setRead] = useState<{ of: string; lines: ReadLines } | null>(null)
  const [away, setAway] = useState(false)
  const [file, setFile] = useState<{ name: string; fault: string } | null>(null)
  const [kinds, setKinds] = useState<ReadonlyMap<string, What>>(new Map<string, What>())
  const { remembered, alike, learn, forget } = useWords()
  const box = useRef<HTMLTextAreaElement>(null)
  const latest = useRef(text)
  useEffect(() => {
    latest.current = text
  })
  useImperativeHandle(ref, () => ({
    take: (taken) => {
      setText(taken)
      box.current?.focus()
    },
    open: (chosen) => void openFile(chosen),
  }))

  async function openFile(chosen: File) {
    setFile({ name: chosen.name, fault: '' })
    try {
      const said = await textOf(chosen)
      setText((now) => (now.trim() ? `${now.replace(/\n+$/, '')}\n${said}` : said))
      setFile(null)
      box.current?.focus()
    } catch (error) {
      setFile({ name: chosen.name, fault: whyNot(error, chosen) })
    }
  }
  useEffect(() => {
    if (!text.trim()) return
    const timer = setTimeout(() => {
      readText(text, docOf(), kinds)
        .then((lines) => {
          setAway(false)
          if (latest.current === text) setRead({ of: text, lines })
        })
        .catch(() => setAway(true))
    }, REST_MS)
    return () => clearTimeout(timer)
  }, [text, docOf, kinds])

  const shown = text.trim() && read ? read.lines : null

  async function accept(all: boolean) {
    if (!text.trim()) return
    try {
      const lines = read?.of === text ? read.lines : await readText(text, docOf(), kinds)
      // Behind it more may have been typed meanwhile; a text that is another by now waits for its own Enter.
      if (!latest.current.startsWith(text)) return
      setAway(false)
      setRead({ of: text, lines })
      const { taken, left } = takenOf(lines.lines, docOf(), all)
      if (!countOf(taken)) return
      add(taken)
      const stays = left.map((line) => line.text)
      const since = latest.current.slice(text.length)
      setText(stays.length ? stays.join('\n') + since : since.trimStart())
    } catch {
      setAway(true)
    }
  }

  // Of several words one question asks for all; of one alone its line does.
  const perhaps = shown ? maybePapers(shown.lines) : []
  const lines = shown && perhaps.length ? shown.lines.map(withoutPapers) : (shown?.lines ?? [])
  /** The first question that has answers: its line, and what it says with each. */
  const open = lines.find((line) => line.questions.some((asked) => asked.suggestions.length))
  const answers = open?.questions.find((asked) => asked.suggestions.length)

  function put(line: ReadLine, fixed: string, learns: Learns | null) {
    if (learns) learn(learns)
    const rows = text.split('\n')
    rows[line.number - 1] = fixed
    setText(rows.join('\n'))
    // So that Enter takes the line at once.
    box.current?.focus()
  }

  function sayPapers(papers: ReadonlySet<string>) {
    if (!shown) return
    const { fixed, learnt } = withPapers(shown.lines, papers)
    learn(...learnt)
    setText((now) => {
      const rows = now.split('\n')
      return rows.map((row, n) => fixed.get(n + 1) ?? row).join('\n')
    })
    box.current?.focus()
  }

  /** Select a part of a line where it is written. */
  function go(line: ReadLine, start: number, end: number) {
    const rows = text.split('\n')
    const row = rows[line.number - 1] ?? ''
    const before = rows.slice(0, line.number - 1).reduce((sum, one) => sum + one.length + 1, 0)
    const indent = row.length - row.trimStart().length
    const units = (signs: number) => [...line.text].slice(0, signs).join('').length
    box.current?.focus()
    box.current?.setSelectionRange(before + indent + units(start), before + indent + units(end))
  }

  function keys(event: KeyboardEvent) {
    const chosen = event.altKey && /^Digit[1-9]$/.test(event.code) ? Number(event.code.slice(5)) : 0
    const answer = answers?.suggestions[chosen - 1]
    if (open && answers && answer !== undefined) {
      event.preventDefault()
      put(open, withSuggestion(open.text, answers, answer), learnsOf(answers, chosen - 1))
      return
    }
    if (event.key !== 'Enter' || event.nativeEvent.isComposing) return
    if (event.shiftKey) return
    event.preventDefault()
    void accept(event.ctrlKey || event.metaKey)
  }

  const going = shown ? takenOf(shown.lines, docOf(), false).taken : null
  const ready = going ? countOf(going) : 0
  const supplies = going ? going.supplies.length + going.made.length : 0
  const asked = shown?.lines.filter((line) => line.questions.length > 0).length ?? 0
  const notes = shown?.lines.filter((line) => line.what === 'note' && !line.questions.length).length ?? 0
  const keyed = Math.min(9, answers?.suggestions.length ?? 0)
  const several = (shown?.lines.length ?? 0) > 1
  return (
    <section className={classes.quick} aria-label={t`Write pieces as you say them`}>
      <Textarea
        ref={box}
        aria-label={t`A piece in words`}
        autosize
        minRows={1}
        maxRows={12}
        lang="en"
        placeholder={EXAMPLE}
        value={text}
        onChange={(e) => setText(e.currentTarget.value)}
        onKeyDown={keys}
        rightSection={
          <Button
            size="compact-sm"
            variant="light"
            disabled={ready === 0}
            onClick={() => void accept(false)}
            rightSection={<IconCornerDownLeft size={15} aria-hidden />}
          >
            {ready > 1 ? t`Add ${number(ready)}` : t`Add`}
          </Button>
        }
        rightSectionWidth={100}
      />
      {file ? (
        <p className={file.fault ? classes.fault : classes.hint} role={file.fault ? 'alert' : 'status'}>
          {file.fault ? (
            <>
              <IconAlertTriangle size={17} aria-hidden /> {file.fault}
            </>
          ) : (
            <Trans>Reading {file.name}…</Trans>
          )}
        </p>
      ) : null}
      {remembered ? (
        <p className={classes.hint} role="status">
          {alike ? (
            <Trans>Remembered: {number(alike)} words. They are listed under How we work.</Trans>
          ) : remembered.means === 'paper' ? (
            <Trans>Remembered: {remembered.said} is a paper.</Trans>
          ) : remembered.means === 'note' ? (
            <Trans>Remembered: {remembered.said} is no paper.</Trans>
          ) : (
            <Trans>
              Remembered: {remembered.said} is {remembered.instead}.
            </Trans>
          )}{' '}
          <button type="button" className={classes.link} onClick={forget}>
            {alike ? <Trans>Take them back</Trans> : <Trans>Take it back</Trans>}
          </button>
        </p>
      ) : null}
      {shown ? (
        <div className={classes.read} role="status" aria-live="polite">
          {shown.faults.map((fault) => (
            <p key={fault.path + fault.message} className={classes.fault}>
              <IconAlertTriangle size={17} aria-hidden /> {sentence(fault.path)}: {fault.message}
            </p>
          ))}
          {perhaps.length ? <WhichPapers key={perhaps.join('\n')} words={perhaps} say={sayPapers} /> : null}
          {lines.map((line, n) => (
            <QuickLine
              key={n}
              line={line}
              units={units}
              bare={!several}
              doc={docOf()}
              move={(what) => setKinds((now) => new Map(now).set(line.text, what))}
              keyed={line === open}
              go={(start, end) => go(line, start, end)}
              suggest={(fixed, learns) => put(line, fixed, learns)}
            />
          ))}
          <p className={classes.hint}>
            {asked ? (
              <>
                {ready ? (
                  <Trans>
                    {linesOf(asked)} with a question. Enter adds what is understood and leaves the rest here.
                  </Trans>
                ) : (
                  <Trans>{linesOf(asked)} with a question.</Trans>
                )}{' '}
                {keyed > 1 ? (
                  <Trans>Alt 1 to Alt {number(keyed)} answer the first one.</Trans>
                ) : keyed ? (
                  <Trans>Alt 1 answers it.</Trans>
                ) : null}
              </>
            ) : going && (supplies || going.steps.length) ? (
              <Trans>
                Enter takes it all: {number(going.pieces.length)} to the list, {number(supplies)} to what a
                kit takes, {number(going.steps.length)} to the assembly.
              </Trans>
            ) : ready === 1 ? (
              <Trans>Enter puts it on the list.</Trans>
            ) : ready ? (
              <Trans>Enter puts all {number(ready)} on the list.</Trans>
            ) : null}
            {ready && notes ? (
              <>
                {' '}
                <Trans>Left out: {linesOf(notes)} of talk.</Trans>
              </>
            ) : null}
          </p>
        </div>
      ) : (
        <p className={classes.hint}>
          {away ? (
            <Trans>The server is out of reach; what you type stays here.</Trans>
          ) : (
            <>
              <Trans>
                Type a line and press Enter, or paste many: a mail, a table, a whole sheet. Sizes are width by
                height; a number takes the unit of the size.
              </Trans>{' '}
              <FileButton
                key={file?.fault}
                accept={DOCUMENTS}
                onChange={(chosen) => chosen && void openFile(chosen)}
              >
                {(props) => (
                  <button type="button" className={classes.link} {...props}>
                    <Trans>Read a file</Trans>
                  </button>
                )}
              </FileButton>{' '}
              <Trans>or drop one here: PDF, DOCX, ODT, XLSX, CSV, text.</Trans>
            </>
          )}
        </p>
      )}
      <QuickHelp />
    </section>
  )
})
