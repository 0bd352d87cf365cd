import { beforeEach, describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { fakeLocalStorage } from '../../../tests/support/localStorage.ts'
import { freshDatabase, T0 } from '../../../tests/support/studio.ts'
import type { PourEvent } from '#core/runsheet/index.ts'
import { recordEvent } from '#data/batchCommands.ts'
import { addBatch } from '#data/planCommands.ts'
import { eventsOf } from '#data/events.ts'
import type { StudioDatabase } from '#data/database.ts'
import { emptySpool, spooledMarks, spoolMark } from './spool.ts'

let db: StudioDatabase
const GATE: PourEvent = { id: 'g', atMs: T0, kind: 'gatePassed', overruled: [] }
const STIR: PourEvent = { id: 's', atMs: T0 + 1000, kind: 'stirBegan' }
const STOP: PourEvent = { id: 't', atMs: T0 + 2000, kind: 'stopStir' }

beforeEach(async () => {
  globalThis.localStorage = fakeLocalStorage()
  db = freshDatabase()
  await addBatch(db, { id: 'b', request: bloomRequest({}, 1), nowMs: T0, repeats: null })
})

/** A database that takes nothing any more. */
function full(): StudioDatabase {
  const closed = freshDatabase()
  closed.transaction = (() =>
    Promise.reject(Object.assign(new Error('no room'), { name: 'QuotaExceededError' }))) as never
  return closed
}

/** The database that takes nothing more, but still tells what it holds. */
function filled(db: StudioDatabase): StudioDatabase {
  return new Proxy(db, {
    get: (of, key) =>
      key === 'transaction'
        ? (mode: string, ...rest: unknown[]) =>
            mode === 'rw'
              ? Promise.reject(Object.assign(new Error('no room'), { name: 'QuotaExceededError' }))
              : (of.transaction as (...all: unknown[]) => unknown).call(of, mode, ...rest)
        : Reflect.get(of, key, of),
  })
}

describe('the spool', () => {
  test('is empty once the database has the mark', async () => {
    expect((await spoolMark(db, 'b', GATE)).ok).toBe(true)
    expect(spooledMarks()).toEqual([])
    expect(await eventsOf(db, 'b')).toEqual([GATE])
  })

  test('keeps the mark where the database is full, and the mark counts as taken', async () => {
    expect(await spoolMark(full(), 'b', GATE)).toEqual({ ok: true, value: GATE })
    expect(spooledMarks().map(({ mark }) => mark.event)).toEqual([GATE])
  })

  test('is stored at the next opening, oldest first, and then gone', async () => {
    for (const event of [GATE, STIR, STOP]) await spoolMark(full(), 'b', event)
    expect(await emptySpool(db)).toBe(3)
    expect((await eventsOf(db, 'b')).map((event) => event.kind)).toEqual([
      'gatePassed',
      'stirBegan',
      'stopStir',
    ])
    expect(spooledMarks()).toEqual([])
  })

  test('stores nothing twice: a mark that came through after all is refused and dropped', async () => {
    await spoolMark(full(), 'b', GATE)
    await recordEvent(db, 'b', GATE)
    expect(await emptySpool(db)).toBe(0)
    expect(await eventsOf(db, 'b')).toEqual([GATE])
    expect(spooledMarks()).toEqual([])
  })

  test('judges a later mark by what is stored and what waits: nothing vanishes once the device is full', async () => {
    for (const event of [GATE, STIR]) await spoolMark(db, 'b', event)
    const decant: PourEvent = { id: 'd', atMs: T0 + 3000, kind: 'done', key: 'decant' }
    const undo: PourEvent = { id: 'u', atMs: T0 + 4000, kind: 'undone', eventId: 'd' }
    for (const event of [STOP, decant, undo])
      expect(await spoolMark(filled(db), 'b', event)).toEqual({ ok: true, value: event })
    expect(await spoolMark(filled(db), 'b', { ...STOP, id: 'again' })).toMatchObject({ ok: false })
    expect(spooledMarks().map(({ mark }) => mark.event.id)).toEqual(['t', 'd', 'u'])
    const more: PourEvent = { id: 'm', atMs: T0 + 5000, kind: 'done', key: 'decant' }
    expect((await spoolMark(db, 'b', more)).ok).toBe(true)
    expect((await eventsOf(db, 'b')).map(({ id }) => id)).toEqual(['g', 's', 't', 'd', 'u', 'm'])
    expect(spooledMarks()).toEqual([])
  })

  test('keeps their order where the clock was set back between two marks', async () => {
    for (const event of [GATE, { ...STIR, atMs: T0 - 60_000 }]) await spoolMark(filled(db), 'b', event)
    expect(await emptySpool(db)).toBe(2)
    expect((await eventsOf(db, 'b')).map(({ kind }) => kind)).toEqual(['gatePassed', 'stirBegan'])
  })

  test('takes no mark that a studio file would not take, and says what would be right', async () => {
    for (const event of [GATE, STIR, STOP]) await spoolMark(db, 'b', event)
    const hot = { kind: 'room', tempC: 70 } as const
    await expect(
      spoolMark(db, 'b', { id: 'r', atMs: T0 + 3000, kind: 'reading', reading: hot }),
    ).rejects.toThrow(/room temperature read is 70, expected at least -20 and at most 60/)
    expect(spooledMarks()).toEqual([])
    expect((await eventsOf(db, 'b')).length).toBe(3)
  })

  test('drops what is not a mark, and leaves other rows alone', async () => {
    localStorage.setItem('nublo-mark-x', '{"half')
    localStorage.setItem('nublo-mark-y', '{"batchId":"b","event":{"kind":"explode"}}')
    localStorage.setItem('nublo-draft', '{}')
    expect(await emptySpool(db)).toBe(0)
    expect(Object.keys(localStorage)).toEqual(['nublo-draft'])
  })

  test('says so when neither place has room: nothing is claimed to be stored', async () => {
    globalThis.localStorage = fakeLocalStorage(10)
    await expect(spoolMark(full(), 'b', GATE)).rejects.toThrow(/full: nothing was changed/)
  })

  test('without local storage still stores in the database', async () => {
    globalThis.localStorage = fakeLocalStorage(10)
    expect((await spoolMark(db, 'b', GATE)).ok).toBe(true)
    expect(await eventsOf(db, 'b')).toEqual([GATE])
  })
})
