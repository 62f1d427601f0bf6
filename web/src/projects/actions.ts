/** What can be done to a list from its rows and from anywhere on its tab. */
import type { Piece, ProjectIn, Schemas } from '../api/client'
import type { Taken } from './lines'

export type Finding = Schemas['FindingOut']
export type Changes = Schemas['ChangesDoc']

/** What a row can do to the list; the same object for every row, for as long as the page is open. */
export interface RowActions {
  add: () => void
  choose: (n: number) => void
  extend: (n: number) => void
  change: (n: number, piece: Piece, mark: string) => void
  /** Change one field of the piece as it is now. */
  set: (n: number, field: keyof Piece, value: unknown) => void
  /** Whether a piece in another row has that name. */
  taken: (n: number, name: string) => boolean
  /** Go to a column of another row. */
  go: (column: string, row: number) => void
  move: (n: number, by: -1 | 1) => void
  duplicate: (n: number) => void
  remove: (from: number, until: number) => void
  fix: (changes: Changes) => void
  grab: (n: number) => void
  drop: (n: number) => void
}

/** What can be done to the list from anywhere on its tab. */
export interface ListActions extends RowActions {
  /** The document as it is now. */
  docOf: () => ProjectIn
  added: (taken: Taken) => void
}
