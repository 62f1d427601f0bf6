/** Reading quick lines and pasted rows; the grammar is the core's, on the server. */
import { t } from '@lingui/core/macro'
import { api, ask, type Piece, type ProjectIn, type Schemas } from '../api/client'
import { freeName } from '../ui/text/names'

export type ReadLine = Schemas['LineOut']
export type ReadLines = Schemas['LinesOut']
export type Question = Schemas['QuestionOut']

/** What an answer says of a word for the next time. */
export type Learns = Schemas['LearnsOut']

/** What a question's suggestion says of a word; null where it says nothing. */
export const learnsOf = (question: Question, suggestion: number): Learns | null =>
  question.learns?.[suggestion] ?? null

const MEANS_PAPER = 'paper'
const asksPaper = (question: Question) =>
  question.code === 'paper-or-note' && (question.learns?.length ?? 0) > 1 && question.suggestions.length > 1

/** The words of a text of which it is asked whether they are papers; none where there is but one of them. */
export function maybePapers(lines: ReadLine[]): string[] {
  const words = lines.flatMap((line) =>
    line.questions.filter(asksPaper).map((asked) => learnsOf(asked, 0)?.said),
  )
  const each = [...new Set(words.filter((word) => word !== undefined))]
  return each.length > 1 ? each : []
}

/** The line, its question of a paper answered by none of its own buttons: one question asks for the whole text. */
export const withoutPapers = (line: ReadLine): ReadLine => ({
  ...line,
  questions: line.questions.map((asked) =>
    asksPaper(asked) ? { ...asked, suggestions: [], learns: [] } : asked,
  ),
})

/** The lines with that said of each such word, by their numbers, and what it says for the next time. */
export function withPapers(
  lines: ReadLine[],
  papers: ReadonlySet<string>,
): { fixed: Map<number, string>; learnt: Learns[] } {
  const fixed = new Map<number, string>()
  const learnt = new Map<string, Learns>()
  for (const line of lines)
    for (const asked of line.questions.filter(asksPaper)) {
      const meant = (asked.learns ?? []).findIndex(
        (word) => word && (word.means === MEANS_PAPER) === papers.has(word.said),
      )
      const word = learnsOf(asked, meant)
      if (!word) continue
      fixed.set(line.number, withSuggestion(line.text, asked, asked.suggestions[meant] ?? ''))
      learnt.set(word.said, word)
    }
  return { fixed, learnt: [...learnt.values()] }
}

/** What the list has already, so that names and roles are known. */
export function knownOf(doc: ProjectIn): {
  roles: string[]
  pieces: string[]
  listed: Piece[]
  role: string
} {
  const pieces = doc.pieces ?? []
  return {
    roles: [...new Set(pieces.map((piece) => piece.paper).filter(Boolean))],
    pieces: pieces.map((piece) => piece.name),
    listed: pieces,
    role: pieces.at(-1)?.paper || 'body',
  }
}

/** What a line can be said to be; what goes on about a piece is found, not said. */
export type What = Exclude<ReadLine['what'], 'more'>

/** `kinds` says what a line is, by its text, where it was read as something else. */
export const readText = (
  text: string,
  doc: ProjectIn,
  kinds: ReadonlyMap<string, What> = new Map<string, What>(),
): Promise<ReadLines> =>
  ask(
    api.POST('/api/lines', {
      body: { text, units: doc.units, kinds: kindsOf(text, kinds), ...knownOf(doc) },
    }),
  )

function kindsOf(text: string, kinds: ReadonlyMap<string, What>): Record<number, What> {
  const said = text.split('\n').flatMap((line, n) => {
    const kind = kinds.get(line.trim())
    return kind ? [[n + 1, kind] as const] : []
  })
  return Object.fromEntries(said)
}

/** A supply that the cupboard has not: it is made there when its line is taken. */
export interface NewSupply {
  name: string
  unit: 'each' | 'length' | 'ml'
  per_kit: string
  cuts: number
}

/** What is taken from a sheet: pieces to the list, supplies to what a kit takes, sentences to the assembly. */
export interface Taken {
  pieces: Piece[]
  supplies: Schemas['UseDoc'][]
  steps: Schemas['StepDoc'][]
  made: NewSupply[]
  /** What the sheet calls itself. */
  title: string
}

/** Questions that leave the paper's edge alone: with `all`, a piece goes in with one of these. */
const OF_WORDS = new Set(['paper-or-note', 'odd-name', 'name-or-portion'])

/** Whether a kit takes the line's supply already: its amount is changed there, not here. */
export const isTakenAlready = (line: ReadLine, doc: ProjectIn): boolean =>
  line.supply?.id != null && (doc.supplies ?? []).some((use) => use.supply === String(line.supply?.id))

