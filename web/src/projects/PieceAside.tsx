import { Textarea } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { memo, useRef, useState } from 'react'
import { api, ask, type Piece, type ProjectIn } from '../api/client'
import { keys } from '../api/queries'
import { FracWords } from '../ui/FracWords'
import { whole } from '../ui/fractions'
import { nmOf, readLength, type Units, writeLength } from '../ui/length'
import { LengthCell } from '../ui/Cell'
import { type MarkRef, marksOf, panelsOf, sameMark, withMark } from '../ui/marks'
import { PieceDrawing } from '../ui/PieceDrawing'
import { letterOf } from '../ui/words'
import { isTaken } from './draft'
import { readText } from './lines'
import type { ListActs } from './PieceRow'
import type { Work } from './ProjectPage'
import classes from './ProjectPage.module.css'

const DEFAULT_GROOVE = 3_175_000
const REST_MS = 120

/** The chosen piece: drawn with what lies on it, its distances as numbers, and the whole of it in words. */
export function PieceAside(
  props: Work & {
    piece: Piece | undefined
    index: number
    acts: ListActs
    /** What was typed in words and is not understood yet, by the piece's name. */
    unread: Map<string, string>
  },
) {
  const { piece, index, units, doc, acts } = props
  const [lit, setLit] = useState<MarkRef | null>(null)
  const habits = useQuery({ queryKey: keys.studio, queryFn: () => ask(api.GET('/api/studio')) })
  const read = habits.data ? readLength(habits.data.groove, units) : null
  const groove = read?.ok && read.nm > 0 ? read.nm : DEFAULT_GROOVE
  const set = (changed: Piece, mark: string) => acts.change(index, changed, mark)
  if (!piece) {
    return (
      <aside className={classes.drawing} aria-label="Drawing of the chosen piece">
        <p className="soft">The piece you are typing is drawn here.</p>
      </aside>
    )
  }
  const mats = (doc.pieces ?? []).filter((mat) => mat.mat_of?.piece === piece.name)
  return (
    <aside className={classes.drawing} aria-label="Drawing of the chosen piece">
      <div>
        <h2>
          <span className={classes.letter}>{letterOf(index)}</span> {piece.name}
        </h2>
        <PieceDrawing
          piece={piece}
          units={units}
          frameWidth={364}
          frameHeight={360}
          look={props.paperOf(piece.paper)}
          measured
          mats={mats.map((mat) => ({
            mat,
            letter: letterOf((doc.pieces ?? []).indexOf(mat)),
            look: props.paperOf(mat.paper),
          }))}
          handling={{
            lit,
            light: setLit,
            choose: (ref) => document.querySelector<HTMLInputElement>(`#${fieldOf(ref)}`)?.select(),
            move: (ref, nm) => set(withMark(piece, ref, writeLength(nm, units)), `move ${fieldOf(ref)}`),
            groove,
          }}
        />
        <Legend piece={piece} />
      </div>
      <div>
        <Distances units={units} piece={piece} lit={lit} light={setLit} set={set} />
        <InWords
          name={piece.name}
          index={index}
          units={units}
          words={props.status === 'saved' ? (props.project.words[index] ?? '') : null}
          acts={acts}
          unread={props.unread}
        />
      </div>
    </aside>
  )
}

const fieldOf = (ref: MarkRef) => `mark-${ref.kind}-${ref.group}-${ref.at}`

function Legend({ piece }: { piece: Piece }) {
  const mountain = (piece.scores ?? []).some((group) => group.fold === 'mountain')
  const valley = (piece.scores ?? []).some((group) => group.fold !== 'mountain')
  if (!valley && !mountain && !piece.slits?.length) return null
  return (
    <ul className={classes.legend}>
      {valley ? (
        <li>
          <i data-kind="score" /> folds towards you
        </li>
      ) : null}
      {mountain ? (
        <li>
          <i data-kind="mountain" /> folds away
        </li>
      ) : null}
      {piece.slits?.length ? (
        <li>
          <i data-kind="cut" /> slit
        </li>
      ) : null}
    </ul>
  )
}

