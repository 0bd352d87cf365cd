import { useEffect } from 'react'
import type { QueryKey } from '@tanstack/react-query'
import type { Piece } from '#core/journal/index.ts'
import { measuredRequest, readPour, type Pour, type PourEvent } from '#core/runsheet/index.ts'
import type { Brief } from '#data/brief.ts'
import type { StudioDatabase } from '#data/database.ts'
import { readPart, readRegister, runsOf, type Part } from '#data/register.ts'
import type { Batch } from '#schema/studio.ts'
import { useLiveRows } from './liveRows.ts'
import { spooledMarks, withHeld } from './spool.ts'
import { usePlatform } from './studio.tsx'

/** A batch with what happened to it and what came of it. */
export interface BatchStory {
  readonly batch: Batch
  readonly events: readonly PourEvent[]
  readonly pour: Pour
  readonly pieces: readonly Piece[]
  /** Marks that wait aside because the database would not take them. */
  readonly heldAside: number
  /** False where the studio under an open pour was emptied: this is what was seen of it last. */
  readonly isStored: boolean
}

/** Every run of which something still waits, newest first; null while the studio is read. */
export function useOpenStories(): readonly BatchStory[] | null {
  const { db, nowMs } = usePlatform()
  const read = async () => storiesOf(db, await readPart(db, { index: 'openUntilMs', value: nowMs() }))
  return useLiveRows(['stories', 'open'], read).data ?? null
}

/** The runs of a part of the register; null while it is read. */
export function useStoriesIn(part: Part): readonly BatchStory[] | null {
  const { db } = usePlatform()
  return useOwnRows(['stories', part], async () => storiesOf(db, await readPart(db, part)))
}

/** What hands, timing and causes are told from: every run is worked out anew for it, and so many of the latest are enough. */
export const LATEST_RUNS = { index: 'stirredAtMs', value: 0, latest: 40 } as const satisfies Part

/** Runs by their ids, in that order; one that is not there is left out. Null while they are read. */
export function useStories(ids: readonly string[]): readonly BatchStory[] | null {
  const { db } = usePlatform()
  return useOwnRows(['stories', ids], () => storiesByIds(db, ids))
}

/** The runs those pieces came from, each once; null while they are read. */
export function useStoriesOfPieces(pieceIds: readonly string[]): readonly BatchStory[] | null {
  const { db } = usePlatform()
  const read = async () => {
    const pieces = await db.pieces.bulkGet([...pieceIds])
    return storiesByIds(db, [...new Set(pieces.flatMap((piece) => piece?.batchId ?? []))])
  }
  return useOwnRows(['stories', { pieceIds }], read)
}

/** The whole register of runs in short, newest first; null while it is read or still written. */
export function useRegister(): readonly Brief[] | null {
  const { db } = usePlatform()
  return useLiveRows(['briefs'], () => readRegister(db)).data ?? null
}

/** A part of the register; null while it is read or still written. */
export function useBriefs(part: Part): readonly Brief[] | null {
  const { db } = usePlatform()
  return useOwnRows(['briefs', part], () => readPart(db, part))
}

/** Rows that were asked for, never those of an earlier question; null until they are there. */
function useOwnRows<Rows>(key: QueryKey, read: () => Promise<Rows | null>): Rows | null {
  const { data, isPlaceholderData } = useLiveRows(key, read)
  return isPlaceholderData ? null : (data ?? null)
}

/** The runs of those briefs; null where there are no briefs yet. */
export async function storiesOf(
  db: StudioDatabase,
  briefs: readonly Brief[] | null,
): Promise<readonly BatchStory[] | null> {
  return (
    briefs &&
    storiesByIds(
      db,
      briefs.map(({ id }) => id),
    )
  )
}

/** Runs with what their marks come to, those on the spool too. */
async function storiesByIds(db: StudioDatabase, ids: readonly string[]): Promise<readonly BatchStory[]> {
  const runs = await db.transaction('r', [db.batches, db.events, db.pieces], () => runsOf(db, ids))
  const aside = spooledMarks()
  return runs.map(({ batch, events, pieces }): BatchStory => {
    const held = aside.flatMap(({ mark }) => (mark.batchId === batch.id ? [mark.event as PourEvent] : []))
    const own = withHeld(events, held)
    return {
      batch: { ...batch, request: measuredRequest(batch.request, own) },
      events: own,
      pour: readPour(own),
      pieces,
      heldAside: own.length - events.length,
      isStored: true,
    }
  })
}

