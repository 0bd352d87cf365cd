import type { IndexableType, Table } from 'dexie'
import type { Studio } from '#schema/studio.ts'
import type { StudioDatabase } from './database.ts'
import { clearStudio, largeStep, STUDIO_TABLES, type LargeStep } from './keptStudios.ts'
import { inWords, mergeStudios, type Choice, type Merged } from './mergeStudios.ts'
import { picturesAfter, somePictures } from './pictures.ts'
import { stored } from './storageError.ts'

/** A studio with nothing in it. */
export const EMPTY_STUDIO: Studio = {
  resins: [],
  colours: [],
  molds: [],
  patterns: [],
  recipes: [],
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
  aside: [],
}

/** The whole studio as plain records. */
export function readStudio(db: StudioDatabase): Promise<Studio> {
  return stored(() =>
    db.transaction('r', read(db), async () => ({
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
  const photos = await pictureRecords(db)
  const records = await stored(() => db.transaction('r', read(db), () => recordsOf(db)))
  return { ...records, photos }
}

async function pictureRecords(db: StudioDatabase): Promise<readonly PictureRecord[]> {
  const photos: PictureRecord[] = []
  await somePictures(db, (some) => void photos.push(...some.map(({ bytes: _bytes, ...photo }) => photo)))
  return photos
}

/** The studio's pictures one after another; one that was removed meanwhile is left out. */
export async function* eachPicture(db: StudioDatabase): AsyncGenerator<Studio['photos'][number]> {
  let after = ''
  for (;;) {
    const from = after
    const some = await stored(async () => picturesAfter(db, from))
    yield* some
    const last = some.at(-1)
    if (!last) return
    after = last.id
  }
}

function read(db: StudioDatabase) {
  return [...STUDIO_TABLES, 'aside'].map((name) => db.table(name))
}

async function recordsOf(db: StudioDatabase): Promise<Omit<Studio, 'photos'>> {
  return {
    resins: await db.resins.toArray(),
    colours: await db.colours.toArray(),
    molds: await db.molds.toArray(),
    patterns: await db.patterns.toArray(),
    recipes: await db.recipes.toArray(),
    batches: await db.batches.toArray(),
    events: await db.events.toArray(),
    pieces: await db.pieces.toArray(),
    settings: await settingsOf(db),
    learning: await db.learning.toArray(),
    supplies: await db.supplies.toArray(),
    movements: await db.movements.toArray(),
    care: await db.care.toArray(),
    orders: await db.orders.toArray(),
    aside: (await db.aside.toArray()).map(({ table, row, why }) => ({ table, row: withoutBytes(row), why })),
  }
}

/** A picture that was set aside is written down without its bytes. */
function withoutBytes(row: unknown): unknown {
  if (typeof row !== 'object' || row === null || !('bytes' in row)) return row
  const { bytes: _bytes, ...rest } = row
  return rest
}

async function settingsOf(db: StudioDatabase): Promise<Studio['settings']> {
  const row = await db.settings.get('studio')
  if (!row) return null
  const { id: _id, ...settings } = row
  return settings
}

/** What adding that studio to this one would do: what comes along, and what both changed. Nothing is written. */
export async function compareStudio(db: StudioDatabase, studio: Studio): Promise<Merged> {
  return mergeStudios(await readRecords(db), studio)
}

/**
 * Adds to this studio what another one has, runs, pieces and pictures of batches that are here too. What both changed goes by the choices, and stays as
 * it is here without one. One transaction: all of it or nothing; what was there before is kept.
 */
export async function mergeStudio(
  db: StudioDatabase,
  studio: Studio,
  step: LargeStep,
  choices: Readonly<Record<string, Choice>> = {},
): Promise<Merged & { readonly keptId: string | null }> {
  let merged: Merged | null = null
  const keptId = await largeStep(db, step, async () => {
    const here = { ...(await recordsOf(db)), photos: await pictureRecords(db) }
    merged = mergeStudios(here, studio, choices)
    const { photos, aside, ...tables } = merged.records
    for (const [name, rows] of Object.entries(tables)) {
      const before: readonly object[] = here[name as keyof typeof tables]
      await writeChanged(db.table(name), before, rows)
    }
    const bytesOf = new Map(studio.photos.map((photo) => [photo.id, photo.bytes]))
    const known = new Set(here.photos.map(({ id }) => id))
    const stay = new Set(photos.map(({ id }) => id))
    await db.photos.bulkDelete([...known].filter((id) => !stay.has(id)))
    const fresh = photos.filter(({ id }) => !known.has(id))
    await db.photos.bulkAdd(fresh.map((photo) => ({ ...photo, bytes: bytesOf.get(photo.id)! })))
    await db.aside.clear()
    await db.aside.bulkAdd([...aside] as never[])
    if (studio.settings && !(await db.settings.get('studio')))
      await db.settings.put({ ...studio.settings, id: 'studio' })
  })
  return { ...merged!, keptId }
}

/** Writes the rows that are new or not what they were, and takes out those that are gone. */
async function writeChanged(
  table: Table<object, IndexableType>,
  before: readonly object[],
  after: readonly object[],
): Promise<void> {
  const keyOf = (row: object): IndexableType => {
    const { id, batchId, seq } = row as {
      readonly id?: string
      readonly batchId?: string
      readonly seq?: number
    }
    return id ?? [batchId!, seq!]
  }
  const were = new Map(before.map((row) => [String(keyOf(row)), inWords(row)]))
  const stay = new Set(after.map((row) => String(keyOf(row))))
  await table.bulkDelete(before.map(keyOf).filter((key) => !stay.has(String(key))))
  await table.bulkPut(after.filter((row) => were.get(String(keyOf(row))) !== inWords(row)))
}

/**
 * Puts the file's studio in place of this one; settings stay where the file has none. One transaction: all of it or nothing. The answer is the id
 * under which what was there before is kept; null where there was nothing.
 */
export function replaceStudio(db: StudioDatabase, studio: Studio, step: LargeStep): Promise<string | null> {
  return largeStep(db, step, async () => {
    const settings = studio.settings ?? (await settingsOf(db))
    await clearStudio(db)
    const { settings: _settings, aside, ...tables } = studio
    for (const [name, rows] of Object.entries(tables)) await db.table(name).bulkAdd([...rows])
    await addAside(db, aside)
    if (settings) await db.settings.add({ ...settings, id: 'studio' })
  })
}

/** Rows that were set aside elsewhere, where they are not here already. */
async function addAside(db: StudioDatabase, rows: Studio['aside']): Promise<void> {
  const here = new Set((await db.aside.toArray()).map(({ table, row }) => JSON.stringify([table, row])))
  await db.aside.bulkAdd(rows.filter(({ table, row }) => !here.has(JSON.stringify([table, row]))) as never[])
}
