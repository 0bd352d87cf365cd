import { POUR } from '#core/rack/index.ts'
import { Dexie } from 'dexie'
import type { Outcome, Piece } from '#core/journal/index.ts'
import { begunLayers, mayFollow, measuredRequest, readPour, type PourEvent } from '#core/runsheet/index.ts'
import { fail, ok, type Result } from '#core/units/index.ts'
import { epochMs } from '#schema/amount.ts'
import type { Batch, FaceSide } from '#schema/studio.ts'
import { admitted } from './door.ts'
import { eventsOf } from './events.ts'
import type { StoredPhoto, StudioDatabase } from './database.ts'
import { stored } from './storageError.ts'

export type BatchProblem =
  | { readonly kind: 'startInPast'; readonly startAt: string }
  | { readonly kind: 'alreadyPoured' }
  | { readonly kind: 'notNow' }
  | { readonly kind: 'unknown' }

interface Pin {
  readonly batchId: string
  /** "pour" for the stop-stir, or a step of the rack. */
  readonly jobId: string
  /** Null lets it go again. */
  readonly atMs: number | null
}

/**
 * Keeps an hour that was chosen for a job on the rack. The pour's is the request's own start and can be chosen until its clock runs;
 * an hour that has passed is refused.
 */
export async function pinJob(
  db: StudioDatabase,
  { batchId, jobId, atMs }: Pin,
  nowMs: number,
): Promise<Result<Batch, BatchProblem>> {
  const startAt = atMs === null ? null : new Date(admitted(epochMs('chosen hour'), atMs)).toISOString()
  if (atMs !== null && atMs < nowMs) return fail({ kind: 'startInPast', startAt: startAt! })
  return stored(() =>
    db.transaction('rw', db.batches, db.events, async () => {
      const old = await db.batches.get(batchId)
      if (!old) return fail({ kind: 'unknown' as const })
      const { stage } = readPour(await eventsOf(db, batchId))
      if (jobId === POUR && stage !== 'planned' && stage !== 'ready')
        return fail({ kind: 'alreadyPoured' as const })
      const batch =
        jobId === POUR ? { ...old, request: { ...old.request, startAt } } : pinned(old, jobId, atMs)
      await db.batches.put(batch as Batch)
      return ok(batch as Batch)
    }),
  )
}

function pinned(batch: Batch, jobId: string, atMs: number | null): Batch {
  const { [jobId]: _old, ...others } = batch.pins
  return { ...batch, pins: atMs === null ? others : { ...others, [jobId]: atMs } }
}

/** What a batch still gets after its pour. */
export type OnTheRack = Pick<Batch['request'], 'layers' | 'jobs'>

/**
 * Changes what follows on the rack; what was poured stays as it was asked for, and a layer that was laid, or whose mix is begun, cannot
 * be changed any more.
 */
export async function setOnTheRack(
  db: StudioDatabase,
  batchId: string,
  { layers, jobs }: OnTheRack,
): Promise<Result<OnTheRack, BatchProblem>> {
  // Before the transaction, which would end while anything else is waited for.
  const { sealedRequest } = await import('./sealing.ts')
  return stored(() =>
    db.transaction('rw', db.batches, db.events, async () => {
      const batch = await db.batches.get(batchId)
      if (!batch) return fail({ kind: 'unknown' as const })
      const events = await eventsOf(db, batchId)
      const pour = readPour(events)
      const begun = begunLayers(pour)
      const asWas = (request: OnTheRack) =>
        JSON.stringify(request.layers.filter(({ id }) => begun.includes(id)))
      if (asWas({ layers, jobs }) !== asWas(batch.request)) return fail({ kind: 'alreadyPoured' as const })
      const { request } = batch
      // What is stirred keeps the depth it was stirred for, whatever is planned over it.
      const sealed =
        pour.stage === 'running'
          ? sealedRequest(measuredRequest(request, events), begun).sealed
          : request.sealed
      // What was weighed, and written at the bench, stands in its marks.
      const next = { ...request, ...(sealed && { sealed }), layers: [...layers], jobs: [...jobs] }
      await db.batches.put({ ...batch, request: next as Batch['request'] })
      return ok({ layers: request.layers, jobs: request.jobs })
    }),
  )
}

/** Says which side of a batch's pieces is the face, once both were looked at. */
export function setFace(db: StudioDatabase, batchId: string, face: Batch['request']['face']): Promise<void> {
  return stored(() =>
    db.transaction('rw', db.batches, async () => {
      const batch = await db.batches.get(batchId)
      if (batch) await db.batches.put({ ...batch, request: { ...batch.request, face } })
    }),
  )
}

/** Says which set or commission a batch is made for; null for none. */
export function setOrder(db: StudioDatabase, batchId: string, orderId: string | null): Promise<void> {
  return stored(async () => {
    await db.batches.where('id').equals(batchId).modify({ orderId })
  })
}

/**
 * Stores what happened, once: a double tap, a second tab with an old view, or a replay after a crash is refused as
 * `notNow` and changes nothing.
 */
