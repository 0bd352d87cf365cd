import { expect, test } from '@jest/globals'
import { freshDatabase, smallStudio, step, T0 } from '../../tests/support/studio.ts'
import { USUAL_SETTINGS } from '#schema/usualSettings.ts'
import { recordEvent } from './batchCommands.ts'
import { addBatch } from './planCommands.ts'
import { setDamagedAside } from './damage.ts'
import { Refused } from './door.ts'
import { bringBack } from './keptStudios.ts'
import { saveItem, saveSettings } from './shelfCommands.ts'
import { readStudio, replaceStudio } from './studioCommands.ts'
import type { StudioDatabase } from './database.ts'
import { bloomRequest } from '../../tests/support/request.ts'

/** The same database without its door, as an earlier version or a broken disk writes. */
async function past(db: StudioDatabase, table: string, row: object): Promise<void> {
  const raw = db.backendDB().transaction(table, 'readwrite')
  raw.objectStore(table).put(row)
  await new Promise((done) => (raw.oncomplete = done))
}

test('a batch that cannot be read goes aside with its marks and pieces; all else stays as it was', async () => {
  const db = freshDatabase()
  await replaceStudio(db, smallStudio(), step())
  const before = await readStudio(db)
  await addBatch(db, { id: 'b2', request: bloomRequest({}, 2), nowMs: T0, repeats: null })
  await recordEvent(db, 'b2', { id: 'g', atMs: T0, kind: 'gatePassed', overruled: [] })
  await past(db, 'batches', { id: 'b2', createdAtMs: T0, request: null })
  const found = await setDamagedAside(db)
  expect(found.map(({ table }) => table).sort()).toEqual(['batches', 'events', 'pieces', 'pieces'])
  const { aside, ...rest } = await readStudio(db)
  const { aside: _none, ...whole } = before
  expect(rest).toEqual(whole)
  expect(aside.length).toBe(4)
  expect(await setDamagedAside(db)).toEqual([])
})

test('of damaged settings what can be read stays', async () => {
  const db = freshDatabase()
  await saveSettings(db, { ...USUAL_SETTINGS, roomTempC: 24 })
  await past(db, 'settings', {
    ...USUAL_SETTINGS,
    id: 'studio',
    roomTempC: 24,
    feed: 'http://127.0.0.1:99999/x',
  })
  expect((await setDamagedAside(db)).length).toBe(1)
  expect((await readStudio(db)).settings).toEqual({ ...USUAL_SETTINGS, roomTempC: 24, feed: null })
})

test('a mark after one that went aside gets a number of its own', async () => {
  const db = freshDatabase()
  await replaceStudio(db, smallStudio(), step())
  await past(db, 'events', { batchId: 'b1', seq: 1, event: null })
  await setDamagedAside(db)
  const note = { id: 'n', atMs: T0 + 9e6, kind: 'note', text: 'on' } as const
  expect(await recordEvent(db, 'b1', note)).toEqual({ ok: true, value: note })
})

test('a kept studio with a damaged row comes back without it, and the row is set aside', async () => {
  const db = freshDatabase()
  await replaceStudio(db, smallStudio(), step())
  await past(db, 'molds', { id: 'bad' })
  const kept = await replaceStudio(db, smallStudio({ orders: [] }), step())
  await bringBack(db, kept!, step())
  const studio = await readStudio(db)
  expect(studio.molds).toEqual(smallStudio().molds)
  expect(studio.aside).toMatchObject([{ table: 'molds', row: { id: 'bad' } }])
})

test('nothing a studio file would not take goes through the door, and the refusal says what would be right', async () => {
  const db = freshDatabase()
  const mold = smallStudio().molds[0]!
  const refused = saveItem(db, 'molds', { ...mold, depthMm: -1 })
  await expect(refused).rejects.toBeInstanceOf(Refused)
  await expect(saveItem(db, 'molds', { ...mold, depthMm: -1 })).rejects.toThrow(
    'Nothing was stored: mold depth is -1, expected more than 0 and at most 500 mm.',
  )
  await expect(saveSettings(db, { ...USUAL_SETTINGS, roomTempC: 70 })).rejects.toThrow(
    /room temperature is 70/,
  )
  expect(await db.molds.count()).toBe(0)
})
