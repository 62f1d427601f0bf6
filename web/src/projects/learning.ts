/** Words of a list that were answered about: kept for the next time, and the last ones taken back at once. */
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, type Schemas } from '../api/client'
import { changed } from '../api/queries'
import type { Learns } from './lines'

type Word = Schemas['WordOut']

/** ``remembered`` is what was learnt last; ``alike`` how many words at once, 0 for one. */
export function useWords(): {
  remembered: Word | null
  alike: number
  learn: (...words: Learns[]) => void
  forget: () => void
} {
  const queries = useQueryClient()
  const [kept, setKept] = useState<Word[]>([])
  return {
    remembered: kept.at(-1) ?? null,
    alike: kept.length > 1 ? kept.length : 0,
    // Whoever may not teach the studio has an answer all the same: the line says it.
    learn: (...words) =>
      void Promise.all(words.map((word) => ask(api.POST('/api/words', { body: word }))))
        .then((made) => {
          setKept(made)
          return changed(queries, 'word')
        })
        .catch(() => setKept([])),
    forget: () =>
      void Promise.all(
        kept.map((word) =>
          ask(api.DELETE('/api/words/{word_id}', { params: { path: { word_id: word.id } } })),
        ),
      ).then(() => {
        setKept([])
        return changed(queries, 'word')
      }),
  }
}
