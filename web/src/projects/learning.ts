/** Words of a list that were answered about: kept for the next time, and the last one taken back at once. */
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ask, type Schemas } from '../api/client'
import { changed } from '../api/queries'
import type { Learns } from './lines'

type Word = Schemas['WordOut']

export function useWords(): { remembered: Word | null; learn: (word: Learns) => void; forget: () => void } {
  const queries = useQueryClient()
  const [remembered, setRemembered] = useState<Word | null>(null)
  return {
    remembered,
    // Whoever may not teach the studio has an answer all the same: the line says it.
    learn: (word) =>
      void ask(api.POST('/api/words', { body: word }))
        .then((kept) => {
          setRemembered(kept)
          return changed(queries, 'word')
        })
        .catch(() => setRemembered(null)),
    forget: () => {
      if (!remembered) return
      void ask(api.DELETE('/api/words/{word_id}', { params: { path: { word_id: remembered.id } } })).then(
        () => {
          setRemembered(null)
          return changed(queries, 'word')
        },
      )
    },
  }
}
