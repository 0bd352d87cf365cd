import { Dexie } from 'dexie'
import type { PourEvent } from '#core/runsheet/index.ts'
import { briefOf, isWhole, readKeysOf, type Brief, type BriefRow, type Run } from './brief.ts'
import type { StudioDatabase } from './database.ts'
import { noted } from './journal.ts'
import { stored } from './storageError.ts'

/** Those runs as they are stored, in that order; one that is not there is left out. */
export async function runsOf(db: StudioDatabase, ids: readonly string[]): Promise<Run[]> {
  const batches = await db.batches.bulkGet([...ids])
  const found = batches.flatMap((batch) => (batch ? [batch] : []))
  return Promise.all(
    found.map(async (batch): Promise<Run> => {
      const { id } = batch
      const [events, pieces] = await Promise.all([
        db.events.where('[batchId+seq]').between([id, Dexie.minKey], [id, Dexie.maxKey]).toArray(),
        db.pieces.where('batchId').equals(id).sortBy('no'),
      ])
      return { batch, events: events.map(({ event }) => event as PourEvent), pieces }
    }),
  )
}

/** More runs than this are not read whole in place of their briefs: the register is written first. */
const MOST_STALE = 100
/** Studios whose register cannot be written, for want of room: there every run is read whole. */
const unwritable = new WeakSet<StudioDatabase>()

/** How many briefs are to be made anew. */
export function countStale(db: StudioDatabase): Promise<number> {
  return db.briefs.where('stale').equals(1).count()
}

async function isUnwritten(db: StudioDatabase): Promise<boolean> {
  return !unwritable.has(db) && (await countStale(db)) > MOST_STALE
}

/** The whole register, newest first; null while too much of it is still to be written. */
export async function readRegister(db: StudioDatabase): Promise<readonly Brief[] | null> {
  const rows = await db.transaction('r', [db.briefs, db.batches, db.events, db.pieces], async () => {
    if (await isUnwritten(db)) return null
    return wholeBriefs(db, await db.briefs.toArray())
  })
  return rows && [...rows].sort((one, other) => other.createdAtMs - one.createdAtMs)
}

/** Briefs with the stale ones worked out from their runs. */
async function wholeBriefs(db: StudioDatabase, rows: readonly BriefRow[]): Promise<readonly Brief[]> {
  const fresh = rows.filter(isWhole)
  const stale = rows.filter((row) => !isWhole(row)).map(({ id }) => id)
  return [...fresh, ...(await runsOf(db, stale)).map(briefOf)]
}

/** A part of the register, by one of its indexes. */
export interface Part {
  readonly index: 'openUntilMs' | 'stirredAtMs' | 'orderId' | 'trial' | 'moldsPoured' | 'readOf' | 'judgedOf'
  /** Equal to it; above it for an instant. */
  readonly value: string | number
  /** Only so many, those stirred last. */
  readonly latest?: number
}

/** The briefs of that part, and every stale one that belongs to it; null while the register is still to be written. */
export function readPart(db: StudioDatabase, part: Part): Promise<readonly Brief[] | null> {
  return db.transaction('r', [db.briefs, db.batches, db.events, db.pieces], async () => {
    if (await isUnwritten(db)) return null
    const stale = await db.briefs.where('stale').equals(1).toArray()
    const others = (await wholeBriefs(db, stale)).filter((brief) => isIn(brief, part))
    const own = (await partOf(db, part).toArray()).filter((row) => !('stale' in row))
    const all = [...(await wholeBriefs(db, own)).filter((brief) => isIn(brief, part)), ...others]
    if (part.latest === undefined) return all.sort((one, other) => other.createdAtMs - one.createdAtMs)
    return all.sort((one, other) => (other.stirredAtMs ?? 0) - (one.stirredAtMs ?? 0)).slice(0, part.latest)
  })
}

