import { beforeEach, expect, test, vi } from 'vitest'
import { Refused, Unreachable } from '../../api/client'
import { Autosaver } from './autosave'

interface Sent {
  doc: string
  version: number
  answer: (result: number | Error) => void
}

let sent: Sent[]
let saved: number[]

function saver() {
  return new Autosaver<string, number>('a', 1, {
    send: (doc, version) =>
      new Promise((resolve, reject) =>
        sent.push({
          doc,
          version,
          answer: (result) => (result instanceof Error ? reject(result) : resolve(result)),
        }),
      ),
    versionOf: (version) => version,
    onSaved: (version) => saved.push(version),
    delay: 100,
    retryAfter: 1000,
  })
}

const refused = (status: number, code: string) =>
  new Refused(status, { code, message: code, faults: [], current: null })

beforeEach(() => {
  vi.useFakeTimers()
  sent = []
  saved = []
})

test('changes in quick succession are saved once, as the last of them', async () => {
  const it = saver()
  it.change('ab')
  it.change('abc')
  expect(it.snapshot().status).toBe('waiting')
  await vi.advanceTimersByTimeAsync(100)
  expect(sent.map((s) => s.doc)).toEqual(['abc'])
  sent[0]!.answer(2)
  await vi.advanceTimersByTimeAsync(0)
  expect(it.snapshot().status).toBe('saved')
  expect(saved).toEqual([2])
})

test('a change during a save waits for it and is based on its version', async () => {
  const it = saver()
  it.change('b')
  await vi.advanceTimersByTimeAsync(100)
  it.change('c')
  await vi.advanceTimersByTimeAsync(500)
  expect(sent).toHaveLength(1)
  sent[0]!.answer(2)
  await vi.advanceTimersByTimeAsync(0)
  expect(sent[1]).toMatchObject({ doc: 'c', version: 2 })
})

test('a stale save stops, keeps what was typed, and goes on over the newer version when told to', async () => {
  const it = saver()
  it.change('mine')
  await vi.advanceTimersByTimeAsync(100)
  sent[0]!.answer(refused(409, 'stale'))
  await vi.advanceTimersByTimeAsync(0)
  expect(it.snapshot()).toMatchObject({ status: 'stale', doc: 'mine' })
  it.change('mine too')
  await vi.advanceTimersByTimeAsync(5000)
  expect(sent).toHaveLength(1)
  it.keepMine(7)
  expect(sent[1]).toMatchObject({ doc: 'mine too', version: 7 })
})

test('taking theirs leaves mine one undo away, and undo asks before it overwrites theirs', async () => {
  const it = saver()
  it.change('mine')
  await vi.advanceTimersByTimeAsync(100)
  sent[0]!.answer(refused(409, 'stale'))
  await vi.advanceTimersByTimeAsync(0)
  it.takeTheirs('theirs', 7)
  expect(it.snapshot()).toMatchObject({ status: 'saved', doc: 'theirs' })
  it.undo()
  expect(it.snapshot()).toMatchObject({ status: 'stale', doc: 'mine' })
  await vi.advanceTimersByTimeAsync(5000)
  expect(sent).toHaveLength(1)
  it.keepMine(7)
  expect(sent[1]).toMatchObject({ doc: 'mine', version: 7 })
})

test('what was undone before another device saved is not brought back over it', async () => {
  const it = saver()
  it.change('b')
  await vi.advanceTimersByTimeAsync(100)
  sent[0]!.answer(2)
  await vi.advanceTimersByTimeAsync(0)
  it.undo()
  await vi.advanceTimersByTimeAsync(0)
  sent[1]!.answer(3)
  await vi.advanceTimersByTimeAsync(0)
  expect(it.snapshot()).toMatchObject({ canRedo: true, status: 'saved' })
  it.adopt('theirs', 4)
  expect(it.snapshot()).toMatchObject({ doc: 'theirs', canUndo: false, canRedo: false })
  it.redo()
  it.undo()
  await vi.advanceTimersByTimeAsync(5000)
  expect(it.snapshot().doc).toBe('theirs')
  expect(sent).toHaveLength(2)
})

test('redo after taking theirs does not bring mine over it', async () => {
  const it = saver()
  it.change('b')
  it.undo()
  await vi.advanceTimersByTimeAsync(100)
  sent[0]!.answer(refused(409, 'stale'))
  await vi.advanceTimersByTimeAsync(0)
  it.takeTheirs('theirs', 7)
  it.redo()
  await vi.advanceTimersByTimeAsync(5000)
  expect(it.snapshot()).toMatchObject({ doc: 'theirs', canRedo: false })
  expect(sent).toHaveLength(1)
})

test('a fault of the server is not laid to what was typed, and is tried again', async () => {
  const it = saver()
  it.change('b')
  await vi.advanceTimersByTimeAsync(100)
  sent[0]!.answer(refused(500, 'failed'))
  await vi.advanceTimersByTimeAsync(0)
  expect(it.snapshot()).toMatchObject({ status: 'failed', doc: 'b' })
  await vi.advanceTimersByTimeAsync(1000)
  expect(sent[1]).toMatchObject({ doc: 'b', version: 1 })
  sent[1]!.answer(2)
  await vi.advanceTimersByTimeAsync(0)
  expect(it.snapshot().status).toBe('saved')
})

