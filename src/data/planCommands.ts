import { castingCount, castingOf, kindName, type BatchRequest } from '#core/batch/index.ts'
import type { Piece } from '#core/journal/index.ts'
import { readPour } from '#core/runsheet/index.ts'
import { fail, ok, type Result } from '#core/units/index.ts'
import { batchRequestSchema } from '#schema/request.ts'
import type { Batch } from '#schema/studio.ts'
import type { BatchProblem } from './batchCommands.ts'
import type { StudioDatabase } from './database.ts'
import { admitted } from './door.ts'
import { eventsOf } from './events.ts'
import { stored } from './storageError.ts'

interface NewBatch {
  readonly id: string
  readonly request: BatchRequest
  readonly nowMs: number
  readonly repeats: string | null
  readonly orderId?: string | null
  /** Declared an experiment against the batch it repeats. */
  readonly trial?: boolean
}

/** Stores a new batch with its pieces. Refuses a start that has passed. */
export async function addBatch(
  db: StudioDatabase,
  { id, request: asked, nowMs, repeats, orderId = null, trial = false }: NewBatch,
): Promise<Result<Batch, BatchProblem>> {
  const request = admitted(batchRequestSchema, asked)
  if (startPassed(request, nowMs)) return fail({ kind: 'startInPast', startAt: request.startAt! })
  const batch = { id, createdAtMs: nowMs, request, repeats, pins: {}, orderId, trial } as Batch
  return stored(() =>
    db.transaction('rw', db.batches, db.pieces, async () => {
      await db.batches.add(batch)
      await db.pieces.bulkAdd(piecesOf(batch))
      return ok(batch)
    }),
  )
}

/** Replaces the request of a batch that no clock has been started on; its pieces follow. */
export async function changeBatch(
  db: StudioDatabase,
  { id, request: asked, nowMs, orderId = null, trial = false }: Omit<NewBatch, 'repeats'>,
): Promise<Result<Batch, BatchProblem>> {
  const request = admitted(batchRequestSchema, asked)
  if (startPassed(request, nowMs)) return fail({ kind: 'startInPast', startAt: request.startAt! })
  return stored(() =>
    db.transaction('rw', db.batches, db.pieces, db.events, async () => {
      const old = await db.batches.get(id)
      if (!old) return fail({ kind: 'unknown' as const })
      const { stage } = readPour(await eventsOf(db, id))
      if (stage !== 'planned' && stage !== 'ready') return fail({ kind: 'alreadyPoured' as const })
      const batch = { ...old, request, orderId, trial } as Batch
      await db.batches.put(batch)
      await db.pieces.where('batchId').equals(id).delete()
      await db.pieces.bulkAdd(piecesOf(batch))
      return ok(batch)
    }),
  )
}

function startPassed({ startAt }: BatchRequest, nowMs: number): boolean {
  return startAt !== null && Date.parse(startAt) < nowMs
}

/** No mold: nothing of it is counted, ordered or worn. */
const OBJECT = { moldId: 'object', moldName: 'what it was poured over' } as const

function piecesOf({ id, request }: Batch): Piece[] {
  return Array.from({ length: castingCount(request) }, (_, k) => {
    const { no, order, isObject } = castingOf(request, k + 1)!
    return {
      id: `${id}-${no}`,
      batchId: id,
      no,
      ...(isObject ? OBJECT : { moldId: order.mold.id, moldName: kindName(order) }),
      outcome: null,
    }
  })
}
