/** A tab of a project edited as by hand: typed in, clicked and pressed in a document of its own. */
import './server'
import { i18n } from '@lingui/core'
import { I18nProvider } from '@lingui/react'
import { MantineProvider } from '@mantine/core'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, type ComponentType, useEffect, useState } from 'react'
import { createRoot, type Root } from 'react-dom/client'
import { MemoryRouter, Outlet, Route, Routes } from 'react-router'
import { afterEach, beforeEach, vi } from 'vitest'
import type { Project, ProjectIn, Session } from '../api/client'
import { draftOf, withChanges } from '../projects/draft'
import { type ProjectContext, ProjectProvider } from '../projects/context'

const session: Session = {
  user: 'keeper',
  email: '',
  role: 'owner',
  studios: [],
  sign_up: { open: false, first: false, demo: false, mail: 'none' },
  studio: { id: 1, name: 'Ours', units: 'in', currency: 'EUR', place: 'en-GB', first_day: 1 },
}

let root: Root
export let holder: HTMLElement
/** The document as it was last drawn. */
export let doc: ProjectIn

const seen = (draft: ProjectIn) => {
  doc = draft
}

function Page(props: { tab: ComponentType; project: Project; status: ProjectContext['status'] }) {
  const { tab: Tab, project, status } = props
  const [draft, setDraft] = useState<ProjectIn>(draftOf(project))
  useEffect(() => seen(draft))
  return (
    <ProjectProvider
      value={{
        project,
        doc: draft,
        units: 'in',
        status,
        faults: [],
        paperOf: () => undefined,
        change: setDraft,
        fix: (changes) => setDraft(withChanges(draft, changes)),
      }}
    >
      <Tab />
    </ProjectProvider>
  )
}

export async function open(tab: ComponentType, project: Project, status: ProjectContext['status'] = 'saved') {
  await act(async () => {
    root.render(
      <I18nProvider i18n={i18n}>
        <MantineProvider>
          <QueryClientProvider client={new QueryClient()}>
            <MemoryRouter>
              <Routes>
                <Route element={<Outlet context={session} />}>
                  <Route index element={<Page tab={tab} project={project} status={status} />} />
                </Route>
              </Routes>
            </MemoryRouter>
          </QueryClientProvider>
        </MantineProvider>
      </I18nProvider>,
    )
    await Promise.resolve()
  })
}

export function find<T extends HTMLElement>(selector: string): T {
  const found = holder.querySelector<T>(selector)
  if (!found) throw new Error(`there is no ${selector}`)
  return found
}

export const field = (label: string) => find<HTMLInputElement>(`[aria-label="${label}"]`)

/** Let so many milliseconds go by. */
export const wait = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms))

/** Type a text over what is in a field, and rest long enough for it to be read unless told otherwise. */
export async function type(input: HTMLInputElement | HTMLTextAreaElement, value: string, rest = 200) {
  const kind = input instanceof HTMLTextAreaElement ? HTMLTextAreaElement : HTMLInputElement
  await act(async () => {
    Object.getOwnPropertyDescriptor(kind.prototype, 'value')?.set?.call(input, value)
    input.dispatchEvent(new Event('input', { bubbles: true }))
    await vi.advanceTimersByTimeAsync(rest)
  })
}

export async function press(input: HTMLElement, key: string, more: KeyboardEventInit = {}) {
  await act(async () => {
    input.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }))
    await vi.advanceTimersByTimeAsync(50)
  })
}

export async function click(text: string) {
  const button = [...holder.querySelectorAll('button')].find(
    (b) => b.textContent?.includes(text) || b.getAttribute('aria-label') === text,
  )
  if (!button) throw new Error(`there is no button ${text}`)
  await act(async () => {
    button.click()
    await Promise.resolve()
  })
}

export async function focus(input: HTMLElement, on = true) {
  await act(async () => {
    if (on) input.focus()
    else input.blur()
    await Promise.resolve()
  })
}

beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal('IS_REACT_ACT_ENVIRONMENT', true)
  // What the component library asks of a browser and the test's document lacks.
  vi.stubGlobal('ResizeObserver', class { observe() {} unobserve() {} disconnect() {} }) // prettier-ignore
  Object.defineProperty(document, 'fonts', { value: new EventTarget(), configurable: true })
  holder = document.createElement('div')
  document.body.append(holder)
  root = createRoot(holder)
})

afterEach(() => {
  act(() => root.unmount())
  holder.remove()
  vi.unstubAllGlobals()
  vi.useRealTimers()
})
