import { Button, Menu, useMantineColorScheme } from '@mantine/core'
import { IconBook2, IconCalendarEvent, IconChevronDown, IconHome, IconPalette } from '@tabler/icons-react'
import { useQueryClient } from '@tanstack/react-query'
import { Suspense } from 'react'
import { NavLink, Outlet } from 'react-router'
import { api, type Session } from '../api/client'
import classes from './Frame.module.css'
import { Shortcuts } from './Shortcuts'
import { Fetching } from './states'

const PLACES = [
  { to: '/', label: 'Bench', icon: IconHome },
  { to: '/projects', label: 'Projects', icon: IconBook2 },
  { to: '/classes', label: 'Classes', icon: IconCalendarEvent },
  { to: '/cupboard', label: 'Cupboard', icon: IconPalette },
]

/** The frame around every place: the mark, the four places, and whose studio this is. */
export function Frame({ session }: { session: Session }) {
  const queries = useQueryClient()
  const { colorScheme, setColorScheme } = useMantineColorScheme()
  async function signOut() {
    await api.DELETE('/api/session')
    queries.clear()
    window.location.assign('/')
  }
  return (
    <div className={classes.frame}>
      <a href="#main" className={classes.skip}>
        Skip to the work
      </a>
      <header className={classes.top}>
        <NavLink to="/" className={classes.brand} aria-label="Neat Sheaf, to the bench">
          <img src="/static/mark.svg" width="30" height="30" alt="" />
          <span>Neat Sheaf</span>
        </NavLink>
        <nav aria-label="Places" className={classes.places}>
          {PLACES.map(({ to, label, icon: Icon }) => (
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
            <Menu.Label>Signed in as {session.user}</Menu.Label>
            <Menu.Item component={NavLink} to="/habits">
              How we work
            </Menu.Item>
            <Menu.Item onClick={() => setColorScheme(colorScheme === 'dark' ? 'light' : 'dark')}>
              {colorScheme === 'dark' ? 'Light' : 'Dark'} colours
            </Menu.Item>
            <Menu.Item onClick={() => void signOut()}>Sign out</Menu.Item>
          </Menu.Dropdown>
        </Menu>
      </header>
      <Shortcuts />
      <main id="main" tabIndex={-1} className={classes.main}>
        <Suspense fallback={<Fetching />}>
          <Outlet context={session} />
        </Suspense>
      </main>
    </div>
  )
}
