import { Button, FileButton, Textarea } from '@mantine/core'
import { IconAlertTriangle, IconCornerDownLeft } from '@tabler/icons-react'
import { forwardRef, type KeyboardEvent, useEffect, useImperativeHandle, useRef, useState } from 'react'
import type { Piece, ProjectIn } from '../api/client'
import { FracWords } from '../ui/FracWords'
import { sentence, whole } from '../ui/fractions'
import type { Units } from '../ui/length'
import { PieceDrawing } from '../ui/PieceDrawing'
import { counted } from '../ui/words'
import { type ReadLine, type ReadLines, readText, spansOf, withSuggestion } from './lines'
import classes from './QuickLines.module.css'

const EXAMPLE = '2 end walls 2 1/4 x 7, score 1/4, 1 1/8, 2 on the short side'
const REST_MS = 40

const SAYINGS = [
  ['How many', '2 walls · Walls (2): · 4 a kit'],
  ['Paper', 'in body · from print A'],
  ['Scores', 'score 1, 4 1/2 on the long side · score the 11-inch side at 5 1/2 · score 1 on all four sides'],
  [
    'In part, away',
    'score height at 5 from 1 to 3 · mountain score at 2 · diagonal from (0, 0) to (1, 1 1/2)',
  ],
  ['Slits', 'slit width at 1, 4 1/2 from 0 to 1 relief 1/16'],
  ['Holes, corners', 'hole 1/8 at 5/8, 3/8 · round top corners 1/4 · mitre, notch'],
  ['Tabs, faces', 'tab column 5 row 1 · seen column 1 row 1 up bottom as front'],
  ['Mats', 'mat of Sleeve column 1 · matched front'],
  ['Cut', 'die-cut with margin 1/8 · punched · quarter · from scrap · may turn · follows the print'],
] as const

export interface QuickHandle {
  /** Put a text in the box and go there. */
  take: (text: string) => void
}

/** A box in which pieces are written as they are said; each is drawn and said again at once. */
export const QuickLines = forwardRef<
  QuickHandle,
  { docOf: () => ProjectIn; units: Units; add: (pieces: Piece[]) => void }
