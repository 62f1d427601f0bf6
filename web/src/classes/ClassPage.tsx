import { useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import type { KitClass } from '../api/client'
import { asked } from '../api/queries'
import { Loaded } from '../ui/states/states'
import { ClassEditor } from './ClassEditor'

/** One class, whose index tabs carry the totals. */
export function ClassPage() {
  const kitClass = useQuery(asked.kitClass(Number(useParams().id)))
  return <Loaded query={kitClass}>{(data) => <Opened key={data.id} kitClass={data} />}</Loaded>
}

function Opened({ kitClass }: { kitClass: KitClass }) {
  // A version that is gone from the list is said by the plan; the list itself is shown.
  const gone = kitClass.planned.faults.some((fault) => fault.path === 'variant')
  const project = useQuery({
    ...asked.project(kitClass.project, gone ? '' : kitClass.listed),
    // While another version is fetched the one before stays on screen.
    placeholderData: (before) => before,
  })
  const papers = useQuery(asked.papers())
  const supplies = useQuery(asked.supplies())
  return (
    <Loaded query={project}>
      {(list) => (
        <Loaded query={papers}>
          {(paperRows) => (
            <Loaded query={supplies}>
              {(supplyRows) => (
                <ClassEditor kitClass={kitClass} project={list} papers={paperRows} supplies={supplyRows} />
              )}
            </Loaded>
          )}
        </Loaded>
      )}
    </Loaded>
  )
}
