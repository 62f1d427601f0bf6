import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button } from '@mantine/core'
import { Link } from 'react-router'
import type { KitClass, Piece, Project } from '../api/client'
import { number } from '../i18n/format'
import guide from '../ui/guide/Guide.module.css'
import { useMeasure } from '../ui/guide/useMeasure'
import { useStepTime } from '../ui/guide/useStepTime'
import { PieceDrawing } from '../ui/drawing/PieceDrawing'
import { GuideActs, GuideProgress } from '../ui/guide/GuideBar'
import { GuideLeave } from '../ui/guide/GuideLeave'
import { GuideSaved } from '../ui/guide/GuideSaved'
import { useStudio } from '../ui/frame/session'
import { useShortcuts } from '../ui/frame/useShortcuts'
import { Empty } from '../ui/states/states'
import { FracWords } from '../ui/text/FracWords'
import { Length } from '../ui/text/Length'
import { drawnNm, sayLength } from '../ui/text/length'
import { BoardDrawing } from './BoardDrawing'
import { GuideOf } from './GuideOf'
import { edgeName, leftOf, placeIn, type ScoreStep, scoreSteps, type Scoring } from './scoreSteps'
import { useTicks } from './useTicks'

/** Full screen at the scoring board: one stop at a time, readable at arm's length. */
export function ScoringGuide() {
  return (
    <GuideOf>{(of, list, found) => <Screen kitClass={of} project={list} scoring={found.scoring} />}</GuideOf>
  )
}

function Screen(props: { kitClass: KitClass; project: Project; scoring: Scoring }) {
  const { kitClass, project, scoring } = props
  const steps = scoreSteps(scoring)
  const { ticks, say, kept } = useTicks(kitClass.id, 'scoring')
  const at = placeIn(steps, ticks)
  const step = steps[at]
  const time = useStepTime(step?.key)
  const forward = () => {
    if (!step) return
    // Only a step that was done whole says how long one takes.
    const seconds = leftOf(step, ticks) < step.count ? null : time.end()
    say({ [step.key]: step.count }, seconds === null ? {} : { [step.key]: seconds })
  }
  const before = steps[at - 1]
  const back = () => before && say({ [before.key]: 0 })
  const to = `/classes/${kitClass.id}/prepare`
  useShortcuts({ ' ': () => void forward(), Backspace: () => void back() }, { repeats: false })
  const done = steps.filter((one) => leftOf(one, ticks) === 0).length
  return (
    <main className={guide.screen}>
      <header className={guide.top}>
        <p className={guide.where}>
          {kitClass.name} ·{' '}
          {step ? (
            <Trans>
              step <strong className="figure">{number(at + 1)}</strong> of {number(steps.length)}, stop{' '}
              {number(step.stop)} of {number(step.stops)}
            </Trans>
          ) : (
            t`all scored`
          )}
        </p>
        <GuideSaved kept={kept} />
        <GuideLeave to={to} />
      </header>
      <GuideProgress done={done} of={steps.length} />
      {step ? (
        <Step
          step={step}
          left={leftOf(step, ticks)}
          piece={project.pieces?.find((p) => p.name === step.piece)}
        />
      ) : (
        <Over scoring={scoring} to={to} />
      )}
      <GuideActs back={before ? () => void back() : null} forward={step ? () => void forward() : null} />
    </main>
  )
}

const phases = () => ({ long: t`All long sides`, short: t`All short sides`, marks: t`Between marks` })

function Step({ step, left, piece }: { step: ScoreStep; left: number; piece: Piece | undefined }) {
  const { units } = useStudio()
  const { stroke } = step
  const more = left < step.count
  const edge = stroke ? edgeName(stroke.edge) : ''
  return (
    <div className={guide.now}>
      <section className={guide.words} aria-live="polite">
        <p className={guide.set} data-now={step.setNow}>
          <span>
            {phases()[step.phase]} · {step.setNow ? t`Score at` : t`The stop stays at`}
          </span>
          <strong className="figure">
            {step.distance ? <Length nm={step.distance} units={units} unit /> : t`the marks`}
          </strong>
        </p>
        <p className={guide.take}>
          <span>
            {more ? (
              <Trans>
                Take <strong>{number(left)} more</strong> of {step.piece}
              </Trans>
            ) : (
              <Trans>
                Take <strong>{number(left)}</strong> of {step.piece}
              </Trans>
            )}
          </span>
        </p>
        <p className={guide.how}>
          <strong>{step.facing === 'print-up' ? t`Print up` : t`Print down`}</strong>
          {edge ? t`, ${edge} to the fence.` : '.'}
        </p>
        <p className={guide.outcome}>
          <FracWords text={partWords(step, units)} />
        </p>
        {step.onGroove ? null : (
          <p className={guide.outcome}>
            <Trans>The board has no groove there: measure it with a ruler.</Trans>
          </p>
        )}
      </section>
      <Pictures step={step} piece={piece} />
    </div>
  )
}

function partWords({ stroke, marked }: ScoreStep, units: 'in' | 'cm' | 'mm'): string {
  const say = (nm: number) => sayLength(nm, units)
  if (marked)
    return marked.lines
      .map(([x1 = 0, y1 = 0, x2 = 0, y2 = 0]) => {
        const [from, to] = [`${say(x1)}, ${say(y1)}`, `${say(x2)}, ${say(y2)}`]
        return t`From ${from} to ${to}, measured from the lower left corner of the print.`
      })
      .join(' ')
  if (stroke?.start == null || stroke.end == null) return t`From edge to edge.`
  const [from, to, edge] = [say(stroke.start), say(stroke.end), edgeName(stroke.measured_from)]
  return t`Only from ${from} to ${to}, measured from the ${edge}.`
}

function Pictures({ step, piece }: { step: ScoreStep; piece: Piece | undefined }) {
  const { units } = useStudio()
  const [frame, size] = useMeasure<HTMLDivElement>()
  const side = size.width < 700 ? size.width / 2 - 8 : size.width / 2 - 16
  const tall = Math.min(side, 420)
  const [wide, high] = piece ? [drawnNm(piece.width, units), drawnNm(piece.height, units)] : [null, null]
  return (
    <section className={guide.pictures} ref={frame}>
      {side > 60 && piece && wide && high ? (
        <>
          {step.stroke ? (
            <figure>
              <BoardDrawing step={step} size={[wide, high]} units={units} width={side} height={tall} />
              <figcaption>
                <Trans>on the board; arrow: top of the print</Trans>
              </figcaption>
            </figure>
          ) : null}
          <figure>
            <PieceDrawing piece={piece} units={units} frameWidth={side} frameHeight={tall} measured />
            <figcaption>{piece.name}</figcaption>
          </figure>
        </>
      ) : null}
    </section>
  )
}

function Over({ scoring, to }: { scoring: Scoring; to: string }) {
  if (!scoring.scores)
    return (
      <Empty title={t`Nothing is scored in advance`}>
        <Trans>The list has no scores, or they are left for the table.</Trans>
      </Empty>
    )
  const all = number(scoring.scores)
  return (
    <section className={guide.begin}>
      <h1>
        <Trans>All scored</Trans>
      </h1>
      <p className={guide.large}>{t`${all} scores are made.`}</p>
      <p>
        <Trans>Fold one of each piece before you put the board away.</Trans>
      </p>
      <Button component={Link} to={to} size="lg">
        <Trans>Back to the class</Trans>
      </Button>
    </section>
  )
}
