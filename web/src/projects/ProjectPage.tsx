import { Button, TextInput } from '@mantine/core'
import { useHotkeys } from '@mantine/hooks'
import { IconPlus } from '@tabler/icons-react'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { api, ask, type Project } from '../api/client'
import { differences } from '../ui/differences'
import { PieceDrawing } from '../ui/PieceDrawing'
import { SaveMark, StaleQuestion, UndoButtons } from '../ui/SaveMark'
import { useStudio } from '../ui/session'
import { Loaded } from '../ui/states'
import { useAutosave } from '../ui/useAutosave'
import { counted, letterOf } from '../ui/words'
import { draftOf, movedPiece, newPiece, withoutPiece, withPiece } from './draft'
import { PieceRow } from './PieceRow'
import classes from './ProjectPage.module.css'
import { SupplyUses } from './SupplyUses'

/** One project: its list, edited in place, each piece drawn as it is typed. */
export function ProjectPage() {
  const id = Number(useParams().id)
  const project = useQuery({
    queryKey: ['project', id],
    queryFn: () => ask(api.GET('/api/projects/{project_id}', { params: { path: { project_id: id } } })),
  })
  return <Loaded query={project}>{(data) => <Editor key={data.id} project={data} />}</Loaded>
}

function Editor({ project }: { project: Project }) {
  const { units } = useStudio()
  const queries = useQueryClient()
  const [chosen, setChosen] = useState(0)
  const { saver, doc, status, problem, canUndo, canRedo } = useAutosave(
    { doc: draftOf(project), version: project.version ?? 0 },
    {
      send: (draft, version) =>
        ask(
          api.PUT('/api/projects/{project_id}', {
            params: { path: { project_id: project.id } },
            body: { ...draft, version },
          }),
        ),
      versionOf: (saved: Project) => saved.version ?? 0,
      onSaved: (saved) => {
        queries.setQueryData(['project', project.id], saved)
        void queries.invalidateQueries({ queryKey: ['projects'] })
        void queries.invalidateQueries({ queryKey: ['class'] })
        void queries.invalidateQueries({ queryKey: ['bench'] })
      },
    },
  )
  useHotkeys(
    [
      ['mod+z', () => saver.undo()],
      ['mod+shift+z', () => saver.redo()],
    ],
    [],
  )
  const pieces = doc.pieces ?? []
  const faults = problem?.code === 'faulty' ? (problem.faults ?? []) : []
  const roles = [...new Set(pieces.map((piece) => piece.paper).filter(Boolean))]
  const piece = pieces[chosen] ?? pieces[0]
  const checks = status === 'saved' ? project.checks : project.checks.filter((c) => c.piece === null)

  function add() {
    saver.change({ ...doc, pieces: [...pieces, newPiece(pieces)] })
    setChosen(pieces.length)
    setTimeout(() => document.querySelector<HTMLInputElement>(`#name-${pieces.length}`)?.select(), 0)
  }

  return (
    <>
      <div className={classes.head}>
        <TextInput
          aria-label="Name of the project"
          className={classes.title}
          variant="unstyled"
          value={doc.name}
          onChange={(e) => saver.change({ ...doc, name: e.currentTarget.value }, 'name')}
          error={faults.find((f) => f.path === 'name')?.says}
        />
        <span className={classes.state}>
          <UndoButtons
            canUndo={canUndo}
            canRedo={canRedo}
            undo={() => saver.undo()}
            redo={() => saver.redo()}
          />
          <SaveMark status={status} />
        </span>
      </div>
      <p className="soft">
        {counted(pieces.length, 'piece')} on the list, sizes in {units === 'in' ? 'inches' : units}. Width
        runs across the print, height up it. Enter adds the next line.
      </p>
      <div className={classes.split}>
        <section aria-label="Cut-and-score list">
          <div className={classes.list}>
            <div className={classes.heads} aria-hidden>
              <span />
              <span>Piece</span>
              <span>A kit</span>
              <span>Width</span>
              <span>Height</span>
              <span>Scored along width at</span>
              <span>along height at</span>
              <span>Paper</span>
              <span />
            </div>
            <div role="list" aria-label="Pieces">
              {pieces.map((row, n) => (
                <PieceRow
                  key={n}
                  index={n}
                  piece={row}
                  units={units}
                  roles={roles}
                  chosen={row === piece}
                  faults={faults}
                  checks={checks.filter((check) => check.piece === n)}
                  choose={() => setChosen(n)}
                  change={(changed, mark) => saver.change(withPiece(doc, n, changed), `${n}.${mark}`)}
                  next={add}
                  move={(by) => {
                    saver.change(movedPiece(doc, n, by))
                    setChosen(Math.min(Math.max(0, n + by), pieces.length - 1))
                  }}
                  remove={() => {
                    saver.change(withoutPiece(doc, n))
                    setChosen(Math.max(0, n - 1))
                  }}
                />
              ))}
            </div>
          </div>
          <Button variant="light" leftSection={<IconPlus size={18} />} onClick={add} mt="md">
            Next piece
          </Button>
          <SupplyUses
            doc={doc}
            faults={faults}
            change={(uses) => saver.change({ ...doc, supplies: uses }, 'uses')}
          />
        </section>
        <aside className={classes.drawing} aria-label="Drawing of the chosen piece">
          {piece ? (
            <>
              <h2>
                <span className={classes.letter}>{letterOf(pieces.indexOf(piece))}</span> {piece.name}
              </h2>
              <PieceDrawing piece={piece} units={units} frameWidth={364} frameHeight={400} measured />
              <p className="soft">
                {piece.per_kit} a kit from {piece.paper || 'no paper yet'}
                {piece.cut === 'trim' ? '' : piece.cut === 'die' ? ', die-cut' : ', punched'}
                {piece.follows_print ? ', follows the print' : ', may turn'}
              </p>
              <ul className={classes.legend}>
                <li>
                  <i data-kind="score" /> score, folds towards you
                </li>
                <li>
                  <i data-kind="cut" /> slit
                </li>
              </ul>
            </>
          ) : (
            <p className="soft">The piece you are typing is drawn here.</p>
          )}
        </aside>
      </div>
      {status === 'stale' && problem?.current ? (
        <StaleQuestion
          what={doc.name}
          says={problem.says}
          differences={differences(doc, problem.current)}
          keepMine={() => saver.keepMine(Number(problem.current?.version))}
          takeTheirs={() => {
            const theirs = problem.current as unknown as Project
            saver.takeTheirs(draftOf(theirs), theirs.version ?? 0)
            queries.setQueryData(['project', project.id], theirs)
          }}
        />
      ) : null}
      <p className={classes.onward}>
        <Link to="/classes">Teach it: multiply this list by a class</Link>
      </p>
    </>
  )
}