>(function QuickLines({ docOf, units, add }, ref) {
  const [text, setText] = useState('')
  const [read, setRead] = useState<{ of: string; lines: ReadLines } | null>(null)
  const [away, setAway] = useState(false)
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
  }))
  useEffect(() => {
    if (!text.trim()) return
    const timer = setTimeout(() => {
      readText(text, docOf())
        .then((lines) => {
          setAway(false)
          if (latest.current === text) setRead({ of: text, lines })
        })
        .catch(() => setAway(true))
    }, REST_MS)
    return () => clearTimeout(timer)
  }, [text, docOf])

  const shown = text.trim() && read ? read.lines : null

  async function accept(all: boolean) {
    if (!text.trim()) return
    try {
      const lines = read?.of === text ? read.lines : await readText(text, docOf())
      // Behind it more may have been typed meanwhile; a text that is another by now waits for its own Enter.
      if (!latest.current.startsWith(text)) return
      setAway(false)
      setRead({ of: text, lines })
      const goes = (line: ReadLine) => line.piece !== null && (all || line.questions.length === 0)
      const pieces = lines.lines.flatMap((line) => (line.piece && goes(line) ? [line.piece] : []))
      if (pieces.length === 0) return
      add(pieces)
      const stays = lines.lines.filter((line) => !goes(line)).map((line) => line.text)
      const since = latest.current.slice(text.length)
      setText(stays.length ? stays.join('\n') + since : since.trimStart())
    } catch {
      setAway(true)
    }
  }

  function keys(event: KeyboardEvent) {
    if (event.key !== 'Enter' || event.nativeEvent.isComposing) return
    if (event.shiftKey) return
    event.preventDefault()
    void accept(event.ctrlKey || event.metaKey)
  }

  const ready = shown?.lines.filter((line) => line.piece && line.questions.length === 0).length ?? 0
  const asked = shown?.lines.filter((line) => line.questions.length > 0).length ?? 0
  return (
    <section className={classes.quick} aria-label="Write pieces as you say them">
      <Textarea
        ref={box}
        aria-label="A piece in words"
        autosize
        minRows={1}
        maxRows={8}
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
            {ready > 1 ? `Add ${ready}` : 'Add'}
          </Button>
        }
        rightSectionWidth={100}
      />
      {shown ? (
        <div className={classes.read} role="status" aria-live="polite">
          {shown.faults.map((fault) => (
            <p key={fault.path + fault.says} className={classes.fault}>
              <IconAlertTriangle size={17} aria-hidden /> {sentence(fault.path)}: {fault.says}
            </p>
          ))}
          {shown.lines.map((line, n) => (
            <Read
              key={n}
              line={line}
              units={units}
              bare={shown.lines.length === 1}
              suggest={(mended) =>
                setText(
                  text
                    .split('\n')
                    .map((old) => (old.trim() === line.text ? mended : old))
                    .join('\n'),
                )
              }
            />
          ))}
          <p className={classes.hint}>
            {asked ? (
              <>
                {counted(asked, 'line')} with a question. Enter adds what is understood and leaves the rest
                here; Ctrl Enter adds everything as it is drawn.
              </>
            ) : ready ? (
              <>Enter puts {ready === 1 ? 'it' : `all ${ready}`} on the list.</>
            ) : null}
          </p>
        </div>
      ) : (
        <p className={classes.hint}>
          {away ? (
            'The server is out of reach; what you type stays here.'
          ) : (
            <>
              Type a line and press Enter, or paste many. Sizes are width by height; a number takes the unit
              of the size. Rows of a spreadsheet can be pasted, or{' '}
              <FileButton
                accept=".csv,.tsv,text/csv"
                onChange={(file) => void file?.text().then((table) => setText(table.replace(/\r\n?/g, '\n')))}
              >
                {(props) => (
                  <button type="button" className={classes.link} {...props}>
                    taken in from a CSV file
                  </button>
                )}
              </FileButton>
              .
            </>
          )}
        </p>
      )}
      <details className={classes.help}>
        <summary>What can be said</summary>
        <table>
          <tbody>
            {SAYINGS.map(([what, how]) => (
              <tr key={what}>
                <th scope="row">{what}</th>
                <td>{how}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </section>
  )
})

/** One line as it was read: drawn, said in tidy words, and what is asked underlined. */
function Read(props: { line: ReadLine; units: Units; bare: boolean; suggest: (mended: string) => void }) {
  const { line, units } = props
  return (
    <div className={classes.line} data-asked={line.questions.length > 0}>
      <span className={classes.thumb}>
        {line.piece ? (
          <PieceDrawing
            piece={line.piece}
            units={units}
            frameWidth={props.bare ? 132 : 64}
            frameHeight={props.bare ? 104 : 46}
            mostScale={props.bare ? 0.5 : 0.24}
          />
        ) : null}
      </span>
      <div>
        {line.tidy ? (
          <p className={classes.tidy}>
            <FracWords text={line.tidy} />
          </p>
        ) : null}
        {line.questions.length ? (
          <p className={classes.said}>
            {spansOf(line).map((span, n) =>
              span.question ? (
                <u key={n} title={span.question.says}>
                  {span.text}
                </u>
              ) : (
                <span key={n}>{span.text}</span>
              ),
            )}
          </p>
        ) : null}
        {line.questions.map((question) => (
          <p key={`${question.start}.${question.code}`} className={classes.question}>
            <FracWords text={whole(question.says)} />
            {question.suggestion !== null ? (
              <Button
                size="compact-sm"
                variant="default"
                ml={8}
                onClick={() => props.suggest(withSuggestion(line.text, question))}
              >
                {question.suggestion ? `Write “${question.suggestion}”` : 'Take it out'}
              </Button>
            ) : null}
          </p>
        ))}
      </div>
    </div>
  )
}
