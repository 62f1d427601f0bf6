import { answerWith } from '../../testing/server'
import { i18n } from '@lingui/core'
import { I18nProvider } from '@lingui/react'
import { MantineProvider } from '@mantine/core'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act } from 'react'
import { createRoot, type Root } from 'react-dom/client'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { nameOf, usePrint } from './print'
import { Printing } from './Printing'

let root: Root
let holder: HTMLElement
const saved: string[] = []

function Link() {
  const print = usePrint()
  return <a {...print({ href: '/api/classes/1/labels.pdf', name: 'Labels' })}>go</a>
}

beforeEach(() => {
  saved.length = 0
  holder = document.body.appendChild(document.createElement('div'))
  root = createRoot(holder)
  vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
    saved.push(this.download)
  })
  URL.createObjectURL = () => 'blob:1'
  act(() => {
    root.render(
      <I18nProvider i18n={i18n}>
        <MantineProvider>
          <QueryClientProvider client={new QueryClient()}>
            <Printing>
              <Link />
            </Printing>
          </QueryClientProvider>
        </MantineProvider>
      </I18nProvider>,
    )
  })
})

afterEach(() => {
  act(() => root.unmount())
  holder.remove()
  vi.restoreAllMocks()
})

const task = {
  id: 7, kind: 'print', done: 0, steps: 0, finished: false, file: null, restored: null, faults: [],
} // prettier-ignore
const json = (status: number, body: unknown) => Response.json(body, { status })

async function press(answers: (path: string, method: string) => Response) {
  answerWith((path, asked) => answers(path, asked.method))
  const event = new MouseEvent('click', { bubbles: true, cancelable: true })
  await act(async () => {
    holder.querySelector('a')?.dispatchEvent(event)
    await new Promise((resolve) => setTimeout(resolve, 30))
  })
  return event
}

describe('a print', () => {
  test('that is short is saved under its name, and nothing stays on screen', async () => {
    const headers = { 'Content-Disposition': 'attachment; filename="evening-labels.pdf"' }
    const event = await press(() => new Response('%PDF', { headers }))
    expect(event.defaultPrevented).toBe(true)
    expect(saved).toEqual(['evening-labels.pdf'])
    expect(holder.querySelector('section')).toBeNull()
  })

  test('that is long shows how far it is, and can be stopped', async () => {
    const asked: string[] = []
    await press((path, method) => {
      asked.push(`${method} ${path}`)
      return json(path.startsWith('/api/tasks') ? 200 : 202, task)
    })
    expect(holder.querySelector('section')?.textContent).toContain('Waiting for its turn')
    const stop = [...holder.querySelectorAll('button')].find((button) => button.textContent === 'Stop')
    act(() => stop?.click())
    await vi.waitFor(() => expect(asked).toContain('DELETE /api/tasks/7'))
    expect(holder.querySelector('section')).toBeNull()
    expect(saved).toEqual([])
  })

  test('that cannot be printed says why, where it was asked for', async () => {
    const fault = { path: '', code: 'too-many-bags', message: 'Too many bags.' }
    await press(() => json(422, { code: 'faulty', message: 'It is not so.', faults: [fault], current: null }))
    expect(holder.querySelector('[role=alert]')?.textContent).toContain('Too many bags.')
  })

  test('is the browser’s own matter with a key held down', () => {
    const event = new MouseEvent('click', { bubbles: true, cancelable: true, ctrlKey: true })
    act(() => void holder.querySelector('a')?.dispatchEvent(event))
    expect(event.defaultPrevented).toBe(false)
  })

  test.each([
    ['attachment; filename="a b.pdf"', 'a b.pdf'],
    [null, 'print.pdf'],
  ])('takes its name from the answer: %s', (disposition, name) => {
    expect(nameOf(disposition)).toBe(name)
  })
})
