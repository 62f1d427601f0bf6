import { createContext, type MouseEvent, useContext } from 'react'
import { ask } from '../../api/client'
import { connection } from '../../api/offline'
import type { Task } from './useTask'

const DISPOSITION = 'Content-Disposition'
const NAMELESS = 'print.pdf'

/** A PDF to fetch: where it is, and what it is called on screen. */
export interface Print {
  href: string
  name: string
}

/** What fetches a print; none where a page shows no progress of it. */
export const Printer = createContext<((print: Print) => void) | null>(null)

/** What a link to a print is given: a plain click fetches it and shows how far it is, any other is the browser's. */
export function usePrint() {
  const print = useContext(Printer)
  return (one: Print) => ({
    href: one.href,
    onClick: (event: MouseEvent) => {
      if (!print || event.ctrlKey || event.metaKey || event.shiftKey) return
      event.preventDefault()
      print(one)
    },
  })
}

/** Fetch a print: saved at once where it is short (null), else the task of the worker who writes it. */
export async function fetchPrint(href: string): Promise<Task | null> {
  const found = await ask<Task | Blob>(asked(href))
  if (!(found instanceof Blob)) return found
  return null
}

async function asked(href: string): Promise<{ data?: Task | Blob; error?: unknown; response: Response }> {
  const response = await fetch(href, { credentials: 'same-origin' })
  connection.heard(response)
  if (response.status === 200) {
    const data = await response.blob()
    save(data, nameOf(response.headers.get(DISPOSITION)))
    return { data, response }
  }
  const said: unknown = await response.json().catch(() => null)
  return response.ok ? { data: said as Task, response } : { error: said, response }
}

/** The name that an answer gives its file. */
export const nameOf = (disposition: string | null) =>
  /filename="([^"]+)"/.exec(disposition ?? '')?.[1] ?? NAMELESS

function save(file: Blob, name: string) {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(file)
  link.download = name
  link.click()
  // The browser has to begin with it before it is forgotten.
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000)
}
