import { beforeEach, describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../tests/support/request.ts'
import { freshDatabase, step, PNG, smallStudio, T0 } from '../../tests/support/studio.ts'
import type { LayerCup } from '#core/batch/index.ts'
import { readPour, type PourEvent } from '#core/runsheet/index.ts'
import { pinJob, recordEvent, recordOutcome, removeBatch, setOnTheRack, setOrder } from './batchCommands.ts'
import { addBatch, changeBatch } from './planCommands.ts'
import type { Supply } from '#core/shelf/index.ts'
import { eventsOf } from './events.ts'
import type { StudioDatabase } from './database.ts'
import { addMolds, addMovement, addSupplies, removeItem, saveItem, saveSettings } from './shelfCommands.ts'
import { stored, StorageError } from './storageError.ts'
import { makeUpBooks } from './bookkeeping.ts'
import { bringBack, keptStudios, letGo } from './keptStudios.ts'
import { EMPTY_STUDIO, mergeStudio, readStudio, replaceStudio } from './studioCommands.ts'
import { backLayer, begun } from '../../tests/support/layers.ts'

let db: StudioDatabase
beforeEach(() => {
  db = freshDatabase()
})

const add = (id = 'b', changes = {}) =>
  addBatch(db, { id, request: bloomRequest(changes, 3), nowMs: T0, repeats: null })
const GATE: PourEvent = { id: 'g', atMs: T0, kind: 'gatePassed', overruled: [] }
const STIR: PourEvent = { id: 's', atMs: T0 + 1, kind: 'stirBegan' }
const STOP: PourEvent = { id: 't', atMs: T0 + 2, kind: 'stopStir' }

describe('a batch', () => {
  test('is stored with its pieces, numbered', async () => {
    expect((await add()).ok).toBe(true)
    expect((await db.pieces.toArray()).map((piece) => piece.no)).toEqual([1, 2, 3])
  })

  test('with a start in the past is refused and nothing is stored', async () => {
    const result = await add('b', { startAt: '2020-01-01T10:00:00Z' })
    expect(result).toEqual({ ok: false, problem: { kind: 'startInPast', startAt: '2020-01-01T10:00:00Z' } })
    expect(await db.batches.count()).toBe(0)
    expect(await db.pieces.count()).toBe(0)
  })

  test('can be changed until it is stirred; its pieces follow', async () => {
    await add()
    await changeBatch(db, { id: 'b', request: bloomRequest({}, 1), nowMs: T0 })
    expect(await db.pieces.count()).toBe(1)
    for (const event of [GATE, STIR]) await recordEvent(db, 'b', event)
    const late = await changeBatch(db, { id: 'b', request: bloomRequest({}, 5), nowMs: T0 })
    expect(late).toEqual({ ok: false, problem: { kind: 'alreadyPoured' } })
    expect(await db.pieces.count()).toBe(1)
  })

  test('keeps the hours chosen for its jobs, and lets them go', async () => {
    await add()
    const at = T0 + 3_600_000
    await pinJob(db, { batchId: 'b', jobId: 'pour', atMs: at }, T0)
    await pinJob(db, { batchId: 'b', jobId: 'demold', atMs: at + 1 }, T0)
    expect(await db.batches.get('b')).toMatchObject({
      pins: { demold: at + 1 },
      request: { startAt: new Date(at).toISOString() },
    })
    await pinJob(db, { batchId: 'b', jobId: 'demold', atMs: null }, T0)
    expect((await db.batches.get('b'))?.pins).toEqual({})
  })

  test('refuses an hour that has passed, and a new one for a pour whose clock runs', async () => {
    await add()
    expect(await pinJob(db, { batchId: 'b', jobId: 'demold', atMs: T0 - 1 }, T0)).toMatchObject({ ok: false })
    for (const event of [GATE, STIR]) await recordEvent(db, 'b', event)
    const late = await pinJob(db, { batchId: 'b', jobId: 'pour', atMs: T0 + 9 }, T0)
    expect(late).toEqual({ ok: false, problem: { kind: 'alreadyPoured' } })
    expect((await db.batches.get('b'))?.pins).toEqual({})
  })

  test('that is removed can be put back whole', async () => {
    await replaceStudio(db, smallStudio(), step())
    const before = await readStudio(db)
    const removed = await removeBatch(db, 'b1')
    expect(await db.events.count()).toBe(0)
    expect(await db.photos.count()).toBe(0)
    await removed.restore()
    expect(await readStudio(db)).toEqual(before)
  })
})

describe('marks', () => {
  test('are stored once, in order, whatever is tapped twice', async () => {
    await add()
    for (const event of [GATE, STIR, STOP]) expect((await recordEvent(db, 'b', event)).ok).toBe(true)
    const taps = Array.from({ length: 5 }, (_, k): PourEvent => ({
      id: `d${k}`,
      atMs: T0 + 10 + k,
      kind: 'done',
      key: 'decant',
    }))
    const results = await Promise.all(taps.map((tap) => recordEvent(db, 'b', tap)))
    expect(results.filter((result) => result.ok)).toHaveLength(1)
    const events = await eventsOf(db, 'b')
    expect(events.map((event) => event.kind)).toEqual(['gatePassed', 'stirBegan', 'stopStir', 'done'])
    expect(readPour(events).stage).toBe('running')
  })

  test('of a batch that is not there are refused', async () => {
    expect(await recordEvent(db, 'ghost', GATE)).toEqual({ ok: false, problem: { kind: 'unknown' } })
  })
})

describe('an outcome', () => {
  test('replaces the picture of the same side and keeps the other', async () => {
    await add()
    const outcome = { recordedAtMs: T0, rating: 4, timing: null, faults: [], tags: [], note: '' } as const
    const face = (id: string, side: 'front' | 'back') => ({
      id,
      side,
      mediaType: 'image/png' as const,
      bytes: PNG,
    })
    await recordOutcome(db, 'b-1', { outcome, faces: [face('f1', 'front'), face('k1', 'back')] })
    await recordOutcome(db, 'b-1', { outcome: { ...outcome, rating: 5 }, faces: [face('f2', 'front')] })
    expect((await db.photos.toArray()).map((photo) => photo.id).sort()).toEqual(['f2', 'k1'])
    expect((await db.pieces.get('b-1'))?.outcome?.rating).toBe(5)
  })
})

describe('the whole studio', () => {
  test('comes back from a replace as it was', async () => {
    await replaceStudio(db, smallStudio(), step())
    const read = await readStudio(db)
    expect(read.batches).toEqual(smallStudio().batches)
    expect(read.events).toEqual(smallStudio().events)
    expect([...read.photos[0]!.bytes]).toEqual([...PNG])
    expect(read.settings).toEqual(smallStudio().settings)
  })

  test('merged twice adds nothing the second time and changes nothing that was here', async () => {
    await replaceStudio(
      db,
      smallStudio({ molds: [{ ...smallStudio().molds[0]!, name: 'My own name for it' }] }),
      step(),
    )
    const first = await mergeStudio(db, smallStudio(), step())
    expect(first.added).toEqual({})
    expect(first.conflicts).toMatchObject([{ key: 'molds coaster', of: 'shelf' }])
    expect((await db.molds.get('coaster'))?.name).toBe('My own name for it')
    const other = { ...smallStudio(), molds: [{ ...smallStudio().molds[0]!, id: 'other' }] }
    expect((await mergeStudio(db, other, step())).added).toEqual({ molds: 1 })
  })

  test('brings a mark, an outcome and a picture of a batch that is here along, and can be taken back tomorrow', async () => {
    await replaceStudio(db, smallStudio(), step())
    const before = await readStudio(db)
    const there = smallStudio()
    const note = { id: 'n', atMs: T0 + 9e6, kind: 'note', text: 'level' } as const
    const piece = { ...there.pieces[0]!, id: 'b1-2', no: 2, outcome: null }
    const { keptId, added } = await mergeStudio(
      db,
      {
        ...there,
        events: [...there.events, { batchId: 'b1', seq: there.events.length, event: note }],
        photos: [
          ...there.photos,
          { id: 'p9', pieceId: 'b1-1', side: 'back', mediaType: 'image/png', bytes: PNG },
        ],
        pieces: [...there.pieces, piece],
      },
      step(),
    )
    expect(added).toMatchObject({ marks: 1, pictures: 1 })
    expect((await eventsOf(db, 'b1')).at(-1)).toEqual(note)
    expect(await db.photos.get('p9')).toBeDefined()
    await bringBack(db, keptId!, step())
    expect(await readStudio(db)).toEqual(before)
  })

  test('large steps keep what was there, five of them; the oldest goes', async () => {
    for (let no = 1; no <= 7; no++) await replaceStudio(db, smallStudio({ orders: [] }), step(`no ${no}`))
    expect((await keptStudios(db)).map(({ why }) => why)).toEqual(['no 7', 'no 6', 'no 5', 'no 4', 'no 3'])
    await letGo(db, (await keptStudios(db))[0]!.id)
    expect(await db.keptParts.where('keptId').equals('no 7').count()).toBe(0)
    expect((await keptStudios(db)).length).toBe(4)
  })

  test('the oldest of five that are kept can still be brought back', async () => {
    for (let no = 1; no <= 6; no++)
      await replaceStudio(
        db,
        smallStudio({ learning: [{ id: 'resin-r1', sinceMs: no, leftOut: [] }] }),
        step(),
      )
    const kept = await keptStudios(db)
    expect(kept.length).toBe(5)
    await bringBack(db, kept.at(-1)!.id, step())
    expect((await readStudio(db)).learning[0]!.sinceMs).toBe(1)
    expect((await keptStudios(db)).length).toBe(5)
  })

  test('a file without settings leaves the settings that are here', async () => {
    await replaceStudio(db, smallStudio(), step())
    await replaceStudio(db, smallStudio({ settings: null }), step())
    expect((await readStudio(db)).settings).toEqual(smallStudio().settings)
  })

  test('a replace that fails half way leaves everything as it was', async () => {
    await replaceStudio(db, smallStudio(), step())
    const broken = smallStudio({ pieces: [smallStudio().pieces[0]!, smallStudio().pieces[0]!] })
    await expect(replaceStudio(db, broken, step())).rejects.toBeInstanceOf(StorageError)
    expect(await db.batches.count()).toBe(1)
    expect(await db.pieces.count()).toBe(1)
  })

  test('can be emptied', async () => {
    await replaceStudio(db, smallStudio(), step())
    await replaceStudio(db, EMPTY_STUDIO, step())
    expect(await readStudio(db)).toEqual({ ...EMPTY_STUDIO, settings: smallStudio().settings })
  })
})

describe('what is written over', () => {
  test('an outcome and its picture come back', async () => {
    await replaceStudio(db, smallStudio(), step())
    const before = await readStudio(db)
    const { outcome } = smallStudio().pieces[0]!
    const faces = [{ id: 'new', side: 'front', mediaType: 'image/png', bytes: PNG } as const]
    const result = await recordOutcome(db, 'b1-1', { outcome: { ...outcome!, rating: 1 }, faces })
    expect((await db.pieces.get('b1-1'))?.outcome?.rating).toBe(1)
    if (result.ok) await result.value.undo()
    expect(await readStudio(db)).toEqual(before)
  })

  test('a changed item of the shelf comes back, a new one goes again', async () => {
    await replaceStudio(db, smallStudio(), step())
    const before = await readStudio(db)
    const mold = smallStudio().molds[0]!
    const { undo } = await saveItem(db, 'molds', { ...mold, name: 'Other' })
    const added = await saveItem(db, 'molds', { ...mold, id: 'second' })
    await undo()
    await added.undo()
    expect(await readStudio(db)).toEqual(before)
  })
})

describe('the shelf', () => {
  test('gives back what was taken off', async () => {
    const [mold] = smallStudio().molds
    await saveItem(db, 'molds', mold!)
    const removed = await removeItem(db, 'molds', 'coaster')
    expect(await db.molds.count()).toBe(0)
    await removed?.restore()
    expect(await db.molds.get('coaster')).toEqual(mold)
    expect(await removeItem(db, 'molds', 'ghost')).toBeNull()
  })

  test('keeps one row of settings', async () => {
    const settings = smallStudio().settings!
    await saveSettings(db, settings)
    await saveSettings(db, { ...settings, units: 'us' })
    expect(await db.settings.count()).toBe(1)
    expect((await db.settings.get('studio'))?.units).toBe('us')
  })
})

describe('a full device', () => {
  const full = (name: string) => () => Promise.reject(Object.assign(new Error('no room'), { name }))

  test('is told apart from one that does not store at all, and the cause is kept', async () => {
    const problem = await stored(full('QuotaExceededError')).catch((error: unknown) => error)
    expect(problem).toBeInstanceOf(StorageError)
    expect((problem as StorageError).full).toBe(true)
    expect((problem as StorageError).message).toMatch(/full: nothing was changed/)
    const closed = (await stored(full('InvalidStateError')).catch((error: unknown) => error)) as StorageError
    expect(closed.full).toBe(false)
    expect(closed.cause).toBeInstanceOf(Error)
  })
})

describe('the books of supplies', () => {
  const supply = (id: string, of: Supply['of']): Supply => ({
    id,
    name: id,
    of,
    lowBelow: 0,
    openedOn: null,
    bestBefore: null,
  })
  const pour = async (changes = {}) => {
    const { resin } = bloomRequest()
    await saveItem(db, 'supplies', supply('part-a', { kind: 'resinA', resinId: resin.id }))
    await saveItem(db, 'supplies', supply('gloves', { kind: 'consumable', perBatch: 2, perPiece: 0 }))
    await add('b', changes)
    for (const event of [GATE, STIR, STOP]) await recordEvent(db, 'b', event)
  }
  const book = async (supplyId: string) => db.movements.where('supplyId').equals(supplyId).toArray()

  test('a pour takes what it mixed, once', async () => {
    await pour()
    await recordEvent(db, 'b', STOP)
    const [entry, ...more] = await book('part-a')
    expect(entry).toMatchObject({ kind: 'poured', batchId: 'b', atMs: STOP.atMs })
    expect(entry!.amount).toBeGreaterThan(50)
    expect(more).toEqual([])
    expect((await book('gloves')).map(({ amount }) => amount)).toEqual([2])
  })

  test('more white that is stirred in a live pour takes both parts and no second pair of gloves; undone, it gives them back', async () => {
    await pour()
    const more = { id: 'more', atMs: STOP.atMs + 60_000, kind: 'whiteStirred', aG: 6.4, bG: 5.6 } as const
    await recordEvent(db, 'b', more)
    expect((await book('part-a')).map(({ amount }) => amount)).toContain(6.4)
    expect(await book('gloves')).toHaveLength(1)
    await recordEvent(db, 'b', { id: 'back', atMs: more.atMs + 1, kind: 'undone', eventId: 'more' })
    expect(await book('part-a')).toHaveLength(1)
  })

  test('drops put in at the bench come off the shelf by what they are more than planned; undone, they go back', async () => {
    const ink = bloomRequest().colours[0]!
    await saveItem(db, 'supplies', supply('ink', { kind: 'colour', colourId: ink.id }))
    await pour()
    const planned = (await book('ink')).length
    const work = { by: 'drops', colour: ink.id, drops: 5 } as const
    const edit = { kind: 'added', id: 'own1', work, pieces: [1], before: 'settle' } as const
    await recordEvent(db, 'b', { id: 'w', atMs: STOP.atMs + 60_000, kind: 'written', edit })
    const after = await book('ink')
    expect(after).toHaveLength(planned + 1)
    // Five drops, twenty to the ml.
    expect(after.find(({ atMs }) => atMs > STOP.atMs)!.amount).toBeCloseTo(0.25, 9)
    await recordEvent(db, 'b', { id: 'back', atMs: STOP.atMs + 61_000, kind: 'undone', eventId: 'w' })
    expect(await book('ink')).toHaveLength(planned)
  })

  test('entries a crash left out are made up at the next opening, once, and those of an undone mark are not', async () => {
    await pour()
    const whole = await db.movements.toArray()
    const onlyBought = async () => {
      await db.movements.clear()
      await addMovement(db, {
        ...whole[0]!,
        id: 'old',
        kind: 'bought',
        priceMinor: 100,
        atMs: T0 - 9,
      } as never)
    }
    await onlyBought()
    await makeUpBooks(db, T0 - 1)
    await makeUpBooks(db, T0 - 1)
    expect((await db.movements.toArray()).filter(({ id }) => id !== 'old')).toEqual(whole)
    await onlyBought()
    await db.events.add({
      batchId: 'b',
      seq: 9,
      event: { id: 'u', atMs: T0 + 5, kind: 'undone', eventId: STOP.id },
    } as never)
    await makeUpBooks(db, T0 - 1)
    expect((await db.movements.toArray()).map(({ id }) => id)).toEqual(['old'])
  })

  test('the back layer takes its own when it is poured', async () => {
    await pour({ layers: [backLayer()] })
    await recordEvent(db, 'b', { id: 'k', atMs: T0 + 1e7, kind: 'done', key: 'back' })
    const taken = (await book('part-a')).map(({ atMs }) => atMs)
    expect(taken.sort((one, other) => one - other)).toEqual([STOP.atMs, T0 + 1e7])
  })

  test('a cup stirred by itself takes its own at its own stop-stir, with its layer where nobody sat down, and nothing where it was left out', async () => {
    const white: LayerCup = { id: 'white', name: 'white', portion: { by: 'ownMix', g: 12 }, colours: [] }
    await pour({ layers: [{ ...backLayer(), cups: [white] }] })
    const at = T0 + 1e7
    const sat = (kind: 'gatePassed' | 'stirBegan' | 'stopStir', layer: string, no: number) =>
      ({
        id: `s${no}`,
        atMs: at + no,
        kind,
        layer,
        ...(kind === 'gatePassed' && { overruled: [] }),
      }) as PourEvent
    const laid: PourEvent = { id: 'd', atMs: at + 9, kind: 'done', key: 'back' }
    const entered = async () =>
      (await book('part-a')).filter(({ atMs }) => atMs > at).map(({ atMs, amount }) => [atMs - at, amount])
    const mixed = [sat('gatePassed', 'back', 1), sat('stirBegan', 'back', 2), sat('stopStir', 'back', 3)]
    const own = [sat('stirBegan', 'back.white', 4), sat('stopStir', 'back.white', 5)]
    for (const event of [...mixed, ...own, laid]) await recordEvent(db, 'b', event)
    const [main, small, ...none] = await entered()
    expect([main![0], small![0], none.length]).toEqual([3, 5, 0])
    expect(small![1]).toBeLessThan(15)
    for (const eventId of ['d', 's5', 's4'])
      await recordEvent(db, 'b', { id: `u${eventId}`, atMs: at + 10, kind: 'undone', eventId })
    await recordEvent(db, 'b', { ...laid, id: 'leftOut' })
    expect(await entered()).toEqual([main])
    for (const eventId of ['leftOut', 's3', 's2', 's1'])
      await recordEvent(db, 'b', { id: `v${eventId}`, atMs: at + 11, kind: 'undone', eventId })
    await recordEvent(db, 'b', { ...laid, id: 'alone' })
    const [[, whole]] = (await entered()) as [[number, number]]
    expect(whole).toBeCloseTo(main![1]! + small![1]!, 9)
  })

  test('a mark taken back takes its entries back', async () => {
    await pour()
    await recordEvent(db, 'b', { id: 'u', atMs: T0 + 5, kind: 'undone', eventId: STOP.id })
    expect(await db.movements.count()).toBe(0)
  })

  test('are kept by what the scale said', async () => {
    const { resin } = bloomRequest()
    await saveItem(db, 'supplies', supply('part-a', { kind: 'resinA', resinId: resin.id }))
    await add('b')
    await recordEvent(db, 'b', GATE)
    await recordEvent(db, 'b', { id: 'w', atMs: T0, kind: 'weighed', aG: 91.5, bG: 80 })
    for (const event of [STIR, STOP]) await recordEvent(db, 'b', event)
    expect((await book('part-a')).map(({ amount }) => amount)).toEqual([91.5])
  })

  test('entries can be taken out again', async () => {
    const { undo } = await addMovement(db, smallStudio().movements[0]!)
    expect(await db.movements.count()).toBe(1)
    await undo()
    expect(await db.movements.count()).toBe(0)
  })
})

describe('what is decided about a batch later', () => {
  test('its finishing jobs change, what was poured stays', async () => {
    await add()
    const before = await db.batches.get('b')
    await setOnTheRack(db, 'b', { layers: [...begun('clearCoat')] as never, jobs: ['feet'] })
    const after = await db.batches.get('b')
    expect(after!.request).toEqual({ ...before!.request, layers: begun('clearCoat'), jobs: ['feet'] })
    expect(await setOnTheRack(db, 'ghost', { layers: [], jobs: [] })).toEqual({
      ok: false,
      problem: { kind: 'unknown' },
    })
    expect(await db.batches.count()).toBe(1)
  })

  test('it can be put to an order and taken out again', async () => {
    await add()
    await setOrder(db, 'b', 'o1')
    expect((await db.batches.get('b'))?.orderId).toBe('o1')
    await setOrder(db, 'b', null)
    expect((await db.batches.get('b'))?.orderId).toBeNull()
  })
})

describe('a table of things', () => {
  test('comes in whole or not at all, and can be taken back whole', async () => {
    const [mold] = smallStudio().molds
    const molds = ['one', 'two'].map((id) => ({ ...mold!, id }))
    const { undo } = await addMolds(db, molds)
    expect(await db.molds.count()).toBe(2)
    await expect(addMolds(db, [{ ...mold!, id: 'three' }, molds[0]!])).rejects.toBeInstanceOf(StorageError)
    expect(await db.molds.count()).toBe(2)
    await undo()
    expect(await db.molds.count()).toBe(0)
  })

  test('supplies come with the first entries of their books', async () => {
    const [supply] = smallStudio().supplies
    const counted = { id: 'c', supplyId: 's1', atMs: T0, note: '', kind: 'counted', amount: 5 } as const
    const { undo } = await addSupplies(db, [{ supply: supply!, counted }])
    expect(await db.movements.toArray()).toEqual([counted])
    await undo()
    expect(await db.supplies.count()).toBe(0)
    expect(await db.movements.count()).toBe(0)
  })
})
