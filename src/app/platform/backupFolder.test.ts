import { afterAll, beforeEach, expect, test } from '@jest/globals'
import { fakeLocalStorage } from '../../../tests/support/localStorage.ts'
import { COASTER } from '../../../tests/support/request.ts'
import { freshDatabase, T0 } from '../../../tests/support/studio.ts'
import type { BackupFolder, StudioDatabase } from '#data/database.ts'
import { addMolds } from '#data/shelfCommands.ts'
import { backUpNow } from './backupFolder.ts'

function signal() {
  let give = () => undefined as void
  const given = new Promise<void>((resolve) => {
    give = resolve
  })
  return { given, give: () => give() }
}

/** A folder whose files wait at their first write until it is let go on. */
function heldFolder() {
  const begun = signal()
  const goOn = signal()
  const file = {
    createWritable: () =>
      Promise.resolve({
        write: () => {
          begun.give()
          return goOn.given
        },
        close: () => Promise.resolve(),
        abort: () => Promise.resolve(),
      }),
  }
  const handle = {
    requestPermission: () => Promise.resolve('granted'),
    getFileHandle: () => Promise.resolve(file),
    removeEntry: () => Promise.resolve(),
    entries: async function* () {},
  }
  return { handle, begun: begun.given, goOn: goOn.give }
}

/** The studio with that folder chosen; a handle of a browser cannot be kept here, so its row stands beside. */
function keeping(db: StudioDatabase, handle: object): () => BackupFolder {
  let row = { id: 'backups', handle, lastAtMs: null, trouble: null, shelf: null } as unknown as BackupFolder
  const folders = {
    get: () => Promise.resolve(row),
    update: (_: string, changes: Partial<BackupFolder>) => {
      row = { ...row, ...changes }
      return Promise.resolve(1)
    },
  }
  Object.defineProperty(db, 'folders', { value: folders })
  return () => row
}

afterAll(() => {
  Reflect.deleteProperty(globalThis, 'navigator')
})

beforeEach(() => {
  globalThis.localStorage = fakeLocalStorage()
  const request = (_: string, job: () => Promise<void>) => job()
  Object.defineProperty(globalThis, 'navigator', { value: { locks: { request } }, configurable: true })
})

test('what changes on the shelf while the file is written is new to the next backup', async () => {
  const db = freshDatabase()
  const held = heldFolder()
  const row = keeping(db, held.handle)
  const backup = backUpNow(db, T0)
  await held.begun
  await addMolds(db, [{ ...COASTER, name: 'Bought meanwhile' }])
  held.goOn()
  await backup
  const before = row().shelf
  expect(row()).toMatchObject({ lastAtMs: T0, trouble: null })
  await backUpNow(db, T0 + 1)
  expect(row().shelf).not.toEqual(before)
  await backUpNow(db, T0 + 2)
  const unchanged = row().shelf
  await backUpNow(db, T0 + 3)
  expect(row().shelf).toEqual(unchanged)
})
