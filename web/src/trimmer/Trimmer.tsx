import { Button } from '@mantine/core'
import { IconArrowBackUp, IconCheck, IconX } from '@tabler/icons-react'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { api, ask, type Cutting, type KitClass, type Paper, type Project, Refused } from '../api/client'
import { keys } from '../api/queries'
import { FracWords } from '../ui/FracWords'
import { Length, Size } from '../ui/Length'
import { nmOf } from '../ui/length'
import { LayoutDrawing } from '../ui/LayoutDrawing'
import { useStudio } from '../ui/session'
import { Loaded } from '../ui/states'
import { Swatch } from '../ui/Swatch'
import { useKeys } from '../ui/useKeys'
import { useMeasure } from '../ui/useMeasure'
import { counted, letterOf } from '../ui/words'
import { Miscut } from './Miscut'
import { PartDrawing } from './PartDrawing'
import { bladesOf, outcomeOf, sheetsOf, type Step, stepsOf } from './steps'
import classes from './Trimmer.module.css'
import { useProgress } from './useProgress'

/** Full screen at the trimmer: one step at a time, readable at arm's length. */
export function Trimmer() {
  const id = Number(useParams().id)
  const path = { params: { path: { class_id: id } } }
  const kitClass = useQuery({
    queryKey: keys.kitClass(id),
    queryFn: () => ask(api.GET('/api/classes/{class_id}', path)),
  })
  const cutting = useQuery({
    queryKey: keys.cutting(id),
    queryFn: () => ask(api.GET('/api/classes/{class_id}/cutting', path)),
    refetchInterval: 5000,
  })
  const papers = useQuery({ queryKey: keys.papers, queryFn: () => ask(api.GET('/api/papers')) })
  const project = useQuery({
    queryKey: keys.project(kitClass.data?.project, kitClass.data?.variant ?? ''),
    enabled: kitClass.data !== undefined,
    queryFn: () =>
      ask(
        api.GET('/api/projects/{project_id}', {
          params: {
            path: { project_id: kitClass.data?.project ?? 0 },
            query: { version: kitClass.data?.variant ?? '' },
          },
        }),
      ),
  })
  return (
    <Loaded query={kitClass}>
      {(of) => (
        <Loaded query={papers}>
          {(rows) => (
            <Loaded query={project}>
              {(list) => (
                <Loaded query={cutting}>
                  {(run) =>
                    run ? (
                      <Cutting kitClass={of} cutting={run} papers={rows} project={list} />
                    ) : (
                      <Begin kitClass={of} />
                    )
                  }
                </Loaded>
              )}
            </Loaded>
          )}
        </Loaded>
      )}
    </Loaded>
  )
}

function Leave({ id }: { id: number }) {
  const navigate = useNavigate()
  useKeys({ Escape: () => void navigate(`/classes/${id}/sheets`) })
  return (
    <Button
      component={Link}
      to={`/classes/${id}/sheets`}
      variant="subtle"
      size="md"
      leftSection={<IconX size={20} aria-hidden />}
    >
      Leave <span className={classes.key}>Esc</span>
    </Button>
  )
}

function Begin({ kitClass }: { kitClass: KitClass }) {
  const queries = useQueryClient()
  const [says, setSays] = useState('')
  const plan = kitClass.planned.plan
  const begin = async () => {
    try {
      const run = await ask(
        api.POST('/api/classes/{class_id}/cutting', { params: { path: { class_id: kitClass.id } } }),
      )
      queries.setQueryData(keys.cutting(kitClass.id), run)
    } catch (error) {
      setSays(error instanceof Refused ? (error.problem.faults?.[0]?.says ?? error.message) : String(error))
    }
  }
  return (
    <main className={classes.screen}>
      <header className={classes.top}>
        <p className={classes.where}>{kitClass.name}</p>
        <Leave id={kitClass.id} />
      </header>
      <section className={classes.begin}>
        <h1>At the trimmer</h1>
        {plan ? (
          <>
            <p className={classes.large}>
              {counted(
                plan.papers.reduce((sum, row) => sum + row.sheets, 0),
                'sheet',
              )}
              , {counted(plan.cutting.settings, 'setting')}, {counted(plan.cutting.strokes, 'stroke')}, about{' '}
              {plan.cutting.minutes} min.
            </p>
            <p>
              From the first step on the layouts stay as they are: a seat more or fewer is shown as a
              difference, and you say whether to cut it.
            </p>
            <p className="caution">
              <strong>Blades cut.</strong> Guard down, cut away from your hand, change a dull blade, adults
              only in a children’s class; rest in between. The maker’s label, the venue’s rules and local
              regulations come first.
            </p>
            <Button size="xl" onClick={() => void begin()}>
              Begin cutting
            </Button>
          </>
        ) : (
          <p>
            There is no plan to cut yet.{' '}
            <Link to={`/classes/${kitClass.id}/sheets`}>See what is missing</Link>.
          </p>
        )}
        {says ? (
          <p role="alert" className="grave">
            {says}
          </p>
        ) : null}
      </section>
    </main>
  )
}

