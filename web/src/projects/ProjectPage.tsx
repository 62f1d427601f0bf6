import { useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { asked } from '../api/queries'
import { Loaded } from '../ui/states/states'
import { ProjectEditor } from './ProjectEditor'

/** One project: its list, edited in place, each piece drawn as it is typed. */
export function ProjectPage() {
  const project = useQuery(asked.project(Number(useParams().id)))
  const papers = useQuery(asked.papers())
  return (
    <Loaded query={project}>
      {(data) => (
        <Loaded query={papers}>
          {(rows) => <ProjectEditor key={data.id} project={data} papers={rows} />}
        </Loaded>
      )}
    </Loaded>
  )
}
