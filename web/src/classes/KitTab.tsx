import { NumberInput, Select, TextInput } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api, ask } from '../api/client'
import { keys } from '../api/queries'
import { TypedLength } from '../ui/Length'
import { FracWords } from '../ui/FracWords'
import { sentence } from '../ui/fractions'
import { PieceDrawing } from '../ui/PieceDrawing'
import { useStudio } from '../ui/session'
import { letterOf } from '../ui/words'
import type { Sheaf } from './ClassPage'
import classes from './ClassPage.module.css'
import { kitsOf } from './draft'

/** The kit: every piece, how many a kit and in all; what the checks say; the class's own particulars. */
export function KitTab({ saved, draft, change, project, paperOf, faults }: Sheaf) {
  const { units, currency } = useStudio()
  const projects = useQuery({
    queryKey: keys.projects,
    queryFn: () => ask(api.GET('/api/projects')),
  })
  const kits = kitsOf(draft)
  const pieces = project.pieces ?? []
  const checks = project.checks
  const first = draft.colourways?.[0]
  const said = (path: string) => faults.find((fault) => fault.path === path)?.says
  return (
    <div className={classes.kit}>
      <section aria-labelledby="pieces">
        <h2 id="pieces">Every kit holds</h2>
        <table className="ledger">
          <thead>
            <tr>
              <th scope="col" colSpan={2}>
                Piece
              </th>
              <th scope="col" className="num">
                Width, {units}
              </th>
              <th scope="col" className="num">
                Height, {units}
              </th>
              <th scope="col">Paper</th>
              <th scope="col" className="num">
                A kit
              </th>
              <th scope="col" className="num">
                In all
              </th>
            </tr>
          </thead>
          <tbody>
            {pieces.map((piece, n) => {
              const look = paperOf(first?.papers?.[piece.paper] ?? 0)
              const notes = checks.filter((check) => check.piece === n && check.level !== 'note')
              return (
                <tr key={piece.name}>
                  <td className={classes.mini}>
                    <PieceDrawing
                      piece={piece}
                      units={units}
                      look={look}
                      frameWidth={64}
                      frameHeight={52}
                      mostScale={0.24}
                    />
                  </td>
                  <th scope="row">
                    <span className={classes.letter}>{letterOf(n)}</span> {piece.name}
                    {notes.map((check) => (
                      <div key={check.code} className={classes.check} data-level={check.level}>
                        <FracWords text={sentence(check.says)} />.{' '}
                        <Link to={`/projects/${project.id}`}>Mend it</Link>
                      </div>
                    ))}
                  </th>
                  <td className="num">
                    <TypedLength text={piece.width} units={units} />
                  </td>
                  <td className="num">
                    <TypedLength text={piece.height} units={units} />
                  </td>
                  <td>{piece.paper}</td>
                  <td className="num">{piece.per_kit}</td>
                  <td className="num">
                    <strong>{(piece.per_kit ?? 1) * kits}</strong>
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
        {pieces.length === 0 ? (
          <p>
            The list is empty. <Link to={`/projects/${project.id}`}>Write it</Link>, and everything here
            follows.
          </p>
        ) : null}
      </section>
      <section aria-labelledby="about" className={classes.about}>
        <h2 id="about">The class</h2>
        <TextInput
          type="date"
          label="Date"
          value={draft.date ?? ''}
          onChange={(e) => change({ ...draft, date: e.currentTarget.value || null }, 'date')}
        />
        <TextInput
          label="Place"
          value={draft.place ?? ''}
          onChange={(e) => change({ ...draft, place: e.currentTarget.value }, 'place')}
        />
        <Select
          label="Project"
          allowDeselect={false}
          data={(projects.data ?? [{ id: saved.project, name: saved.project_name }]).map((p) => ({
            value: String(p.id),
            label: p.name,
          }))}
          value={String(draft.project)}
          onChange={(value) =>
            value && change({ ...draft, project: Number(value), variant: '' }, 'project', 0)
          }
        />
        {project.variants?.length ? (
          <Select
            label="Version of the list"
            allowDeselect={false}
            data={[
              { value: '', label: 'As the list has it' },
              ...project.variants.map((version) => ({ value: version.name, label: version.name })),
            ]}
            value={draft.variant ?? ''}
            onChange={(value) => change({ ...draft, variant: value ?? '' }, 'variant', 0)}
          />
        ) : null}
        <div className={classes.pair}>
          <NumberInput
            label="Samples"
            description="your own"
            min={0}
            max={1000}
            allowDecimal={false}
            value={draft.samples ?? 0}
            onChange={(value) => change({ ...draft, samples: Number(value) || 0 }, 'samples')}
          />
          <NumberInput
            label="Spares"
            description="miscuts, late comers"
            min={0}
            max={1000}
            allowDecimal={false}
            value={draft.spares ?? 0}
            onChange={(value) => change({ ...draft, spares: Number(value) || 0 }, 'spares')}
          />
        </div>
        <TextInput
          label={`Fee a seat, ${currency}`}
          value={draft.fee ?? ''}
          error={said('fee')}
          placeholder="18.00"
          onChange={(e) => change({ ...draft, fee: e.currentTarget.value || null }, 'fee')}
        />
        <p className={classes.files}>
          Open files: <a href={`/api/classes/${saved.id}/job`}>job file</a>,{' '}
          <a href={`/api/classes/${saved.id}/plan`}>plan file</a>
        </p>
      </section>
    </div>
  )
}