/** One batch; `story` is null when there is none of that id, or none was asked for. */
export function useStory(batchId: string | null): {
  readonly story: BatchStory | null
  readonly isPending: boolean
} {
  const { db } = usePlatform()
  const ids = batchId === null ? [] : [batchId]
  const { data, isPending, isPlaceholderData } = useLiveRows(['stories', ids], () => storiesByIds(db, ids))
  const story = data?.find(({ batch }) => batch.id === batchId) ?? null
  return { story, isPending: isPending || (isPlaceholderData && story === null) }
}

/**
 * A batch at the bench. One whose mix is begun stays as it was seen last where it is not in the studio any more, as after the browser's
 * data was cleared: its steps can still be read, and its next mark stores it again.
 */
export function useBenchStory(batchId: string): ReturnType<typeof useStory> {
  const { db } = usePlatform()
  const { story, isPending } = useStory(batchId)
  useEffect(() => {
    if (story && isBegun(story)) seenAt(db).set(batchId, { ...story, isStored: false })
    // What it was before its mix was begun is no longer what was seen last.
    else if (story) seenAt(db).delete(batchId)
  }, [db, batchId, story])
  return { story: story ?? lastSeen(db, batchId), isPending }
}

const isBegun = ({ pour }: BatchStory) => pour.stage === 'mixing' || pour.stage === 'running'

/** A begun pour as this page saw it last; null where it saw none. */
export function lastSeen(db: StudioDatabase, batchId: string): BatchStory | null {
  return seenAt(db).get(batchId) ?? null
}

const seen = new WeakMap<StudioDatabase, Map<string, BatchStory>>()

function seenAt(db: StudioDatabase): Map<string, BatchStory> {
  const all = seen.get(db) ?? new Map<string, BatchStory>()
  seen.set(db, all)
  return all
}

/** The latest batches that are for no order: one of them may be said to be for one. */
export function useFreeBatches(): readonly Batch[] {
  const { db } = usePlatform()
  const read = () =>
    db.batches
      .orderBy('createdAtMs')
      .reverse()
      .filter(({ orderId }) => orderId === null)
      .limit(MOST_FREE)
      .toArray()
  return useLiveRows(['free batches'], read).data ?? []
}

const MOST_FREE = 60

/** The name of a batch; null where it is not there any more. */
export function useBatchName(batchId: string | null): string | null {
  const { db } = usePlatform()
  const read = async () => (batchId === null ? null : ((await db.batches.get(batchId))?.request.name ?? null))
  return useLiveRows(['batch name', batchId], read).data ?? null
}

/** A piece that was written down lately, with its batch. */
export interface LatePiece {
  readonly piece: Piece
  readonly batch: Batch
}

/** The pieces written down last, newest first. */
export function useLately(most: number): readonly LatePiece[] {
  const { db } = usePlatform()
  const read = async () => {
    const pieces = await db.pieces.orderBy('outcome.recordedAtMs').reverse().limit(most).toArray()
    const batches = await db.batches.bulkGet(pieces.map(({ batchId }) => batchId))
    return pieces.flatMap((piece, k): readonly LatePiece[] =>
      batches[k] ? [{ piece, batch: batches[k] }] : [],
    )
  }
  return useLiveRows(['lately', most], read).data ?? []
}

/** Whether nothing was ever planned here and nothing lies on the shelf to plan with; null while that is read. */
export function useBareStudio(): boolean | null {
  const { db } = usePlatform()
  const count = async () =>
    (await db.batches.count()) + (await db.molds.count()) + (await db.resins.count()) === 0
  return useLiveRows(['bare'], count).data ?? null
}

/** Whether any batch was ever planned here. */
export function useHasBatches(): boolean {
  const { db } = usePlatform()
  return useLiveRows(['has batches'], async () => (await db.batches.count()) > 0).data ?? false
}
