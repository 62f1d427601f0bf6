import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, NumberInput, Select, TextInput } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { Piece } from '../api/client'
import { asked } from '../api/queries'
import { number } from '../i18n/format'
import { letterOf } from '../ui/drawing/letters'
import { PieceDrawing } from '../ui/drawing/PieceDrawing'
import { DayField } from '../ui/fields/DayField'
import { useStudio } from '../ui/frame/session'
import { Failed } from '../ui/states/states'
import { Ledger } from '../ui/tables/Ledger'
import { FracWords } from '../ui/text/FracWords'
import { whole } from '../ui/text/fractions'
import { SparesNeeded } from '../log/OwnPace'
import { ReadyKits } from '../log/ReadyKits'
import { FoldedLine } from '../projects/FoldedLine'
import { TypedLength } from '../ui/text/Length'
import classes from './ClassPage.module.css'
import { useClass } from './context'
import { kitsOf, takersOf } from './draft'
import { useTaughtAgain } from './newClass'

/** The kit: every piece, how many a kit and in all; what the checks say; the class's own particulars. */
export function KitTab() {
  return (
    <div className={classes.kit}>
      <Pieces />
      <About />
    </div>
  )
}

function Pieces() {
  const { saved, draft, project, paperOf } = useClass()
  const studio = useStudio()
  // The list is in the unit it was opened in.
  const units = project.units ?? studio.units
  const kits = kitsOf(draft)
  const pieces = project.pieces ?? []
  const mixes = saved.listed.includes('\n')
  const inAll = (piece: Piece) =>
    (piece.per_kit ?? 1) *
    (mixes ? takersOf(saved, piece.name).reduce((sum, colourway) => sum + colourway.kits, 0) : kits)
  const several = (draft.colourways ?? []).length > 1
  return (
    <section aria-labelledby="pieces">
      <h2 id="pieces">{mixes ? t`What the kits hold` : t`Every kit holds`}</h2>
      <Ledger
        rows={pieces}
        rowKey={(piece) => piece.name}
        columns={[
          {
            head: t`Drawing`,
            silent: true,
            className: classes.mini,
            cell: (piece) => (
              <PieceDrawing
                piece={piece}
                units={units}
                look={paperOf(takersOf(saved, piece.name)[0]?.papers?.[piece.paper] ?? 0)}
                frameWidth={64}
                frameHeight={52}
                mostScale={0.24}
              />
            ),
          },
          { head: t`Piece`, title: true, cell: (piece, n) => <Name piece={piece} at={n} /> },
          {
            head: t`Width, ${units}`,
            num: true,
            cell: (piece) => <TypedLength text={piece.width} units={units} />,
          },
          {
            head: t`Height, ${units}`,
            num: true,
            cell: (piece) => <TypedLength text={piece.height} units={units} />,
          },
          { head: t`Paper`, cell: (piece) => piece.paper },
          { head: t`A kit`, num: true, cell: (piece) => number(piece.per_kit ?? 1) },
          {
            head: t`In all`,
            num: true,
            cell: (piece) => (
              <>
                <strong>{number(inAll(piece))}</strong>
                {piece.spares ? <div>{sparesSaid(piece.spares, several)}</div> : null}
              </>
            ),
          },
        ]}
      />
      {pieces.length === 0 ? (
        <p>
          <Trans>
            The list is empty. <Link to={`/projects/${project.id}`}>Write it</Link>, and everything here
            follows.
          </Trans>
        </p>
      ) : null}
    </section>
  )
}

function sparesSaid(spares: number, several: boolean): string {
  return several ? t`and ${number(spares)} spare for each colourway` : t`and ${number(spares)} spare`
}

function Name({ piece, at }: { piece: Piece; at: number }) {
  const { project, saved } = useClass()
  const takers = takersOf(saved, piece.name)
  const some = takers.length < (saved.colourways ?? []).length
  const found = project.checks.filter((check) => check.piece === at && check.level !== 'note')
  return (
    <>
      <span className={classes.letter}>{letterOf(at)}</span> {piece.name}
      <FoldedLine
        folded={project.folded.length === (project.pieces ?? []).length ? project.folded[at] : undefined}
      />
      {some ? (
        <div className="soft">
          {takers.length ? t`only in ${takers.map((colourway) => colourway.name).join(', ')}` : t`in no kit`}
        </div>
      ) : null}
      {found.map((check) => (
        <div key={check.code} className={classes.check} data-level={check.level}>
          <FracWords text={whole(check.message)} />{' '}
          <Link to={`/projects/${project.id}`}>
            <Trans>Fix</Trans>
          </Link>
        </div>
      ))}
    </>
  )
}

function About() {
  const { saved, draft, change, project, faults } = useClass()
  const { currency } = useStudio()
  const projects = useQuery(asked.projects())
  const again = useTaughtAgain()
  const said = (path: string) => faults.find((fault) => fault.path === path)?.message
  return (
    <section aria-labelledby="about" className={classes.about}>
      <h2 id="about">
        <Trans>The class</Trans>
      </h2>
      <DayField
        label={t`Date`}
        value={draft.date ?? null}
        onChange={(date) => change({ ...draft, date }, 'date')}
      />
      <TextInput
        label={t`Place`}
        value={draft.place ?? ''}
        onChange={(e) => change({ ...draft, place: e.currentTarget.value }, 'place')}
      />
      <Select
        label={t`Project`}
        allowDeselect={false}
        data={(projects.data ?? [{ id: saved.project, name: saved.project_name }]).map((p) => ({
          value: String(p.id),
          label: p.name,
        }))}
        value={String(draft.project)}
        onChange={(value) => value && change({ ...draft, project: Number(value), variant: '' }, 'project', 0)}
      />
      {project.variants?.length ? (
        <Select
          description={
            saved.listed.includes('\n')
              ? t`Colourways with a version of their own, under Papers, do not follow it`
              : undefined
          }
          label={t`Version of the list`}
          allowDeselect={false}
          data={[
            { value: '', label: t`As the list has it` },
            ...project.variants.map((version) => ({ value: version.name, label: version.name })),
          ]}
          value={draft.variant ?? ''}
          onChange={(value) => change({ ...draft, variant: value ?? '' }, 'variant', 0)}
        />
      ) : null}
      <div className={classes.pair}>
        <NumberInput
          label={t`Samples`}
          description={t`your own`}
          min={0}
          max={1000}
          allowDecimal={false}
          value={draft.samples ?? 0}
          onChange={(value) => change({ ...draft, samples: Number(value) || 0 }, 'samples')}
        />
        <NumberInput
          label={t`Spares`}
          description={t`miscuts, latecomers`}
          min={0}
          max={1000}
          allowDecimal={false}
          value={draft.spares ?? 0}
          onChange={(value) => change({ ...draft, spares: Number(value) || 0 }, 'spares')}
        />
      </div>
      <SparesNeeded />
      <ReadyKits />
      <TextInput
        label={t`Fee a seat, ${currency}`}
        value={draft.fee ?? ''}
        error={said('fee')}
        placeholder="18.00"
        onChange={(e) => change({ ...draft, fee: e.currentTarget.value || null }, 'fee')}
      />
      <Button variant="default" loading={again.isPending} onClick={() => again.mutate(draft)}>
        <Trans>Teach it again on another day</Trans>
      </Button>
      {again.error ? <Failed error={again.error} /> : null}
      <p className={classes.files}>
        <Trans>
          Open files: <a href={`/api/classes/${saved.id}/job`}>job file</a>,{' '}
          <a href={`/api/classes/${saved.id}/plan`}>plan file</a>
        </Trans>
      </p>
    </section>
  )
}
