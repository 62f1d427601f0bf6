/** Reading quick lines and pasted rows; the grammar is the core's, on the server. */
import { api, ask, type Piece, type ProjectIn, type Schemas } from '../api/client'
import { freeName } from '../ui/text/names'

export type ReadLine = Schemas['LineOut']
export type ReadLines = Schemas['LinesOut']
export type Question = Schemas['QuestionOut']

/** What the list has already, so that names and roles are known. */
export function knownOf(doc: ProjectIn): { roles: string[]; pieces: string[]; role: string } {
  const pieces = doc.pieces ?? []
  return {
    roles: [...new Set(pieces.map((piece) => piece.paper).filter(Boolean))],
    pieces: pieces.map((piece) => piece.name),
    role: pieces.at(-1)?.paper || 'body',
  }
}

export const readText = (text: string, doc: ProjectIn): Promise<ReadLines> =>
  ask(api.POST('/api/lines', { body: { text, units: doc.units, ...knownOf(doc) } }))

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

export interface Span {
  text: string
  question: Question | null
}

/** A line cut into what was understood and what is asked about, for underlining. */
export function spansOf(line: Pick<ReadLine, 'text' | 'questions'>): Span[] {
  const signs = [...line.text]
  const spans: Span[] = []
  let at = 0
  for (const question of line.questions) {
    if (question.start < at || question.end <= question.start) continue
    if (question.start > at) spans.push({ text: signs.slice(at, question.start).join(''), question: null })
    spans.push({ text: signs.slice(question.start, question.end).join(''), question })
    at = question.end
  }
  if (at < signs.length) spans.push({ text: signs.slice(at).join(''), question: null })
  return spans
}

/** The line with a question's suggestion put in its place. */
export function withSuggestion(text: string, question: Question): string {
  const signs = [...text]
  const fixed = [
    ...signs.slice(0, question.start),
    ...(question.suggestion ?? ''),
    ...signs.slice(question.end),
  ].join('')
  // Taking words out leaves no doubled space or dangling comma.
  return fixed
    .replace(/\s{2,}/g, ' ')
    .replace(/[\s,;]+$/, '')
    .replace(/\s+([,;])/g, '$1')
}

const COLUMNS = ['name', 'per_kit', 'width', 'height', 'score_width', 'score_height', 'paper', 'follows_print', 'cut', 'margin', 'also'] // prettier-ignore

/** Pieces as rows for a spreadsheet, parted by tabs, in the columns of the table format. */
export function rowsOf(pieces: Piece[], also: (piece: Piece) => string): string {
  const scores = (piece: Piece, along: 'width' | 'height') =>
    (piece.scores ?? [])
      .filter(
        (g) => g.along === along && g.from == null && g.to == null && g.fold !== 'mountain' && !g.relief,
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
    ].map(cell),
  )
  return [COLUMNS, ...rows].map((row) => row.join('\t')).join('\n')
}