/** Every distance as a number beside its line: point at one and the other is lit. */
function Distances(props: {
  units: Units
  piece: Piece
  lit: MarkRef | null
  light: (ref: MarkRef | null) => void
  set: (piece: Piece, mark: string) => void
}) {
  const { piece, units, lit, light } = props
  const marks = marksOf(piece, units)
  const groups = (['scores', 'slits'] as const).flatMap((kind) =>
    (piece[kind] ?? []).flatMap((group, g) => (group.along ? [{ kind, group, g }] : [])),
  )
  if (!groups.length) return null
  const sums = (['width', 'height'] as const).flatMap((along) => {
    const side = readLength(piece[along], units)
    const at = along === 'width' ? marks.fullAlongWidth : marks.fullAlongHeight
    if (!side.ok || at.length === 0) return []
    const panels = panelsOf(at, side.nm / 1_000_000).map((mm) => writeLength(nmOf(mm), units))
    return [{ along, text: `${panels.join(' + ')} = ${writeLength(side.nm, units)} ${units}` }]
  })
  return (
    <div className={classes.distances}>
      {groups.map(({ kind, group, g }) => (
        <div key={`${kind}.${g}`} className={classes.group}>
          <span>
            {kind === 'scores' ? (group.fold === 'mountain' ? 'Mountain score' : 'Score') : 'Slit'} along the{' '}
            {group.along} at
            {group.from != null || group.to != null ? (
              <span className="soft">
                {' '}
                (
                <FracWords
                  text={`${typeof group.from === 'string' ? group.from : 'edge'} to ${typeof group.to === 'string' ? group.to : 'edge'}`}
                />
                )
              </span>
            ) : null}
          </span>
          <span className={classes.numbers}>
            {(group.at ?? []).map((text, n) => {
              const ref: MarkRef = { kind, group: g, at: n }
              return (
                <span
                  key={n}
                  data-lit={sameMark(lit, ref)}
                  onPointerEnter={() => light(ref)}
                  onPointerLeave={() => light(null)}
                >
                  <LengthCell
                    id={fieldOf(ref)}
                    aria-label={`${kind === 'scores' ? 'Score' : 'Slit'} ${n + 1} along the ${group.along} of ${piece.name}`}
                    value={text}
                    error={!readLength(text, units).ok}
                    onFocus={() => light(ref)}
                    onBlur={() => light(null)}
                    onChange={(e) => props.set(withMark(piece, ref, e.currentTarget.value), fieldOf(ref))}
                  />
                </span>
              )
            })}
          </span>
        </div>
      ))}
      {sums.map((sum) => (
        <p key={sum.along} className="soft">
          Panels along the {sum.along}: <FracWords text={sum.text} />
        </p>
      ))}
    </div>
  )
}

/** The whole piece as one line of words; typing it anew changes the piece. */
const InWords = memo(function InWords(props: {
  name: string
  index: number
  units: Units
  /** The words of the piece as it is kept; null while it is being saved. */
  words: string | null
  acts: ListActs
  unread: Map<string, string>
}) {
  const { name, index, units, words, acts, unread } = props
  const [draft, setDraft] = useState(() => {
    const text = unread.get(name)
    return text === undefined ? null : { of: name, text }
  })
  const [asked, setAsked] = useState<string[]>([])
  const [kept, setKept] = useState(words ?? '')
  if (words !== null && words !== kept) setKept(words)
  const newest = useRef<string | null>(null)
  const resting = useRef<ReturnType<typeof setTimeout>>(undefined)
  const here = useRef(false)
  const typed = draft?.of === name ? draft.text : null

  function write(text: string) {
    setDraft({ of: name, text })
    unread.set(name, text)
    newest.current = text
    clearTimeout(resting.current)
    resting.current = setTimeout(() => void take(text), REST_MS)
  }

  async function take(text: string) {
    resting.current = undefined
    const at = (doc: ProjectIn) => doc.pieces?.[index]?.name
    const doc = acts.docOf()
    const others = { ...doc, pieces: (doc.pieces ?? []).filter((_, n) => n !== index) }
    const read = await readText(text, others).catch(() => null)
    if (!read || newest.current !== text || at(acts.docOf()) !== name) return
    const line = read.lines[0]
    const questions = line?.questions.map((question) => question.says) ?? []
    if (line?.piece && isTaken(acts.docOf(), index, line.piece.name))
      questions.push(`another piece is called ${line.piece.name}; give this one its own name`)
    setAsked(questions)
    if (!line?.piece || questions.length > 0 || read.lines.length !== 1) return
    unread.delete(name)
    setDraft(here.current ? { of: line.piece.name, text } : null)
    setKept(text)
    acts.change(index, line.piece, `words ${index}`)
  }

  function leave() {
    here.current = false
    if (resting.current !== undefined && typed !== null) {
      clearTimeout(resting.current)
      void take(typed)
    } else if (!unread.has(name)) setDraft(null)
  }

  return (
    <div className={classes.words}>
      <Textarea
        label="In words"
        description={`Anything a piece can have: slits, holes, corners, tabs, mats, faces. Bare numbers are ${units === 'in' ? 'inches' : units}.`}
        aria-label={`${name} in words`}
        autosize
        minRows={2}
        maxRows={9}
        value={typed ?? kept}
        onChange={(e) => write(e.currentTarget.value.replace(/\n/g, ' '))}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.preventDefault()
        }}
        onFocus={() => {
          here.current = true
        }}
        onBlur={leave}
        error={typed !== null && asked.length ? asked.map(whole).join(' ') : undefined}
      />
    </div>
  )
})
