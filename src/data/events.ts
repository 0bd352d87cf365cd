import type { PourEvent } from '#core/runsheet/index.ts'
import type { StudioDatabase } from './database.ts'

/** The events of a batch in the order they were stored. */
export async function eventsOf(db: StudioDatabase, batchId: string): Promise<PourEvent[]> {
  const rows = await db.events.where('batchId').equals(batchId).sortBy('seq')
  return rows.map((row) => row.event)
}