function Cutting(props: { kitClass: KitClass; cutting: Cutting; papers: Paper[]; project: Project }) {
  const { kitClass, cutting, papers, project } = props
  const steps = stepsOf(cutting)
  const { done, say, kept, moved } = useProgress(kitClass.id, cutting)
  const [miscut, setMiscut] = useState(false)
  const step = steps[Math.min(done, steps.length - 1)]
  const over = done >= steps.length
  // Each press is a cut that was made: a key that is kept down ticks off one.
  useKeys(
    {
      ' ': () => say(Math.min(steps.length, done + 1)),
      Backspace: () => say(Math.max(0, done - 1)),
      m: () => setMiscut(true),
      M: () => setMiscut(true),
    },
    false,
  )
  const letters = new Map((project.pieces ?? []).map((piece, n) => [piece.name, letterOf(n)]))
  return (
    <main className={classes.screen}>
      <header className={classes.top}>
        <p className={classes.where}>
          {kitClass.name} ·{' '}
          {over ? (
            'all steps done'
          ) : (
            <>
              step <strong className="figure">{done + 1}</strong> of {steps.length}
              {step ? `, setting ${step.batch} of ${step.batches}` : ''}
              {step && step.round.why !== 'plan'
                ? step.round.why === 'miscut'
                  ? ', for a miscut'
                  : ', added later'
                : ''}
            </>
          )}
        </p>
        <span className="soft" role="status">
          {moved
            ? 'another device has gone on: this is where the cutting is now'
            : kept
              ? 'kept on the server'
              : 'not kept yet: no connection'}
        </span>
        <Leave id={kitClass.id} />
      </header>
      <div
        className={classes.bar}
        role="progressbar"
        aria-label="Steps done"
        aria-valuenow={done}
        aria-valuemin={0}
        aria-valuemax={steps.length}
      >
        <span style={{ width: `${(100 * done) / Math.max(1, steps.length)}%` }} />
      </div>
      {over || !step ? (
        <Finished kitClass={kitClass} cutting={cutting} />
      ) : (
        <Now
          step={step}
          paper={papers.find((row) => String(row.id) === step.stroke.paper)}
          project={project}
          letters={letters}
        />
      )}
      <footer className={classes.acts}>
        <Button
          size="xl"
          variant="default"
          disabled={done === 0}
          leftSection={<IconArrowBackUp aria-hidden />}
          onClick={() => say(Math.max(0, done - 1))}
        >
          Back <span className={classes.key}>Backspace</span>
        </Button>
        <Button size="xl" variant="default" disabled={over} onClick={() => setMiscut(true)}>
          Miscut <span className={classes.key}>M</span>
        </Button>
        <Button
          size="xl"
          className={classes.done}
          disabled={over}
          leftSection={<IconCheck size={30} aria-hidden />}
          onClick={() => say(Math.min(steps.length, done + 1))}
          onKeyDown={(event) => {
            if (event.repeat) event.preventDefault()
          }}
          onKeyUp={(event) => {
            // The key is taken by the page already; the button must not take it again.
            if (event.key === ' ') event.preventDefault()
          }}
        >
          Done <span className={classes.key}>Space</span>
        </Button>
      </footer>
      {miscut && step ? <Miscut kitClass={kitClass} step={step} close={() => setMiscut(false)} /> : null}
    </main>
  )
}

