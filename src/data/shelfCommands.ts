import type { EntityTable } from 'dexie'
import type { Recipe } from '#core/batch/index.ts'
import type { Colour } from '#core/colour/index.ts'
import type { Mold } from '#core/mold/index.ts'
import type { Pattern } from '#core/pattern/index.ts'
import type { Resin } from '#core/resin/index.ts'
import type { MoldCare, Movement, Order, Supply } from '#core/shelf/index.ts'
import type { Settings } from '#schema/studio.ts'
import type { StudioDatabase } from './database.ts'
import { stored } from './storageError.ts'

/** What a shelf holds, by table. */
export interface ShelfItem {
  readonly resins: Resin
  readonly colours: Colour
  readonly molds: Mold
  readonly patterns: Pattern
  readonly recipes: Recipe
  readonly supplies: Supply
  readonly orders: Order
}

export type Shelf = keyof ShelfItem

/** Puts an item on its shelf, new or changed; the answer takes that back. Batches keep the copy they were planned with. */
export function saveItem<Kind extends Shelf>(
  db: StudioDatabase,
  shelf: Kind,
  item: ShelfItem[Kind],
): Promise<Added> {
  const table = tableOf(db, shelf)
  return stored(() =>
    db.transaction('rw', table, async () => {
      const before = await table.get(item.id)
      await table.put(item)
      const undo = () =>
        stored(async () => {
          if (before) await table.put(before)
          else await table.delete(item.id)
        })
      return { undo }
    }),
  )
}

/** Takes an item off its shelf; the answer puts it back. Null when it was not there. */
export function removeItem<Kind extends Shelf>(
  db: StudioDatabase,
  shelf: Kind,
  id: string,
): Promise<{ readonly restore: () => Promise<void> } | null> {
  return stored(async () => {
    const item = await tableOf(db, shelf).get(id)
    if (!item) return null
    await tableOf(db, shelf).delete(id)
    return { restore: () => stored(async () => void (await tableOf(db, shelf).put(item))) }
  })
}

function tableOf<Kind extends Shelf>(db: StudioDatabase, shelf: Kind): EntityTable<{ id: string }, 'id'> {
  return db[shelf] as unknown as EntityTable<{ id: string }, 'id'>
}

/** Stores the person's settings. */
export async function saveSettings(db: StudioDatabase, settings: Settings): Promise<void> {
  await stored(() => db.settings.put({ ...settings, id: 'studio' }))
}

/** Puts an entry into a supply's book; the answer takes it out again. */
export async function addMovement(
  db: StudioDatabase,
  movement: Movement,
): Promise<{ readonly undo: () => Promise<void> }> {
  await stored(() => db.movements.add(movement))
  return { undo: () => stored(() => db.movements.delete(movement.id)) }
}

/** What somebody who begins has on the table. */
interface Table {
  readonly resins: readonly Resin[]
  readonly molds: readonly Mold[]
  readonly colours: readonly Colour[]
  readonly settings: Settings
}

/** Puts a first table on the shelf with how its owner measures and when they are free, all of it or nothing. */
export async function layOutTable(
  db: StudioDatabase,
  { resins, molds, colours, settings }: Table,
): Promise<void> {
  await stored(() =>
    db.transaction('rw', [db.resins, db.molds, db.colours, db.settings], async () => {
      await db.resins.bulkAdd([...resins])
      await db.molds.bulkAdd([...molds])
      await db.colours.bulkAdd([...colours])
      await db.settings.put({ ...settings, id: 'studio' })
    }),
  )
}

interface Added {
  readonly undo: () => Promise<void>
}

/** Puts several molds on the shelf, all of them or none; the answer takes them off again. */
export async function addMolds(db: StudioDatabase, molds: readonly Mold[]): Promise<Added> {
  await stored(() => db.transaction('rw', db.molds, () => db.molds.bulkAdd([...molds])))
  return { undo: () => stored(() => db.molds.bulkDelete(molds.map(({ id }) => id))) }
}

/** Puts several supplies on the shelf with the first entries of their books, all or none; the answer takes them off again. */
export async function addSupplies(
  db: StudioDatabase,
  added: readonly { readonly supply: Supply; readonly counted: Movement | null }[],
): Promise<Added> {
  const supplies = added.map(({ supply }) => supply)
  const entries = added.flatMap(({ counted }) => (counted ? [counted] : []))
  await stored(() =>
    db.transaction('rw', db.supplies, db.movements, async () => {
      await db.supplies.bulkAdd(supplies)
      await db.movements.bulkAdd(entries)
    }),
  )
  const undo = () =>
    stored(() =>
      db.transaction('rw', db.supplies, db.movements, async () => {
        await db.supplies.bulkDelete(supplies.map(({ id }) => id))
        await db.movements.bulkDelete(entries.map(({ id }) => id))
      }),
    )
  return { undo }
}

/** Stores what is known of a mold beyond its shape. */
export async function saveCare(db: StudioDatabase, care: MoldCare): Promise<void> {
  await stored(() => db.care.put(care))
}
