import { useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { useParams } from 'react-router'
import type { KitClass, Project, Schemas } from '../api/client'
import { asked } from '../api/queries'
import { Loaded } from '../ui/states/states'

type Prepare = Schemas['PrepareOut']

/** What a guide of a class is drawn from: the class, its list, and what is prepared for it. */
export function GuideOf(props: {
  children: (kitClass: KitClass, project: Project, prepare: Prepare) => ReactNode
}) {
  const id = Number(useParams().id)
  const kitClass = useQuery(asked.kitClass(id))
  const project = useQuery(asked.project(kitClass.data?.project, kitClass.data?.listed ?? ''))
  const plan = !!kitClass.data?.planned.plan
  const prepare = useQuery({
    ...asked.prepare(id, kitClass.data?.version, plan),
    enabled: kitClass.isSuccess,
  })
  return (
    <Loaded query={kitClass}>
      {(of) => (
        <Loaded query={project}>
          {(list) => <Loaded query={prepare}>{(found) => props.children(of, list, found)}</Loaded>}
        </Loaded>
      )}
    </Loaded>
  )
}
