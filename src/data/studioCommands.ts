import type { Studio } from '#schema/studio.ts'
import type { StudioDatabase } from './database.ts'
import { stored } from './storageError.ts'

/** A studio with nothing in it. */
export const EMPTY_STUDIO: Studio = {
  resins: [],
  colours: [],
  molds: [],
  patterns: [],
  batches: [],
  events: [],
  pieces: [],
  photos: [],
  settings: null,
  learning: [],
  supplies: [],
  movements: [],
  care: [],
  orders: [],
}

/** What an import did, by kind of record. */
export interface ImportReport {
  readonly added: number
  /** Records whose id was there already; what is here was kept. */
  readonly kept: number
}

/** The whole studio as plain records. */
export function readStudio(db: StudioDatabase): Promise<Studio> {
  return stored(() =>
    db.transaction('r', tables(db), async () => ({
      ...(await recordsOf(db)),
      photos: await db.photos.toArray(),
    })),
  )
}

type PictureRecord = Omit<Studio['photos'][number], 'bytes'>

/** The whole studio but its pictures' bytes. */
export async function readRecords(
  db: StudioDatabase,
): Promise<Omit<Studio, 'photos'> & { readonly photos: readonly PictureRecord[] }> {
  const photos: PictureRecord[] = []
  for await (const { bytes: _bytes, ...photo } of eachPicture(db)) photos.push(photo)
  const records = await stored(() => db.transaction('r', tables(db), () => recordsOf(db)))
  return { ...records, photos }
}

/** So many pictures are held at a time. */
const PICTURES_AT_ONCE = 64

/** The studio's pictures one after another; one that was removed meanwhile is left out. */
export async function* eachPicture(db: StudioDatabase): AsyncGenerator<Studio['photos'][number]> {
  let after = ''
  for (;;) {
    const from = after
    const some = await stored(() => db.photos.where('id').above(from).limit(PICTURES_AT_ONCE).toArray())
    yield* some
    const last = some.at(-1)
    if (!last) return
    after = last.id
  }
}

async function recordsOf(db: StudioDatabase): Promise<Omit<Studio, 'photos'>> {
  return {
    resins: await db.resins.toArray(),
    colours: await db.colours.toArray(),
    molds: await db.molds.toArray(),
    patterns: await db.patterns.toArray(),
    batches: await db.batches.toArray(),
    events: await db.events.toArray(),
    pieces: await db.pieces.toArray(),
    settings: await settingsOf(db),
    learning: await db.learning.toArray(),
    supplies: await db.supplies.toArray(),
    movements: await db.movements.toArray(),
    care: await db.care.toArray(),
    orders: await db.orders.toArray(),
  }
}

async function settingsOf(db: StudioDatabase): Promise<Studio['settings']> {
  const row = await db.settings.get('studio')
  if (!row) return null
  const { id: _id, ...settings } = row
  return settings
}

/**
 * Adds what the file holds and this studio does not; a record whose id is here already is left as it is, and a batch that
 * is here keeps its own events. One transaction: all of it or nothing.
 */
export function mergeStudio(db: StudioDatabase, studio: Studio): Promise<ImportReport> {
  return stored(() =>
    db.transaction('rw', tables(db), async () => {
      const here = new Set(await db.batches.toCollection().primaryKeys())
      const hereBefore = (batchId: string) => here.has(batchId)
      const reports = [
        await addNew(db.resins, studio.resins),
        await addNew(db.colours, studio.colours),
        await addNew(db.molds, studio.molds),
        await addNew(db.patterns, studio.patterns),
        await addNew(db.batches, studio.batches),
        await addNew(
          db.pieces,
          studio.pieces.filter((piece) => !hereBefore(piece.batchId)),
        ),
      ]
      await db.events.bulkPut(studio.events.filter((row) => !hereBefore(row.batchId)) as never)
      await addNew(db.photos, studio.photos)
      await addNew(db.learning, studio.learning)
      await addNew(db.supplies, studio.supplies)
      await addNew(db.movements, studio.movements)
      await addNew(db.care, studio.care)
      await addNew(db.orders, studio.orders)
      if (studio.settings && !(await db.settings.get('studio')))
        await db.settings.put({ ...studio.settings, id: 'studio' })
      return reports.reduce((sum, each) => ({ added: sum.added + each.added, kept: sum.kept + each.kept }))
    }),
  )
}

/** Puts the file's studio in place of this one. One transaction: all of it or nothing. */
export function replaceStudio(db: StudioDatabase, studio: Studio): Promise<void> {
  return stored(() =>
    db.transaction('rw', tables(db), async () => {
      for (const table of tables(db)) await table.clear()
      await db.resins.bulkAdd([...studio.resins])
      await db.colours.bulkAdd([...studio.colours])
      await db.molds.bulkAdd([...studio.molds])
      await db.patterns.bulkAdd([...studio.patterns])
      await db.batches.bulkAdd([...studio.batches])
      await db.events.bulkAdd([...studio.events])
      await db.pieces.bulkAdd([...studio.pieces])
      await db.photos.bulkAdd([...studio.photos])
      await db.learning.bulkAdd([...studio.learning])
      await db.supplies.bulkAdd([...studio.supplies])
      await db.movements.bulkAdd([...studio.movements])
      await db.care.bulkAdd([...studio.care])
      await db.orders.bulkAdd([...studio.orders])
      if (studio.settings) await db.settings.add({ ...studio.settings, id: 'studio' })
    }),
  )
}

function tables(db: StudioDatabase) {
  return [
    db.resins,
    db.colours,
    db.molds,
    db.patterns,
    db.batches,
    db.events,
    db.pieces,
    db.photos,
    db.settings,
    db.learning,
    db.supplies,
    db.movements,
    db.care,
    db.orders,
  ]
}

interface IdTable<Row> {
  readonly bulkGet: (ids: string[]) => PromiseLike<(Row | undefined)[]>
  readonly bulkAdd: (rows: Row[]) => PromiseLike<unknown>
}

async function addNew<Row extends { readonly id: string }>(
  table: IdTable<Row>,
  rows: readonly Row[],
): Promise<ImportReport> {
  const found = await table.bulkGet(rows.map((row) => row.id))
  const fresh = rows.filter((_row, k) => found[k] === undefined)
  await table.bulkAdd(fresh)
  return { added: fresh.length, kept: rows.length - fresh.length }
}
