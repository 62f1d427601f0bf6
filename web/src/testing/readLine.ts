import type { Piece, Schemas } from '../api/client'

/** A line of a text as the server read it: one piece, or none. */
export const line = (text: string, piece: Piece | null, questions: Schemas['QuestionOut'][] = []) => ({
  number: 1,
  what: 'piece' as const,
  supply: null,
  step: '',
  carried: false,
  of: 0,
  pieces: piece ? [piece] : [],
  tidies: piece ? [`${piece.name}: tidy`] : [],
  parts: [],
  notes: [],
  text,
  tidy: piece ? `${piece.name}: tidy` : '',
  piece,
  questions,
})
