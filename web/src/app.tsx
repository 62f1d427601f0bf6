import { Trans } from '@lingui/react/macro'
import { t } from '@lingui/core/macro'
import { useQuery } from '@tanstack/react-query'
import { lazy, Suspense, useEffect, useState } from 'react'
import { Outlet, Route, Routes } from 'react-router'
import { SignIn } from './accounts/SignIn'
import { onExpired, type Session } from './api/client'
import { asked } from './api/queries'
import { Frame } from './ui/frame/Frame'
import { Empty, Fetching, Loaded } from './ui/states/states'

const Bench = lazy(async () => ({ default: (await import('./bench/Bench')).Bench }))
const Projects = lazy(async () => ({ default: (await import('./projects/Projects')).Projects }))
const ProjectPage = lazy(async () => ({
  default: (await import('./projects/ProjectPage')).ProjectPage,
}))
const Classes = lazy(async () => ({ default: (await import('./classes/Classes')).Classes }))
const Year = lazy(async () => ({ default: (await import('./classes/Year')).Year }))
const ClassPage = lazy(async () => ({ default: (await import('./classes/ClassPage')).ClassPage }))
const Trimmer = lazy(async () => ({ default: (await import('./trimmer/Trimmer')).Trimmer }))
const ScoringGuide = lazy(async () => ({
  default: (await import('./preparing/ScoringGuide')).ScoringGuide,
}))
const TableGuide = lazy(async () => ({ default: (await import('./teaching/TableGuide')).TableGuide }))
const Habits = lazy(async () => ({ default: (await import('./accounts/Habits')).Habits }))
const Shopping = lazy(async () => ({ default: (await import('./shopping/Shopping')).Shopping }))
const Prices = lazy(async () => ({ default: (await import('./shopping/Prices')).Prices }))
const Cupboard = lazy(async () => ({ default: (await import('./cupboard/Cupboard')).Cupboard }))

/** Everything: signed out, the form to sign in; signed in, the places. */
export function App() {
  const session = useQuery(asked.session())
  const [expired, setExpired] = useState(false)
  useEffect(() => onExpired(() => setExpired(true)), [])
  return (
    <Loaded query={session}>
      {(data) =>
        data.user ? (
          <>
            {expired ? <SignIn again done={() => setExpired(false)} /> : null}
            <Routes>
              <Route element={<FullScreen session={data} />}>
                <Route path="classes/:id/trimmer" element={<Trimmer />} />
                <Route path="classes/:id/scoring" element={<ScoringGuide />} />
                <Route path="classes/:id/table" element={<TableGuide />} />
              </Route>
              <Route element={<Frame session={data} />}>
                <Route index element={<Bench />} />
                <Route path="projects" element={<Projects />} />
                <Route path="projects/:id/:tab?" element={<ProjectPage />} />
                <Route path="classes" element={<Classes />} />
                <Route path="year" element={<Year />} />
                <Route path="classes/:id/:tab?" element={<ClassPage />} />
                <Route path="cupboard" element={<Cupboard />} />
                <Route path="shopping" element={<Shopping />} />
                <Route path="shopping/prices" element={<Prices />} />
                <Route path="habits" element={<Habits />} />
                <Route
                  path="*"
                  element={
                    <Empty title={t`There is no such page`}>
                      <Trans>Choose a place above to go on.</Trans>
                    </Empty>
                  }
                />
              </Route>
            </Routes>
          </>
        ) : (
          <SignIn />
        )
      }
    </Loaded>
  )
}

/** A place without the frame: it has the whole screen. */
function FullScreen({ session }: { session: Session }) {
  return (
    <Suspense fallback={<Fetching />}>
      <Outlet context={session} />
    </Suspense>
  )
}
