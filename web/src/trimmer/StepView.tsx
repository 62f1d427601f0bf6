import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { strokes as strokesOf } from '../i18n/counts'
import { number } from '../i18n/format'
import { LayoutDrawing } from '../ui/drawing/LayoutDrawing'
import { letterOf } from '../ui/drawing/letters'
import { Swatch } from '../ui/drawing/Swatch'
import { useStudio } from '../ui/frame/session'
import { FracWords } from '../ui/text/FracWords'
import { Length, Size } from '../ui/text/Length'
import { useTrimmer } from './context'
import { PartDrawing } from './PartDrawing'
import { bladesOf, outcomeOf, sheetsOf, type Step } from './steps'
import classes from '../ui/guide/Guide.module.css'
import { useMeasure } from '../ui/guide/useMeasure'

const TALLEST = 420

/** One step: what to set, take and cut, drawn at the trimmer and on its sheet. */
export function StepView({ step }: { step: Step }) {
  return (
    <div className={classes.now}>
      <section className={classes.words} aria-live="polite">
        <Words step={step} />
      </section>
      <Pictures step={step} />
    </div>
  )
}

function Words({ step }: { step: Step }) {
  const { papers } = useTrimmer()
  const { units } = useStudio()
  const { stroke } = step
  const paper = papers.find((row) => String(row.id) === stroke.paper)
  const name = paper?.name ?? t`paper`
  const letters = sheetsOf(step).map(({ layout }) => layout.letter)
  const listed = letters.join(', ')
  return (
    <>
      <p className={classes.set} data-now={step.setNow}>
        <span>{setWords(step)}</span>
        <strong className="figure">
          <Length nm={step.setting} units={units} unit />
        </strong>
      </p>
      <p className={classes.take}>
        {paper ? <Swatch look={paper} width={52} height={52} /> : null}
        <span>
          <Trans>
            Take{' '}
            <strong>
              {number(stroke.count)} of <Size width={stroke.width} height={stroke.height} units={units} />
            </strong>
          </Trans>
          <br />
          {letters.length > 1 ? t`${name}, of layouts ${listed}` : t`${name}, of layout ${listed}`}
        </span>
      </p>
      <p className={classes.how}>
        <strong>{stroke.turned ? t`Turn a quarter:` : t`As it lies:`}</strong>{' '}
        {step.squaring
          ? stroke.along === 'height'
            ? t`the bottom edge just past the blade.`
            : t`the left edge just past the blade.`
          : stroke.along === 'height'
            ? t`the bottom edge to the mark.`
            : t`the left edge to the mark.`}{' '}
        {strokeWords(step)}
      </p>
      {outcomeOf(step).map((said) => (
        <p key={said} className={classes.outcome}>
          <FracWords text={said} />
        </p>
      ))}
      <Waiting step={step} />
    </>
  )
}

function setWords(step: Step): string {
  if (step.squaring) return t`Square up: take off at least`
  return step.setNow ? t`Set the trimmer to` : t`The trimmer stays at`
}

/** The piles that lie there until a later setting, when a setting is done. */
function Waiting({ step }: { step: Step }) {
  const { units } = useStudio()
  if (!step.waiting.length) return null
  return (
    <div className={classes.waiting}>
      <h3>
        <Trans>Piles that wait</Trans>
      </h3>
      <ul>
        {step.waiting.map((pile, n) => (
          <li key={n}>
            <Trans>
              {number(pile.count)} of <Size width={pile.width} height={pile.height} units={units} />
            </Trans>
          </li>
        ))}
      </ul>
    </div>
  )
}

function strokeWords({ stroke }: Step): string {
  const cut = stroke.times > 1 ? t`Cut ${number(stroke.times)} strips, one after the other` : t`Cut once`
  return stroke.strokes > stroke.times ? t`${cut}: ${strokesOf(stroke.strokes)} in all.` : `${cut}.`
}

function Pictures({ step }: { step: Step }) {
  const { papers, project } = useTrimmer()
  const { units } = useStudio()
  const [frame, size] = useMeasure<HTMLDivElement>()
  const { stroke } = step
  const paper = papers.find((row) => String(row.id) === stroke.paper)
  const [shown, ...others] = sheetsOf(step)
  const side = size.width < 700 ? size.width / 2 - 8 : size.width / 2 - 16
  const tall = Math.min(side, TALLEST)
  const list = project.pieces ?? []
  const likewise = others.map((sheet) => sheet.layout.letter).join(', ')
  return (
    <section className={classes.pictures} ref={frame}>
      {side > 60 ? (
        <>
          <figure>
            <PartDrawing step={step} units={units} width={side} height={tall} />
            <figcaption>
              <Trans>at the trimmer; arrow: top of the sheet</Trans>
            </figcaption>
          </figure>
          {shown && paper ? (
            <figure>
              <LayoutDrawing
                layout={shown.layout}
                units={units}
                look={paper}
                pieces={new Map(list.map((piece) => [piece.name, piece]))}
                letters={new Map(list.map((piece, n) => [piece.name, letterOf(n)]))}
                inHand={shown.parts.map((part) => part.region)}
                blade={{ along: stroke.along, at: bladesOf(step) }}
                frameWidth={side}
                frameHeight={tall}
              />
              <figcaption>
                {likewise
                  ? t`on layout ${shown.layout.letter}, and likewise on ${likewise}`
                  : t`on layout ${shown.layout.letter}`}
              </figcaption>
            </figure>
          ) : null}
        </>
      ) : null}
    </section>
  )
}