test('a refusal that is not about what was typed says itself, and is not sent again and again', async () => {
  const it = saver()
  it.change('b')
  await vi.advanceTimersByTimeAsync(100)
  sent[0]!.answer(refused(404, 'not-found'))
  await vi.advanceTimersByTimeAsync(60_000)
  expect(it.snapshot()).toMatchObject({ status: 'failed', problem: { message: 'not-found' } })
  expect(sent).toHaveLength(1)
})

test('an error in who is notified of a save is no failed save', async () => {
  const told: unknown[] = []
  vi.stubGlobal('reportError', (error: unknown) => told.push(error))
  const it = new Autosaver<string, number>('a', 1, {
    send: () => Promise.resolve(2),
    versionOf: (version) => version,
    onSaved: () => {
      throw new Error('odd')
    },
    delay: 100,
  })
  it.change('b')
  await vi.advanceTimersByTimeAsync(100)
  expect(it.snapshot().status).toBe('saved')
  expect(told).toHaveLength(1)
  vi.unstubAllGlobals()
})

test('a page that is left sends what waits at once', () => {
  const it = saver()
  it.change('b')
  it.leave()
  expect(sent.map((s) => s.doc)).toEqual(['b'])
})

test('the same version in another unit is taken when idle', () => {
  const it = new Autosaver<{ units: string; width: string }, number>({ units: 'in', width: '1' }, 1, {
    send: () => Promise.resolve(2),
    versionOf: (version) => version,
    onSaved: () => undefined,
  })
  it.adopt({ units: 'in', width: '9' }, 1)
  expect(it.snapshot().doc.width).toBe('1')
  it.adopt({ units: 'cm', width: '2.54' }, 1)
  expect(it.snapshot().doc.width).toBe('2.54')
})

test('away from the server it tries again by itself until it is through', async () => {
  const it = saver()
  it.change('b')
  await vi.advanceTimersByTimeAsync(100)
  sent[0]!.answer(new Unreachable())
  await vi.advanceTimersByTimeAsync(0)
  expect(it.snapshot().status).toBe('offline')
  expect(it.pending).toBe(true)
  await vi.advanceTimersByTimeAsync(1000)
  expect(sent[1]).toMatchObject({ doc: 'b', version: 1 })
  sent[1]!.answer(2)
  await vi.advanceTimersByTimeAsync(0)
  expect(it.snapshot().status).toBe('saved')
})

test('what cannot be read stays as it was typed, with its faults', async () => {
  const it = saver()
  it.change('4 1/0')
  await vi.advanceTimersByTimeAsync(100)
  sent[0]!.answer(refused(422, 'faulty'))
  await vi.advanceTimersByTimeAsync(0)
  expect(it.snapshot()).toMatchObject({ status: 'faulty', doc: '4 1/0' })
  it.change('4 1/4')
  await vi.advanceTimersByTimeAsync(100)
  expect(sent[1]).toMatchObject({ doc: '4 1/4', version: 1 })
})

test('undo and redo walk the changes; typing in one field is one step', () => {
  const it = saver()
  it.change('b', 'name')
  it.change('bc', 'name')
  it.change('bcd', 'other')
  it.undo()
  expect(it.snapshot().doc).toBe('bc')
  it.undo()
  expect(it.snapshot()).toMatchObject({ doc: 'a', canUndo: false, canRedo: true })
  it.redo()
  expect(it.snapshot().doc).toBe('bc')
})

test('a newer version from elsewhere is taken when idle, never over unsaved work', async () => {
  const it = saver()
  it.adopt('newer', 2)
  expect(it.snapshot().doc).toBe('newer')
  it.adopt('older', 1)
  expect(it.snapshot().doc).toBe('newer')
  it.change('mine')
  it.adopt('newest', 3)
  expect(it.snapshot().doc).toBe('mine')
  await vi.advanceTimersByTimeAsync(100)
  expect(sent[0]).toMatchObject({ doc: 'mine', version: 2 })
})

test('a refusal for an ended session keeps the work and tries again', async () => {
  const it = saver()
  it.change('b')
  await vi.advanceTimersByTimeAsync(100)
  sent[0]!.answer(refused(401, 'signed-out'))
  await vi.advanceTimersByTimeAsync(0)
  expect(it.snapshot()).toMatchObject({ status: 'offline', doc: 'b' })
  await vi.advanceTimersByTimeAsync(1000)
  expect(sent).toHaveLength(2)
})

test('an error nobody foresaw is said, not swallowed', async () => {
  const it = saver()
  it.change('b')
  await vi.advanceTimersByTimeAsync(100)
  sent[0]!.answer(new Error('odd'))
  await vi.advanceTimersByTimeAsync(0)
  expect(it.snapshot().status).toBe('failed')
  it.retry()
  expect(sent).toHaveLength(2)
})