function Now(props: {
  step: Step
  paper: Paper | undefined
  project: Project
  letters: Map<string, string>
}) {
  const { step, paper, project, letters } = props
  const { units } = useStudio()
  const { stroke } = step
  const [frame, size] = useMeasure<HTMLDivElement>()
  const pieces = new Map((project.pieces ?? []).map((piece) => [piece.name, piece]))
  const sheets = sheetsOf(step)
  const shown = sheets[0]
  const side = size.width < 700 ? size.width / 2 - 8 : size.width / 2 - 16
  return (
    <div className={classes.now}>
      <section className={classes.words} aria-live="polite">
        <p className={classes.set} data-now={step.setNow}>
          <span>{step.setNow ? 'Set the trimmer to' : 'The trimmer stays at'}</span>
          <strong className="figure">
            <Length nm={nmOf(step.setting)} units={units} unit />
          </strong>
        </p>
        <p className={classes.take}>
          {paper ? <Swatch look={paper} width={52} height={52} /> : null}
          <span>
            Take{' '}
            <strong>
              {stroke.count} of <Size width={nmOf(stroke.width)} height={nmOf(stroke.height)} units={units} />
            </strong>
            <br />
            {paper?.name ?? 'paper'}, {sheets.length > 1 ? 'of layouts ' : 'of layout '}
            {sheets.map(({ layout }) => layout.letter).join(', ')}
          </span>
        </p>
        <p className={classes.how}>
          {stroke.along === 'height' ? (
            <>
              <strong>Turn a quarter:</strong> the bottom edge to the mark.
            </>
          ) : (
            <>
              <strong>As it lies:</strong> the left edge to the mark.
            </>
          )}{' '}
          {stroke.times > 1 ? `Cut ${stroke.times} strips, one after the other` : 'Cut once'}
          {stroke.strokes > stroke.times ? `: ${counted(stroke.strokes, 'stroke')} in all.` : '.'}
        </p>
        {outcomeOf(step).map((said) => (
          <p key={said} className={classes.outcome}>
            <FracWords text={said} />
          </p>
        ))}
      </section>
      <section className={classes.pictures} ref={frame}>
        {side > 60 ? (
          <>
            <figure>
              <PartDrawing step={step} units={units} width={side} height={Math.min(side, 420)} />
              <figcaption>at the trimmer; arrow: top of the sheet</figcaption>
            </figure>
            {shown && paper ? (
              <figure>
                <LayoutDrawing
                  layout={shown.layout}
                  units={units}
                  look={paper}
                  pieces={pieces}
                  letters={letters}
                  inHand={shown.parts}
                  blade={{ along: stroke.along, at: bladesOf(step) }}
                  frameWidth={side}
                  frameHeight={Math.min(side, 420)}
                />
                <figcaption>
                  on layout {shown.layout.letter}
                  {sheets.length > 1
                    ? `, and likewise on ${sheets
                        .slice(1)
                        .map((s) => s.layout.letter)
                        .join(', ')}`
                    : ''}
                </figcaption>
              </figure>
            ) : null}
          </>
        ) : null}
      </section>
    </div>
  )
}

function Finished({ kitClass, cutting }: { kitClass: KitClass; cutting: Cutting }) {
  const sheets = cutting.rounds.flatMap((round) => round.papers).reduce((sum, row) => sum + row.sheets, 0)
  return (
    <section className={classes.begin}>
      <h1>All cut</h1>
      <p className={classes.large}>
        {counted(sheets, 'sheet')} cut for {kitClass.name}
        {cutting.spoilt.length
          ? `; ${counted(
              cutting.spoilt.reduce((n, row) => n + row.count, 0),
              'piece',
            )} spoilt and made good`
          : ''}
        .
      </p>
      <p>Count the pieces before you put the trimmer away, blade closed.</p>
      <Button component={Link} to={`/classes/${kitClass.id}/sheets`} size="lg">
        Back to the class
      </Button>
    </section>
  )
}
