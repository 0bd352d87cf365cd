import type { IndexableType } from 'dexie'
import * as v from 'valibot'
import { issueLines } from '#schema/issues.ts'
import { ROW_SCHEMAS, type TableName } from '#schema/studio.ts'
import { readSettings } from '#schema/usualSettings.ts'
import type { AsideRow, StudioDatabase } from './database.ts'
import { leaveBrokenStale } from './register.ts'
import { stored } from './storageError.ts'

interface Split {
  readonly whole: readonly unknown[]
  readonly aside: readonly Omit<AsideRow, 'no'>[]
}

/** Rows that are what their table holds, and those that are not, each with what is wrong with it. */
export function splitRows(table: TableName, rows: readonly unknown[]): Split {
  const whole: unknown[] = []
  const aside: Omit<AsideRow, 'no'>[] = []
  for (const row of rows) {
    const read = v.safeParse(ROW_SCHEMAS[table], row)
    if (read.success) whole.push(read.output)
    else aside.push({ table, row, why: issueLines(read.issues)[0] ?? 'it cannot be read' })
  }
  return { whole, aside }
}

/** Lets rows that were set aside go; `undo` puts them back aside. */
export function letAsideGo(db: StudioDatabase): Promise<{ readonly undo: () => Promise<void> }> {
  return stored(() =>
    db.transaction('rw', db.aside, async () => {
      const rows = await db.aside.toArray()
      await db.aside.clear()
      return { undo: () => stored(async () => void (await db.aside.bulkPut(rows))) }
    }),
  )
}

/**
 * Looks at every row of the studio and sets aside what is damaged, so that every place opens again; nothing is thrown away. Marks,
 * pieces and pictures go with the batch or piece they hang on. The answer is what was set aside now.
 */
export function setDamagedAside(db: StudioDatabase): Promise<readonly Omit<AsideRow, 'no'>[]> {
  const names = Object.keys(ROW_SCHEMAS) as TableName[]
  const all = [...names.map((name) => db.table(name)), db.aside, db.briefs]
  return stored(() =>
    db.transaction('rw', all, async () => {
      const found: Omit<AsideRow, 'no'>[] = []
      const takeOut = async (name: TableName, bad: (row: unknown) => string | null) => {
        const keys: IndexableType[] = []
        await db.table(name).each((row: unknown, { primaryKey }) => {
          const why = bad(row)
          if (why === null) return
          keys.push(primaryKey as IndexableType)
          found.push({ table: name, row, why })
        })
        await db.table(name).bulkDelete(keys)
      }
      for (const name of names) await takeOut(name, (row) => splitRows(name, [row]).aside[0]?.why ?? null)
      const batches = new Set(await db.batches.toCollection().primaryKeys())
      const orphan = (row: unknown) => {
        const { batchId } = row as { readonly batchId: string }
        return batches.has(batchId) ? null : `its batch ${batchId} is not there`
      }
      await takeOut('events', orphan)
      await takeOut('pieces', orphan)
      const pieces = new Set(await db.pieces.toCollection().primaryKeys())
      await takeOut('photos', (row) => {
        const { pieceId } = row as { readonly pieceId: string }
        return pieces.has(pieceId) ? null : `its piece ${pieceId} is not there`
      })
      // Of the settings what can be read stays.
      const lost = found.find(({ table }) => table === 'settings')
      if (lost) await db.settings.put({ ...readSettings(lost.row).settings, id: 'studio' })
      await db.aside.bulkAdd(found as never[])
      await leaveBrokenStale(db)
      return found
    }),
  )
}
