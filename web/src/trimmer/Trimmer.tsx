import { useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { asked } from '../api/queries'
import { Loaded } from '../ui/states/states'
import { Begin } from './Begin'
import { TrimmerProvider } from './context'
import { CuttingScreen } from './CuttingScreen'

const LOOK_AGAIN_MS = 5000

/** Full screen at the trimmer: one step at a time, readable at arm's length. */
export function Trimmer() {
  const id = Number(useParams().id)
  const kitClass = useQuery(asked.kitClass(id))
  const cutting = useQuery({ ...asked.cutting(id), refetchInterval: LOOK_AGAIN_MS })
  const papers = useQuery(asked.papers())
  const project = useQuery(asked.project(kitClass.data?.project, kitClass.data?.listed ?? ''))
  return (
    <Loaded query={kitClass}>
      {(of) => (
        <Loaded query={papers}>
          {(rows) => (
            <Loaded query={project}>
              {(list) => (
                <Loaded query={cutting}>
                  {(run) => (
                    <TrimmerProvider value={{ kitClass: of, project: list, papers: rows }}>
                      {run ? <CuttingScreen cutting={run} /> : <Begin />}
                    </TrimmerProvider>
                  )}
                </Loaded>
              )}
            </Loaded>
          )}
        </Loaded>
      )}
    </Loaded>
  )
}
