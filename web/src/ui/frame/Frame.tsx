import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Menu, useMantineColorScheme } from '@mantine/core'
import {
  IconBasket,
  IconBook2,
  IconCalendarEvent,
  IconChevronDown,
  IconHome,
  IconPalette,
} from '@tabler/icons-react'
import { useQueryClient } from '@tanstack/react-query'
import { Suspense } from 'react'
import { NavLink, Outlet, useLocation } from 'react-router'
import { api, type Session } from '../../api/client'
import { forgetAnswers } from '../../api/offline'
import classes from './Frame.module.css'
import { For, LookedAtBy, needsOf } from './May'
import { Shortcuts } from './Shortcuts'
import { Fetching } from '../states/states'
import { Printing } from '../tasks/Printing'

const places = () => [
  { to: '/', label: t`Bench`, icon: IconHome },
  { to: '/projects', label: t`Projects`, icon: IconBook2 },
  { to: '/classes', label: t`Classes`, icon: IconCalendarEvent },
  { to: '/cupboard', label: t`Cupboard`, icon: IconPalette },
  { to: '/shopping', label: t`Shopping`, icon: IconBasket },
]

/** The frame around every place: the mark, the five places to work in, and whose studio this is. */
export function Frame({ session }: { session: Session }) {
  const queries = useQueryClient()
  const { colorScheme, setColorScheme } = useMantineColorScheme()
  async function signOut() {
    await api.DELETE('/api/session')
    queries.clear()
    await forgetAnswers()
    window.location.assign('/')
  }
  const others = session.studios.filter((place) => place.id !== session.studio?.id)
  async function lookAt(id: number) {
    await api.PUT('/api/session/studio', { body: { id } })
    await forgetAnswers()
    window.location.assign('/')
  }
  return (
    <div className={classes.frame}>
      <a href="#main" className={classes.skip}>
        <Trans>Skip to the work</Trans>
      </a>
      <header className={classes.top}>
        <NavLink to="/" className={classes.brand} aria-label={t`Neat Sheaf, to the bench`}>
          <img src="/static/mark.svg" width="30" height="30" alt="" />
          <span>Neat Sheaf</span>
        </NavLink>
        <nav aria-label={t`Places`} className={classes.places}>
          {places().map(({ to, label, icon: Icon }) => (
            <NavLink key={to} to={to} end={to === '/'} className={classes.place}>
              <Icon size={18} aria-hidden /> {label}
            </NavLink>
          ))}
        </nav>
        <Menu position="bottom-end" withinPortal>
          <Menu.Target>
            <Button
              variant="subtle"
              color="gray"
              className={classes.who}
              rightSection={<IconChevronDown size={16} aria-hidden />}
            >
              {session.studio?.name}
            </Button>
          </Menu.Target>
          <Menu.Dropdown>
            <Menu.Label>
              <Trans>Signed in as {session.user}</Trans>
            </Menu.Label>
            <Menu.Item component={NavLink} to="/habits">
              <Trans>How we work</Trans>
            </Menu.Item>
            <Menu.Item component={NavLink} to="/members">
              <Trans>Who belongs here</Trans>
            </Menu.Item>
            <Menu.Item component={NavLink} to="/changes">
              <Trans>Who changed what</Trans>
            </Menu.Item>
            {session.role === 'owner' ? (
              <Menu.Item component={NavLink} to="/archive">
                <Trans>Everything in one file</Trans>
              </Menu.Item>
            ) : null}
            <Menu.Item component={NavLink} to="/account">
              <Trans>Your account</Trans>
            </Menu.Item>
            {others.map((place) => (
              <Menu.Item key={place.id} onClick={() => void lookAt(place.id)}>
                <Trans>To {place.name}</Trans>
              </Menu.Item>
            ))}
            <Menu.Item component={NavLink} to="/studios/new">
              <Trans>Open another paper room</Trans>
            </Menu.Item>
            <Menu.Item onClick={() => setColorScheme(colorScheme === 'dark' ? 'light' : 'dark')}>
              {colorScheme === 'dark' ? t`Light colours` : t`Dark colours`}
            </Menu.Item>
            <Menu.Item onClick={() => void signOut()}>
              <Trans>Sign out</Trans>
            </Menu.Item>
          </Menu.Dropdown>
        </Menu>
      </header>
      {session.role === 'reader' ? (
        <p className={classes.banner} role="note">
          <Trans>
            You look on here, and print; nothing can be changed. Ask an owner if you should do more.
          </Trans>
        </p>
      ) : session.role === 'helper' ? (
        <p className={classes.banner} role="note">
          <Trans>
            You help here: cutting, ticks, counts and the log are yours; lists and classes are an owner’s to
            change.
          </Trans>
        </p>
      ) : null}
      <Shortcuts />
      <main id="main" tabIndex={-1} className={classes.main}>
        <Printing>
          <Suspense fallback={<Fetching />}>
            <LookedAtBy role={session.role ?? 'reader'}>
              <For needs={needsOf(useLocation().pathname)}>
                <Outlet context={session} />
              </For>
            </LookedAtBy>
          </Suspense>
        </Printing>
      </main>
    </div>
  )
}