/** What goes in of a sheet: what is understood, or with `all` also what is asked about in words alone. */
export function takenOf(lines: ReadLine[], doc: ProjectIn, all: boolean): { taken: Taken; left: ReadLine[] } {
  const taken: Taken = { pieces: [], supplies: [], steps: [], made: [], title: '' }
  const left: ReadLine[] = []
  const sure = (line: ReadLine) => line.questions.every((asked) => all && OF_WORDS.has(asked.code))
  // A piece waits for what goes on about it, and that for the piece.
  const waiting = new Set(
    lines.filter((line) => !sure(line)).flatMap((line) => (line.of ? [line.of, line.number] : [line.number])),
  )
  for (const line of lines) {
    if (line.what === 'heading') {
      if (line.number === lines[0]?.number)
        taken.title = line.text.replace(/[\s:#*]+$/, '').replace(/^[#*\s]+/, '')
    } else if (line.what === 'note' && !line.questions.length) continue
    else if (line.what === 'more') {
      if (waiting.has(line.of) || waiting.has(line.number)) left.push(line)
    } else if (line.what === 'piece' && line.pieces.length && !waiting.has(line.number))
      taken.pieces.push(...line.pieces)
    else if (line.what === 'step' && line.step && sure(line)) {
      taken.steps.push({ says: line.step, pieces: [], when: 'table', cautions: [], supplies: [] })
    } else if (line.what === 'supply' && line.supply && sure(line) && !isTakenAlready(line, doc)) {
      const { id, name, per_kit, cuts, unit } = line.supply
      if (id != null) taken.supplies.push({ supply: String(id), per_kit, cuts })
      else if (line.supply.new)
        taken.made.push({ name, per_kit, cuts, unit: unit === '' ? 'each' : unit === 'ml' ? 'ml' : 'length' })
      else left.push(line)
    } else left.push(line)
  }
  return { taken, left }
}

/** A project that nobody has named yet. */
const isUnnamed = (name: string) => name.replace(/ \(\d+\)$/, '') === t`New project`

/** The document with what was taken behind what it has; each piece keeps a name of its own. */
export function withTaken(doc: ProjectIn, taken: Taken): ProjectIn {
  const more = withAdded(doc, taken.pieces)
  return {
    ...more,
    name: taken.title && isUnnamed(doc.name) ? taken.title : doc.name,
    supplies: [...(doc.supplies ?? []), ...taken.supplies],
    steps: [...(doc.steps ?? []), ...taken.steps],
  }
}

/** The list with a whole form behind what it has: its pieces, fits, steps and what goes in. */
export const withStarted = (doc: ProjectIn, form: ProjectIn): ProjectIn => ({
  ...doc,
  pieces: [...(doc.pieces ?? []), ...(form.pieces ?? [])],
  fits: [...(doc.fits ?? []), ...(form.fits ?? [])],
  steps: [...(doc.steps ?? []), ...(form.steps ?? [])],
  contents: [...(doc.contents ?? []), ...(form.contents ?? [])],
})

/** The list with pieces added behind its last; each keeps a name of its own. */
export function withAdded(doc: ProjectIn, added: Piece[]): ProjectIn {
  const pieces = [...(doc.pieces ?? [])]
  for (const piece of added)
    pieces.push({
      ...piece,
      name: freeName(
        piece.name,
        pieces.map((p) => p.name),
      ),
    })
  return { ...doc, pieces }
}

/** A stretch of a line: what it became, "" where it is what is left, such as the name, and what is asked of it. */
export interface Span {
  text: string
  start: number
  end: number
  what: Schemas['SaidPartOut']['what'] | ''
  question: Question | null
}

/** A line cut into what was understood, for tinting, and what is asked about, for underlining. */
export function spansOf(line: Pick<ReadLine, 'text' | 'parts' | 'questions'>): Span[] {
  const signs = [...line.text]
  const marks = [...line.parts, ...line.questions].flatMap(({ start, end }) => [start, end])
  const cuts = [...new Set([0, signs.length, ...marks])]
    .filter((at) => at <= signs.length)
    .sort((a, b) => a - b)
  return cuts.slice(1).map((end, n) => {
    const start = cuts[n] ?? 0
    const over = (mark: { start: number; end: number }) => mark.start <= start && end <= mark.end
    return {
      text: signs.slice(start, end).join(''),
      start,
      end,
      what: line.parts.find(over)?.what ?? '',
      question: line.questions.find(over) ?? null,
    }
  })
}

/** The line with one of a question's suggestions put in its place; an empty one removes it. */
export function withSuggestion(text: string, question: Question, suggestion: string): string {
  const signs = [...text]
  const fixed = [...signs.slice(0, question.start), ...suggestion, ...signs.slice(question.end)].join('')
  // Taking words out leaves no doubled space or dangling comma.
  return fixed
    .replace(/\s{2,}/g, ' ')
    .replace(/[\s,;]+$/, '')
    .replace(/\s+([,;])/g, '$1')
}

const COLUMNS = ['name', 'per_kit', 'width', 'height', 'score_width', 'score_height', 'paper', 'follows_print', 'cut', 'margin', 'also', 'note'] // prettier-ignore

/** Pieces as rows for a spreadsheet, separated by tabs, in the columns of the table format. */
export function rowsOf(pieces: Piece[], also: (piece: Piece) => string): string {
  const scores = (piece: Piece, along: 'width' | 'height') =>
    (piece.scores ?? [])
      .filter(
        (g) =>
          g.along === along &&
          g.from == null &&
          g.to == null &&
          g.fold !== 'mountain' &&
          g.angle == null &&
          !g.relief,
      )
      .flatMap((g) => g.at ?? [])
      .join('; ')
  const cell = (text: string) => (/["\t\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text)
  const rows = pieces.map((piece) =>
    [
      piece.name,
      String(piece.per_kit ?? 1),
      piece.width,
      piece.height,
      scores(piece, 'width'),
      scores(piece, 'height'),
      piece.paper,
      piece.follows_print ? 'yes' : 'no',
      piece.cut ?? 'trim',
      piece.margin && piece.margin !== '0' ? piece.margin : '',
      also(piece),
      piece.note ?? '',
    ].map(cell),
  )
  return [COLUMNS, ...rows].map((row) => row.join('\t')).join('\n')
}
