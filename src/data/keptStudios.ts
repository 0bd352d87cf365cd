import type { Table } from 'dexie'
import type { TableName } from '#schema/studio.ts'
import { splitRows } from './damage.ts'
import type { KeptStudio, StudioDatabase } from './database.ts'
import { noted } from './journal.ts'
import { somePictures } from './pictures.ts'
import { stored, StorageError } from './storageError.ts'

/** A large step is told what it does and when, so that what was there before can be kept under that name. */
export interface LargeStep {
  readonly id: string
  readonly why: string
  readonly nowMs: number
}

/** So many are kept; the oldest goes when one more comes. */
const MOST_KEPT = 5

/** The tables that make up a studio, in the order in which rows may be added. */
export const STUDIO_TABLES: readonly TableName[] = [
  'resins',
  'colours',
  'molds',
  'patterns',
  'recipes',
  'batches',
  'events',
  'pieces',
  'photos',
  'settings',
  'learning',
  'supplies',
  'movements',
  'care',
  'orders',
]

function tableNamed(db: StudioDatabase, name: TableName): Table<unknown, unknown> {
  return db.table(name)
}

/**
 * Does something to the whole studio in one transaction: all of it or nothing. What was there before is kept whole until the person lets it go, more
 * than five are kept, or the device is full. The answer is the id under which it is kept; null where there was nothing to keep.
 */
export async function largeStep(
  db: StudioDatabase,
  step: LargeStep,
  job: () => Promise<void>,
  /** One that is needed for the step is not let go for space. */
  needed: string | null = null,
): Promise<string | null> {
  return noted(db.name, step.id, () => keptStep(db, step, job, needed))
}

async function keptStep(
  db: StudioDatabase,
  step: LargeStep,
  job: () => Promise<void>,
  needed: string | null,
): Promise<string | null> {
  for (;;) {
    try {
      return await stored(() =>
        db.transaction('rw', wholeOf(db), async () => {
          const kept = await keep(db, step)
          await job()
          await keepFew(db)
          return kept
        }),
      )
    } catch (problem) {
      const oldest = (await db.kept.orderBy('atMs').toArray()).find(({ id }) => id !== needed)
      if (!(problem instanceof StorageError && problem.full && oldest)) throw problem
      await letGo(db, oldest.id)
    }
  }
}

/** Studios kept, newest first. */
export function keptStudios(db: StudioDatabase): Promise<KeptStudio[]> {
  return stored(() => db.kept.orderBy('atMs').reverse().toArray())
}

/** Puts a kept studio in place of what is there, which is kept in its turn. */
export function bringBack(db: StudioDatabase, keptId: string, step: LargeStep): Promise<string | null> {
  const swap = async () => {
    await clearStudio(db)
    const parts = await db.keptParts.where('keptId').equals(keptId).primaryKeys()
    if (parts.length === 0) throw new Error('This studio is no longer kept.')
    for (const key of parts) {
      const part = (await db.keptParts.get(key))!
      const { whole, aside } = splitRows(part.table, part.rows)
      await tableNamed(db, part.table).bulkAdd([...whole])
      await db.aside.bulkAdd(aside as never[])
    }
    await forget(db, keptId)
  }
  return largeStep(db, step, swap, keptId)
}

/** Lets a kept studio go for good. */
export function letGo(db: StudioDatabase, keptId: string): Promise<void> {
  return stored(() => db.transaction('rw', db.kept, db.keptParts, () => forget(db, keptId)))
}

async function forget(db: StudioDatabase, keptId: string): Promise<void> {
  await db.keptParts.where('keptId').equals(keptId).delete()
  await db.kept.delete(keptId)
}

/** Takes everything out; part of a large step. */
export async function clearStudio(db: StudioDatabase): Promise<void> {
  for (const name of STUDIO_TABLES) await db.table(name).clear()
}

function wholeOf(db: StudioDatabase) {
  return [...STUDIO_TABLES, 'kept', 'keptParts', 'aside'].map((name) => db.table(name))
}

async function keep(db: StudioDatabase, { id, why, nowMs }: LargeStep): Promise<string | null> {
  if (await isBare(db)) return null
  for (const table of STUDIO_TABLES) {
    if (table === 'photos') continue
    const rows = await db.table(table).toArray()
    if (rows.length > 0) await db.keptParts.add({ keptId: id, part: table, table, rows })
  }
  const pictures = await keepPictures(db, id)
  await db.kept.add({
    id,
    atMs: nowMs,
    why,
    batches: await db.batches.count(),
    pieces: await db.pieces.count(),
    ...pictures,
  })
  return id
}

/** After the step, so that the oldest can still be the one that is brought back. */
async function keepFew(db: StudioDatabase): Promise<void> {
  const all = await db.kept.orderBy('atMs').primaryKeys()
  for (const old of all.slice(0, Math.max(0, all.length - MOST_KEPT))) await forget(db, old)
}

async function keepPictures(db: StudioDatabase, keptId: string) {
  let pictures = 0
  let pictureBytes = 0
  await somePictures(db, async (some) => {
    const table = 'photos' as const
    await db.keptParts.bulkAdd(
      some.map((photo) => ({ keptId, part: `picture ${photo.id}`, table, rows: [photo] })),
    )
    pictures += some.length
    pictureBytes += some.reduce((sum, { bytes }) => sum + bytes.length, 0)
  })
  return { pictures, pictureBytes }
}

/** Whether nothing of a person's own is in it. */
export async function isBare(db: StudioDatabase): Promise<boolean> {
  for (const name of STUDIO_TABLES)
    if (name !== 'settings' && (await db.table(name).count()) > 0) return false
  return true
}
