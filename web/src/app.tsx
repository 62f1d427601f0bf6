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
const Account = lazy(async () => ({ default: (await import('./accounts/Account')).Account }))
const AllChanges = lazy(async () => ({ default: (await import('./accounts/AllChanges')).AllChanges }))
const Archive = lazy(async () => ({ default: (await import('./accounts/Archive')).Archive }))
const Members = lazy(async () => ({ default: (await import('./accounts/Members')).Members }))
const NewStudio = lazy(async () => ({ default: (await import('./accounts/NewStudio')).NewStudio }))
const SignUp = lazy(async () => ({ default: (await import('./accounts/SignUp')).SignUp }))
const Join = lazy(async () => ({ default: (await import('./accounts/Join')).Join }))
const Mailbox = lazy(async () => ({ default: (await import('./accounts/Mailbox')).Mailbox }))
const Forgot = lazy(async () => ({ default: (await import('./accounts/Passwords')).Forgot }))
const Reset = lazy(async () => ({ default: (await import('./accounts/Passwords')).Reset }))
const Confirm = lazy(async () => ({ default: (await import('./accounts/Passwords')).Confirm }))
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
        data.user && data.studio ? (
          <>
            {expired ? <SignIn again done={() => setExpired(false)} /> : null}
            <Suspense fallback={<Fetching />}>
              <Routes>
                <Route element={<FullScreen session={data} />}>
                  <Route path="classes/:id/trimmer" element={<Trimmer />} />
                  <Route path="classes/:id/scoring" element={<ScoringGuide />} />
                  <Route path="classes/:id/table" element={<TableGuide />} />
                </Route>
                <Route path="join/:token" element={<Join session={data} />} />
                <Route path="confirm/:key" element={<Confirm />} />
                <Route path="mailbox" element={<Mailbox />} />
                <Route path="studios/new" element={<NewStudio session={data} />} />
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
                  <Route path="account" element={<Account />} />
                  <Route path="members" element={<Members />} />
                  <Route path="archive" element={<Archive />} />
                  <Route path="changes" element={<AllChanges />} />
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
            </Suspense>
          </>
        ) : (
          <Suspense fallback={<Fetching />}>
            <Door session={data} />
          </Suspense>
        )
      }
    </Loaded>
  )
}

/** What stands before the places: signing in and up, an invitation, a forgotten password, the first studio. */
function Door({ session }: { session: Session }) {
  return (
    <Routes>
      <Route path="join/:token" element={<Join session={session} />} />
      <Route path="confirm/:key" element={<Confirm />} />
      <Route path="reset/:key" element={<Reset />} />
      <Route path="forgot" element={<Forgot />} />
      <Route path="mailbox" element={<Mailbox />} />
      <Route path="sign-up" element={session.user ? <NewStudio session={session} /> : <SignUp />} />
      <Route
        path="*"
        element={
          session.user ? (
            <NewStudio session={session} />
          ) : session.sign_up.first ? (
            <SignUp first />
          ) : (
            <SignIn />
          )
        }
      />
    </Routes>
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
