import { describe, expect, test } from '@jest/globals'
import { backLayer } from '../../tests/support/layers.ts'
import { bloomRequest } from '../../tests/support/request.ts'
import { freshDatabase, smallStudio, step, T0 } from '../../tests/support/studio.ts'
import { ARCHETYPES } from '#core/resin/index.ts'
import type { PourEvent } from '#core/runsheet/index.ts'
import { recordEvent, recordOutcome, removeBatch } from './batchCommands.ts'
import { addBatch } from './planCommands.ts'
import { setDamagedAside } from './damage.ts'
import type { StudioDatabase } from './database.ts'
import { briefOf } from './brief.ts'
import {
  countStale,
  leaveBrokenStale,
  openRegister,
  readPart,
  readRegister,
  runsOf,
  writeRegister,
} from './register.ts'
import { replaceStudio } from './studioCommands.ts'

const MONTH_MS = 31 * 86_400_000
const open = async (db: StudioDatabase, nowMs = T0) =>
  (await readPart(db, { index: 'openUntilMs', value: nowMs }))!.map(({ id }) => id)

async function planned(id = 'b9') {
  const db = freshDatabase()
  await replaceStudio(db, smallStudio(), step())
  await addBatch(db, { id, request: bloomRequest({}, 2), nowMs: T0 + 1, repeats: null })
  return db
}

let marks = 0
function mark(db: StudioDatabase, batchId: string, event: object) {
  marks += 1
  return recordEvent(db, batchId, { id: `mark-${marks}`, atMs: T0 + marks * 60_000, ...event } as PourEvent)
}

async function demolded(db: StudioDatabase, batchId: string) {
  for (const kind of ['stirBegan', 'stopStir']) await mark(db, batchId, { kind })
  for (const key of ['decant', 'demold']) await mark(db, batchId, { kind: 'done', key })
}

describe('a damaged row of the register', () => {
  test.each<[string, object]>([
    ['pieces that are none', { pieces: [{}] }],
    ['a piece that is nothing', { pieces: [null] }],
    ['no colours', { colours: null }],
    ['no name', { name: 7 }],
    ['molds that are no list', { moldsPoured: 'm1' }],
  ])('with %s is made anew, and locks no list', async (_what, damage) => {
    const db = await planned()
    await writeRegister(db)
    const whole = await readRegister(db)
    const row = (await db.briefs.get('b9'))!
    await db.briefs.put({ ...row, ...damage } as never)
    expect(await readRegister(db)).toEqual(whole)
    expect(await open(db)).toContain('b9')
    await leaveBrokenStale(db)
    expect(await countStale(db)).toBe(1)
    await writeRegister(db)
    expect(await db.briefs.get('b9')).toEqual(row)
  })
})