function partOf(db: StudioDatabase, { index, value, latest }: Part) {
  if (index === 'judgedOf') {
    const own = db.briefs.where('[judgedOf+stirredAtMs]')
    return own
      .between([value, Dexie.minKey], [value, Dexie.maxKey])
      .reverse()
      .limit(latest ?? Infinity)
  }
  if (index === 'readOf') {
    const own = db.briefs.where('readOf')
    return own
      .between(...readKeysOf(String(value)))
      .reverse()
      .limit(latest ?? Infinity)
  }
  const named = db.briefs.where(index)
  const rows = index === 'openUntilMs' || index === 'stirredAtMs' ? named.above(value) : named.equals(value)
  return latest === undefined ? rows : rows.reverse().limit(latest)
}

function isIn(brief: Brief, { index, value }: Part): boolean {
  switch (index) {
    case 'openUntilMs':
    case 'stirredAtMs':
      return (brief[index] ?? -1) > Number(value)
    case 'moldsPoured':
      return brief.moldsPoured.includes(String(value))
    case 'orderId':
    case 'trial':
    case 'judgedOf':
      return brief[index] === value
    case 'readOf':
      return brief.readOf.some((key) => isBetween(key, readKeysOf(String(value))))
    default:
      return index satisfies never
  }
}

function isBetween(key: string, [from, to]: readonly [string, string]): boolean {
  return from <= key && key < to
}

/** So many runs are read at once while the register is written. */
const CHUNK = 250
/** More than these are a large write. */
const A_FEW = 20

/** Makes the register whole at an opening: where it lacks a run, or holds one too many, all of it is made anew. */
export async function openRegister(db: StudioDatabase, onLeft: (left: number) => void): Promise<void> {
  if ((await db.briefs.count()) !== (await db.batches.count()))
    await db.transaction('rw', db.briefs, db.batches, () => forgetRegister(db))
  await writeRegister(db, onLeft)
}

/** Makes every stale brief anew; the answer is how many. `onLeft` is told how many are still to come. Throws StorageError where there is no room. */
export async function writeRegister(
  db: StudioDatabase,
  onLeft: (left: number) => void = () => undefined,
): Promise<number> {
  try {
    const much = (await stored(() => countStale(db))) > A_FEW
    const write = () => stored(() => writeStale(db, onLeft))
    const written = await (much ? noted(db.name, 'register', write) : write())
    unwritable.delete(db)
    return written
  } catch (problem) {
    unwritable.add(db)
    throw problem
  }
}

async function writeStale(db: StudioDatabase, onLeft: (left: number) => void): Promise<number> {
  let written = 0
  for (;;) {
    const some = await db.briefs.where('stale').equals(1).limit(CHUNK).primaryKeys()
    if (some.length === 0) return written
    onLeft(await countStale(db))
    await db.transaction('rw', [db.briefs, db.batches, db.events, db.pieces], async () => {
      const runs = await runsOf(db, some)
      const there = new Set(runs.map(({ batch }) => batch.id))
      await db.briefs.bulkDelete(some.filter((id) => !there.has(id)))
      await db.briefs.bulkPut(runs.map(briefOf))
    })
    written += some.length
  }
}

/** Leaves the briefs that are none to be made anew. What their runs lost is seen where it is taken out: no other brief goes, for lists would be empty until it is back. */
export async function leaveBrokenStale(db: StudioDatabase): Promise<void> {
  const rows = await db.briefs.toArray()
  const broken = rows.filter((row) => !('stale' in row) && !isWhole(row))
  await db.briefs.bulkPut(broken.map(({ id }) => ({ id, stale: 1 })))
}

/** Leaves every brief to be made anew. */
async function forgetRegister(db: StudioDatabase): Promise<void> {
  const ids = await db.batches.toCollection().primaryKeys()
  await db.briefs.clear()
  await db.briefs.bulkPut(ids.map((id) => ({ id, stale: 1 })))
}
