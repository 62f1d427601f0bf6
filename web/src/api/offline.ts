/** What is kept in the browser so that the guides open without the server, and whether that is what is shown. */

/** The cache of the service worker with what the guides ask for; its name is also in worker.config.ts. */
export const GUIDES = 'neat-sheaf-guides'

const WORKER_AFTER_MS = 4000

const listeners = new Set<() => void>()
let away = false

/** Whether the latest answer was one that was kept: the server is away, and what is shown may be old. */
export const connection = {
  subscribe: (listener: () => void): (() => void) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  },
  away: (): boolean => away,
  /** Take note of whether an answer came from the server or from what is kept. */
  heard: (response: Response): void => {
    const now = response.headers.has('X-Kept')
    if (now === away) return
    away = now
    for (const listener of listeners) listener()
  },
}

/** Keep what the server just answered as what a GET of this address answers, where there is a worker. */
export function rememberAnswer(address: string, answer: unknown): void {
  if (!('caches' in globalThis) || !navigator.serviceWorker?.controller) return
  const headers = { date: new Date().toUTCString() }
  void caches.open(GUIDES).then(async (cache) => {
    // An answer of the server may stand there by its headers as another one: only one is to be found.
    await cache.delete(address, { ignoreVary: true })
    await cache.put(address, Response.json(answer, { headers }))
  })
}

/** Whoever signs out, or in, finds nothing of another's studio in the browser. */
export async function forgetAnswers(): Promise<void> {
  if ('caches' in globalThis) await caches.delete(GUIDES)
}

/** The service worker, where the browser has them: on https, or on this very machine. */
export function startWorker(): void {
  if (!('serviceWorker' in navigator)) return
  // What it fetches to keep is not to be in the way of what the page fetches to show.
  setTimeout(() => {
    navigator.serviceWorker.register('/sw.js').catch(() => {
      // Without it the guides work as long as their page is open.
    })
  }, WORKER_AFTER_MS)
}
