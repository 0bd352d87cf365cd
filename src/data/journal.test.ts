import { afterEach, describe, expect, jest, test } from '@jest/globals'
import Dexie from 'dexie'
import { databaseNames, noted, openNoted, renewJournal } from './journal.ts'

const there = async (part: string) => ((await databaseNames()) ?? []).filter((name) => name.includes(part))

/** A step that began and never came to its end. */
const cutShort = (database: string) =>
  new Promise<void>((begun) => {
    void noted(database, 'demo', () => {
      begun()
      return new Promise(() => undefined)
    })
  })

afterEach(() => {
  jest.restoreAllMocks()
})

describe('the note of a large step', () => {
  test('stands while it is under way and is gone after it, also where it failed', async () => {
    const during = await noted('one', 'merge', () => there('one-step'))
    expect(during).toEqual(['one-step-merge'])
    await expect(noted('one', 'merge', () => Promise.reject(new Error('full')))).rejects.toThrow('full')
    expect(await there('one')).toEqual([])
  })

  test('nothing is renewed where every step came to its end', async () => {
    await noted('two', 'demo', () => Promise.resolve())
    expect(await renewJournal('two')).toBe(false)
  })

  test('a step that was cut short has a journal begun, once, and leaves nothing behind', async () => {
    await cutShort('three')
    expect(await renewJournal('four')).toBe(false)
    expect(await renewJournal('three')).toBe(true)
    expect(await there('three')).toEqual([])
    expect(await renewJournal('three')).toBe(false)
  })

  test('where there is no room the note stays for the next opening', async () => {
    await cutShort('five')
    const full = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('no room', 'QuotaExceededError')
    })
    expect(await renewJournal('five')).toBe(false)
    expect(await there('five-step')).toEqual(['five-step-demo'])
    full.mockRestore()
    expect(await renewJournal('five')).toBe(true)
  })

  test('an upgrade of every row is a large step, an opening as it was is none', async () => {
    const old = new Dexie('six')
    old.version(1).stores({ rows: 'id' })
    await old.open()
    old.close()
    const seen: (readonly string[])[] = []
    const now = new Dexie('six')
    now.version(1).stores({ rows: 'id' })
    now
      .version(2)
      .stores({})
      .upgrade(() => Dexie.waitFor(there('six-step').then((names) => void seen.push(names))))
    await openNoted(now)
    expect(seen).toEqual([['six-step-upgrade']])
    expect(await there('six-step')).toEqual([])
    now.close()
    await openNoted(now)
    expect(seen).toHaveLength(1)
    now.close()
  })
})