describe('the register', () => {
  test('follows every mark in the moment it is stored, written anew or not', async () => {
    const db = await planned()
    await mark(db, 'b9', { kind: 'gatePassed', overruled: [] })
    await mark(db, 'b9', { kind: 'stirBegan' })
    expect(await countStale(db)).toBeGreaterThan(0)
    expect((await readRegister(db))!.map(({ id, stage }) => [id, stage])).toEqual([
      ['b9', 'mixing'],
      ['b1', 'running'],
    ])
    await writeRegister(db)
    expect(await countStale(db)).toBe(0)
    expect((await readRegister(db))!.map(({ stage }) => stage)).toEqual(['mixing', 'running'])
    await mark(db, 'b9', { kind: 'abandoned', reason: 'spilt' })
    expect((await readRegister(db))![0]!.stage).toBe('abandoned')
    expect(await open(db)).not.toContain('b9')
  })

  test('a run is open until it is out, looked at, and a month in use', async () => {
    const db = await planned()
    await mark(db, 'b9', { kind: 'gatePassed', overruled: [] })
    await demolded(db, 'b9')
    await writeRegister(db)
    const much = T0 + 24 * MONTH_MS
    expect(await open(db, much)).toContain('b9')
    for (const no of [1, 2])
      await recordOutcome(db, `b9-${no}`, {
        outcome: { recordedAtMs: T0, rating: 4, timing: 'right', faults: [], tags: [], note: '' },
        faces: [],
      })
    await writeRegister(db)
    expect(await open(db, much)).not.toContain('b9')
    expect(await open(db)).toContain('b9')
  })

  test('what is read or judged is found by its resin and technique, the latest first', async () => {
    const db = await planned()
    const resinId = bloomRequest().resin.id
    const part = { index: 'readOf', value: resinId, latest: 1 } as const
    expect(await readPart(db, part)).toEqual([])
    await mark(db, 'b9', { kind: 'gatePassed', overruled: [] })
    await demolded(db, 'b9')
    const reading = { kind: 'reading', reading: { kind: 'room', tempC: 22 } }
    await mark(db, 'b1', reading)
    await mark(db, 'b9', reading)
    await writeRegister(db)
    expect((await readPart(db, part))!.map(({ id }) => id)).toEqual(['b9'])
    expect((await readPart(db, { ...part, latest: 5 }))!.map(({ id }) => id)).toEqual(['b9', 'b1'])
    const judged = await readPart(db, { index: 'judgedOf', value: 'bloom', latest: 5 })
    expect(judged!.map(({ id }) => id)).toEqual(['b1'])
  })

  test('a run whose later layer was read is found by the resin of that layer', async () => {
    const db = await planned()
    const slow = { ...ARCHETYPES.slow, id: 'slow' }
    const request = bloomRequest({ layers: [{ ...backLayer(), resin: slow }] })
    await addBatch(db, { id: 'b8', request, nowMs: T0 + 2, repeats: null })
    await mark(db, 'b8', { kind: 'gatePassed', overruled: [] })
    await demolded(db, 'b8')
    for (const event of [
      { kind: 'gatePassed', overruled: [] },
      { kind: 'stirBegan' },
      { kind: 'stopStir' },
      { kind: 'reading', reading: { kind: 'temperature', tempC: 24, by: 'probe' } },
    ])
      await mark(db, 'b8', { ...event, layer: 'back' })
    const found = () => readPart(db, { index: 'readOf', value: 'slow', latest: 5 })
    expect((await found())!.map(({ id }) => id)).toEqual(['b8'])
    await writeRegister(db)
    expect((await found())!.map(({ id }) => id)).toEqual(['b8'])
    expect(await readPart(db, { index: 'readOf', value: request.resin.id, latest: 5 })).toEqual([])
  })

  test('a mold knows its pours, an order its runs', async () => {
    const db = await planned()
    const poured = await readPart(db, { index: 'moldsPoured', value: 'coaster' })
    expect(poured!.map(({ id, pours }) => [id, pours])).toEqual([['b1', { coaster: 1 }]])
    expect((await readPart(db, { index: 'orderId', value: 'o1' }))!.map(({ id }) => id)).toEqual(['b1'])
  })

  test('a batch that goes leaves no brief behind, and comes back with one', async () => {
    const db = await planned()
    await writeRegister(db)
    const { restore } = await removeBatch(db, 'b9')
    expect((await readRegister(db))!.map(({ id }) => id)).toEqual(['b1'])
    await writeRegister(db)
    expect(await db.briefs.toCollection().primaryKeys()).toEqual(['b1'])
    await restore()
    expect((await readRegister(db))!.map(({ id }) => id)).toEqual(['b9', 'b1'])
  })

  test('more than a hundred new runs wait until they are written, and no run is lost in it', async () => {
    const db = freshDatabase()
    const { batches, events, pieces } = smallStudio()
    const many = Array.from({ length: 300 }, (_, k) => `m${k}`)
    await replaceStudio(
      db,
      smallStudio({
        photos: [],
        batches: many.map((id) => ({ ...batches[0]!, id })),
        events: many.flatMap((batchId) => events.map((event) => ({ ...event, batchId }))),
        pieces: many.map((batchId) => ({ ...pieces[0]!, id: `${batchId}-1`, batchId })),
      }),
      step(),
    )
    expect(await readRegister(db)).toBeNull()
    const told: number[] = []
    expect(await writeRegister(db, (left) => told.push(left))).toBe(300)
    expect(told).toEqual([300, 50])
    expect(await readRegister(db)).toHaveLength(300)
  })

  test('where a brief cannot be written every run is read whole', async () => {
    const db = await planned()
    const put = db.briefs.bulkPut
    db.briefs.bulkPut = () => Promise.reject(new DOMException('full', 'QuotaExceededError')) as never
    await expect(writeRegister(db)).rejects.toThrow('full')
    db.briefs.bulkPut = put
    expect(await readRegister(db)).toHaveLength(2)
  })

  test('at an opening a register that lacks a run is made anew', async () => {
    const db = await planned()
    await writeRegister(db)
    const whole = await readRegister(db)
    await db.briefs.delete('b9')
    await openRegister(db, () => undefined)
    expect(await readRegister(db)).toEqual(whole)
  })

  test('a brief that is none is made anew when the studio is looked through', async () => {
    const db = await planned()
    await writeRegister(db)
    await db.briefs.put({ id: 'b1', pieces: 'none' } as never)
    await setDamagedAside(db)
    // Every backup looks through the studio: the other briefs stay.
    expect(await countStale(db)).toBe(1)
    await writeRegister(db)
    const [whole] = (await runsOf(db, ['b1'])).map(briefOf)
    expect(await db.briefs.get('b1')).toEqual(whole)
  })
})
