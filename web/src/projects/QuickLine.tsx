import { t } from '@lingui/core/macro'
import { Button } from '@mantine/core'
import { PieceDrawing } from '../ui/drawing/PieceDrawing'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import type { Units } from '../ui/text/length'
import { type ReadLine, spansOf, withSuggestion } from './lines'
import classes from './QuickLines.module.css'

/** One line as it was read: drawn, said in tidy words, and what is asked underlined. */
export function QuickLine(props: {
  line: ReadLine
  units: Units
  bare: boolean
  suggest: (fixed: string) => void
}) {
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
            {question.suggestion !== null ? (
              <Button
                size="compact-sm"
                variant="default"
                ml={8}
                onClick={() => props.suggest(withSuggestion(line.text, question))}
              >
                {question.suggestion ? t`Write “${question.suggestion}”` : t`Remove it`}
              </Button>
            ) : null}
          </p>
        ))}
      </div>
    </div>
  )
}
