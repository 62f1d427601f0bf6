import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { changed } from '../api/queries'

/** Try something that moves stock: what follows from it is fetched again, and what went wrong is said. */
export function useAttempt(): [string, (work: Promise<unknown>) => void] {
  const queries = useQueryClient()
  const [problem, setProblem] = useState('')
  const attempt = (work: Promise<unknown>) => {
    setProblem('')
    work.then(
      () => changed(queries, 'stock'),
      (error: Error) => setProblem(error.message),
    )
  }
  return [problem, attempt]
}