export function recordEvent(
  db: StudioDatabase,
  batchId: string,
  event: PourEvent,
): Promise<Result<PourEvent, BatchProblem>> {
  return stored(() =>
    db.transaction('rw', db.events, db.batches, async () => {
      if (!(await db.batches.get(batchId))) return fail({ kind: 'unknown' as const })
      const events = await eventsOf(db, batchId)
      if (!mayFollow(events, event)) return fail({ kind: 'notNow' as const })
      await db.events.add({ batchId, seq: await nextSeq(db, batchId), event } as never)
      return ok(event)
    }),
  ).then(async (result) => {
    // Books that cannot be kept never cost a mark: the next count puts them right.
    if (result.ok) await keptBooks(db, batchId, event).catch(() => undefined)
    return result
  })
}

/** After the last one there: numbers may have gaps where a damaged one was set aside. */
async function nextSeq(db: StudioDatabase, batchId: string): Promise<number> {
  const last = await db.events
    .where('[batchId+seq]')
    .between([batchId, Dexie.minKey], [batchId, Dexie.maxKey])
    .last()
  return last ? last.seq + 1 : 0
}

/** Bookkeeping is loaded with the first mark: no place needs it before. */
async function keptBooks(...told: readonly [StudioDatabase, string, PourEvent]): Promise<void> {
  const { keepBooks } = await import('./bookkeeping.ts')
  await keepBooks(...told)
}

export interface NewFace {
  readonly id: string
  readonly side: FaceSide
  readonly mediaType: StoredPhoto['mediaType']
  readonly bytes: Uint8Array
}

/** A piece as it is recorded now; `undo` puts back what was recorded before, pictures too. */
export interface Recorded {
  readonly piece: Piece
  readonly undo: () => Promise<void>
}

/** Stores how a piece came out, with new pictures of its faces; a new picture of a side replaces the old one. */
export function recordOutcome(
  db: StudioDatabase,
  pieceId: string,
  { outcome, faces }: { readonly outcome: Outcome; readonly faces: readonly NewFace[] },
): Promise<Result<Recorded, BatchProblem>> {
  return stored(() =>
    db.transaction('rw', db.pieces, db.photos, async () => {
      const piece = await db.pieces.get(pieceId)
      if (!piece) return fail({ kind: 'unknown' as const })
      const sides = new Set(faces.map((face) => face.side))
      const replaced = await db.photos
        .where('pieceId')
        .equals(pieceId)
        .and((photo) => sides.has(photo.side))
        .toArray()
      await db.photos.bulkDelete(replaced.map(({ id }) => id))
      await db.photos.bulkAdd(faces.map((face) => ({ ...face, pieceId })))
      const recorded = {
        ...piece,
        outcome: { ...outcome, faults: [...outcome.faults], tags: [...outcome.tags] },
      }
      await db.pieces.put(recorded)
      const undo = () =>
        stored(() =>
          db.transaction('rw', db.pieces, db.photos, async () => {
            await db.pieces.put(piece)
            await db.photos.bulkDelete(faces.map(({ id }) => id))
            await db.photos.bulkPut(replaced)
          }),
        )
      return ok({ piece: recorded, undo })
    }),
  )
}

/** Whether nothing at all is stored any more, as after the browser's data was cleared. */
export function wasCleared(db: StudioDatabase): Promise<boolean> {
  return stored(async () => (await db.settings.count()) + (await db.batches.count()) === 0)
}

interface SeenRun {
  readonly batch: Batch
  readonly events: readonly PourEvent[]
  readonly pieces: readonly Piece[]
}

/** Stores a run again as it was last seen: its batch, marks and pieces. */
export function putBackRun(db: StudioDatabase, { batch, events, pieces }: SeenRun): Promise<void> {
  return stored(() =>
    db.transaction('rw', db.batches, db.events, db.pieces, async () => {
      await db.batches.put(batch)
      await db.events.bulkPut(events.map((event, seq) => ({ batchId: batch.id, seq, event })) as never[])
      await db.pieces.bulkPut([...pieces])
    }),
  )
}

/** A batch with everything that hangs on it, as taken out of the database. */
export interface RemovedBatch {
  readonly restore: () => Promise<void>
}

/** Takes a batch out with its events, pieces and pictures; `restore` puts all of it back. */
export function removeBatch(db: StudioDatabase, id: string): Promise<RemovedBatch> {
  return stored(() =>
    db.transaction('rw', db.batches, db.events, db.pieces, db.photos, async () => {
      const batch = await db.batches.get(id)
      const events = await db.events.where('batchId').equals(id).toArray()
      const pieces = await db.pieces.where('batchId').equals(id).toArray()
      const photos = await db.photos
        .where('pieceId')
        .anyOf(pieces.map((piece) => piece.id))
        .toArray()
      await db.batches.delete(id)
      await db.events.where('batchId').equals(id).delete()
      await db.pieces.bulkDelete(pieces.map((piece) => piece.id))
      await db.photos.bulkDelete(photos.map((photo) => photo.id))
      const restore = () =>
        stored(() =>
          db.transaction('rw', db.batches, db.events, db.pieces, db.photos, async () => {
            if (batch) await db.batches.put(batch)
            await db.events.bulkPut(events)
            await db.pieces.bulkPut(pieces)
            await db.photos.bulkPut(photos)
          }),
        )
      return { restore }
    }),
  )
}
