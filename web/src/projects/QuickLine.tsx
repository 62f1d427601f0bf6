import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, SegmentedControl } from '@mantine/core'
import type { ProjectIn } from '../api/client'
import { PieceDrawing } from '../ui/drawing/PieceDrawing'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import type { Units } from '../ui/text/length'
import { isTakenAlready, type ReadLine, spansOf, type What, withSuggestion } from './lines'
import classes from './QuickLines.module.css'

const kinds = (): { value: What; label: string }[] => [
  { value: 'piece', label: t`Piece` },
  { value: 'supply', label: t`Supply` },
  { value: 'step', label: t`Step` },
]

/** One line as it was read: drawn, said in tidy words, and what is asked underlined. */
export function QuickLine(props: {
  line: ReadLine
  units: Units
  bare: boolean
  doc: ProjectIn
  suggest: (fixed: string) => void
  /** Say what the line is, where it was read as something else. */
  move: (what: What) => void
}) {
  const { line, units } = props
  if (line.what === 'heading') return <h3 className={classes.heading}>{line.text}</h3>
  const movable = !props.bare || line.what !== 'piece'
  return (
    <div className={classes.line} data-asked={line.questions.length > 0} data-what={line.what}>
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
        {line.questions.length ? (
          <p className={classes.said}>
            {spansOf(line).map((span, n) =>
              span.question ? (
                <u key={n} title={span.question.message}>
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
            <FracWords text={whole(question.message)} />
            {question.suggestions.map((suggestion) => (
              <Button
                key={suggestion}
                size="compact-sm"
                variant="default"
                ml={8}
                my={1}
                className={classes.offer}
                onClick={() => props.suggest(withSuggestion(line.text, question, suggestion))}
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
          value={line.what}
          onChange={props.move}
        />
      ) : null}
    </div>
  )
}

/** What the line says, in tidy words. */
function Said({ line }: { line: ReadLine }) {
  if (line.what === 'step') return <p className={classes.tidy}>{line.step}</p>
  if (line.what === 'supply' && line.supply) {
    const { name, per_kit, unit, cuts } = line.supply
    const amount = `${per_kit} ${unit}`.trim()
    return (
      <p className={classes.tidy}>
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
  return line.tidy ? (
    <p className={classes.tidy}>
      <FracWords text={line.tidy} />
    </p>
  ) : null
}
