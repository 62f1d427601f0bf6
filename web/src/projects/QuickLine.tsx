import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, SegmentedControl } from '@mantine/core'
import type { ProjectIn } from '../api/client'
import { PieceDrawing } from '../ui/drawing/PieceDrawing'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import type { Units } from '../ui/text/length'
import {
  isTakenAlready,
  type Learns,
  learnsOf,
  type ReadLine,
  type Span,
  spansOf,
  type What,
  withSuggestion,
} from './lines'
import classes from './QuickLines.module.css'

const kinds = (): { value: What; label: string }[] => [
  { value: 'piece', label: t`Piece` },
  { value: 'supply', label: t`Supply` },
  { value: 'step', label: t`Step` },
  { value: 'note', label: t`Note` },
]

const partWords = (): Record<Exclude<Span['what'], ''>, string> => ({
  size: t`its size`,
  score: t`a score`,
  count: t`how many`,
  paper: t`its paper`,
  mark: t`a cut or a hole`,
  supply: t`a supply`,
  step: t`a step`,
  note: t`a note`,
})

/** One line as it was read: drawn, said in tidy words, and what is asked underlined. */
export function QuickLine(props: {
  line: ReadLine
  units: Units
  bare: boolean
  doc: ProjectIn
  suggest: (fixed: string, learns: Learns | null) => void
  /** Go to a part of the line where it is written. */
  go: (start: number, end: number) => void
  /** Whether its answers have the keys Alt 1, Alt 2. */
  keyed: boolean
  /** Say what the line is, where it was read as something else. */
  move: (what: What) => void
}) {
  const { line, units } = props
  if (line.what === 'more' && !line.questions.length)
    return (
      <div className={classes.more}>
        <Words line={line} go={props.go} />
      </div>
    )
  if (line.what === 'heading') return <h3 className={classes.heading}>{line.text}</h3>
  // What is kept in its own words is not said twice.
  const said = line.questions.length > 0 || (line.what !== 'note' && line.what !== 'step')
  const movable = !props.bare || line.what !== 'piece'
  return (
    <div className={classes.line} data-asked={line.questions.length > 0} data-what={line.what}>
      <span className={classes.thumb}>
        {line.pieces.map((piece) => (
          <PieceDrawing
            key={piece.name}
            piece={piece}
            units={units}
            frameWidth={props.bare ? 132 : 64}
            frameHeight={props.bare ? 104 : 46}
            mostScale={props.bare ? 0.5 : 0.24}
          />
        ))}
      </span>
      <div>
        <Said line={line} />
        {line.carried && line.piece && !props.bare ? (
          <p className={classes.carried}>
            <Trans>in {line.piece.paper}, as the line before</Trans>
          </p>
        ) : null}
        {isTakenAlready(line, props.doc) ? (
          <p className={classes.question}>
            <Trans>A kit takes this already; change its amount there.</Trans>
          </p>
        ) : null}
        {said ? <Words line={line} go={props.go} /> : null}
        {line.notes.length && !line.pieces.some((piece) => piece.note) ? (
          <p className={classes.carried}>
            <Trans>kept as a note: {line.notes.join(' · ')}</Trans>
          </p>
        ) : null}
        {line.questions.map((question, q) => (
          <p key={`${question.start}.${question.code}`} className={classes.question}>
            <FracWords text={whole(question.message)} />
            {question.suggestions.map((suggestion, n) => (
              <Button
                key={suggestion}
                size="compact-sm"
                variant="default"
                ml={8}
                my={1}
                className={classes.offer}
                data-key={props.keyed && q === 0 && n < 9 ? t`Alt ${n + 1}` : undefined}
                onClick={() =>
                  props.suggest(withSuggestion(line.text, question, suggestion), learnsOf(question, n))
                }
              >
                <span>{suggestion ? t`Write “${suggestion}”` : t`Remove it`}</span>
              </Button>
            ))}
          </p>
        ))}
      </div>
      {movable ? (
        <SegmentedControl
          size="xs"
          aria-label={t`What “${line.text}” is`}
          data={kinds()}
          value={line.what === 'more' ? 'piece' : line.what}
          onChange={props.move}
        />
      ) : null}
    </div>
  )
}

/** The line as it was written, each part in the tint of what it became; what is asked about is underlined. */
function Words({ line, go }: { line: ReadLine; go: (start: number, end: number) => void }) {
  if (line.what !== 'more' && !line.parts.length && !line.questions.length) return null
  const words = partWords()
  return (
    <p className={classes.said}>
      {spansOf(line).map(({ text, start, end, what, question }) => {
        // A question of the whole line stands below it; underlined, the line would show no part of it.
        if (question && !(line.parts.length && question.end - question.start >= [...line.text].length))
          return (
            <u key={start} title={question.message}>
              {text}
            </u>
          )
        if (!what) return <span key={start}>{text}</span>
        return (
          <button
            key={start}
            type="button"
            className={classes.part}
            data-part={what}
            title={words[what]}
            onClick={() => go(start, end)}
          >
            {text}
          </button>
        )
      })}
    </p>
  )
}

/** What the line says, in tidy words. */
function Said({ line }: { line: ReadLine }) {
  if (line.what === 'step') return <p className={classes.tidy}>{line.step}</p>
  if (line.what === 'note' && !line.questions.length) return <p className={classes.note}>{line.text}</p>
  if (line.what === 'supply' && line.supply) {
    const { name, per_kit, unit, cuts } = line.supply
    const amount = `${per_kit} ${unit}`.trim()
    return (
      <p className={classes.tidy}>
        {line.supply.new ? (
          <span className={classes.fresh}>
            <Trans>new in the cupboard</Trans>
          </span>
        ) : null}
        {cuts > 1 ? (
          <Trans>
            {name}: {amount} a kit, in {cuts} lengths
          </Trans>
        ) : (
          <Trans>
            {name}: {amount} a kit
          </Trans>
        )}
      </p>
    )
  }
  return line.tidies.map((tidy) => (
    <p key={tidy} className={classes.tidy}>
      <FracWords text={tidy} />
    </p>
  ))
}
