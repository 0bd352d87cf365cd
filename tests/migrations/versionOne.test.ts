import { expect, test } from '@jest/globals'
import { Dexie } from 'dexie'
import { StudioDatabase } from '#data/database.ts'
import { readStudio } from '#data/studioCommands.ts'
import { smallStudio } from '../support/studio.ts'

/** The tables as version 1 wrote them, written down here so that a later version has something old to open. */
const VERSION_1 = {
  resins: 'id',
  colours: 'id',
  molds: 'id',
  batches: 'id, createdAtMs',
  events: '[batchId+seq], batchId',
  pieces: 'id, batchId',
  photos: 'id, pieceId',
  settings: 'id',
}

test('a studio of version 1 opens with everything in it', async () => {
  const old = new Dexie('version-one')
  old.version(1).stores(VERSION_1)
  const { settings, ...records } = smallStudio()
  for (const [table, rows] of Object.entries(records)) await old.table(table).bulkAdd([...rows])
  await old.table('settings').add({ ...settings, id: 'studio' })
  old.close()
  const opened = await readStudio(new StudioDatabase('version-one'))
  expect(opened.pieces).toEqual(records.pieces)
  expect(opened.events).toEqual(records.events)
  expect(opened.settings).toEqual(settings)
})
