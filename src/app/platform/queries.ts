import {
  useQueries,
  useQuery,
  keepPreviousData,
  type QueryKey,
  type UseQueryResult,
} from '@tanstack/react-query'
import type { BatchRequest } from '#core/batch/index.ts'
import type { Piece } from '#core/journal/index.ts'
import type { BatchPlan, LivePlan } from '#core/plan/index.ts'
import { readPour, type Pour, type PourEvent } from '#core/runsheet/index.ts'
import { METRIC, US_CUSTOMARY, type UnitChoice } from '#core/units/index.ts'
import { readSettings, USUAL_SETTINGS } from '#schema/usualSettings.ts'
import type { StoredPhoto, StudioDatabase } from '#data/database.ts'
import type { Brief } from '#data/brief.ts'
import { readPart, readRegister, runsOf, type Part } from '#data/register.ts'
import type { Batch, Settings } from '#schema/studio.ts'
import { useLiveRows } from './liveRows.ts'
import { spooledMarks, withHeld } from './spool.ts'
import { useNowMs } from './clock.ts'
import { usePlatform, type Platform } from './studio.tsx'

/** A batch with what happened to it and what came of it. */
export interface BatchStory {
  readonly batch: Batch
  readonly events: readonly PourEvent[]
  readonly pour: Pour
  readonly pieces: readonly Piece[]
  /** Marks that wait aside because the database would not take them. */
  readonly heldAside: number
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
    return { batch, events: own, pour: readPour(own), pieces, heldAside: own.length - events.length }
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

/** Whether any batch was ever planned here. */
export function useHasBatches(): boolean {
  const { db } = usePlatform()
  return useLiveRows(['has batches'], async () => (await db.batches.count()) > 0).data ?? false
}

export function useResins() {
  const { db } = usePlatform()
  return useLiveRows(['resins'], async () => byName(await db.resins.toArray()))
}

export function useMolds() {
  const { db } = usePlatform()
  return useLiveRows(['molds'], async () => byName(await db.molds.toArray()))
}

/** Kept patterns. */
export function usePatterns() {
  const { db } = usePlatform()
  return useLiveRows(['patterns'], async () => byName(await db.patterns.toArray()))
}

/** Sets and commissions. */
export function useOrders() {
  const { db } = usePlatform()
  return useLiveRows(['orders'], async () => byName(await db.orders.toArray()))
}

export function useColours() {
  const { db } = usePlatform()
  return useLiveRows(['colours'], async () => byName(await db.colours.toArray()))
}

function byName<Item extends { readonly name: string }>(items: readonly Item[]): readonly Item[] {
  return [...items].sort((one, other) => one.name.localeCompare(other.name))
}

/** Pictures of a piece, front before back. */
export function usePhotos(pieceId: string): UseQueryResult<readonly StoredPhoto[]> {
  const { db } = usePlatform()
  return useLiveRows(['photos', pieceId], async () => {
    const photos = await db.photos.where('pieceId').equals(pieceId).toArray()
    return photos.sort((one, other) => other.side.localeCompare(one.side))
  })
}

/** The person's settings, the usual ones until something was chosen. */
export function useSettings(): Settings {
  const { db } = usePlatform()
  return useReadSettings(db)?.settings ?? USUAL_SETTINGS
}

function useReadSettings(db: StudioDatabase) {
  return useLiveRows(['settings'], async () => readSettings(await db.settings.get('studio'))).data
}

/** Which settings could not be read and are as usual. */
export function useUnreadSettings(): readonly string[] {
  const { db } = usePlatform()
  return useReadSettings(db)?.unread ?? []
}

export function useUnits(): UnitChoice {
  return useSettings().units === 'us' ? US_CUSTOMARY : METRIC
}

/** The plan of a request, computed in the worker; null request asks nothing. Old figures stay until new ones are there. */
export function usePlan(
  request: BatchRequest | null,
  done: Readonly<Record<string, number>> = {},
): UseQueryResult<BatchPlan> {
  const { planner } = usePlatform()
  return useQuery({
    queryKey: ['plan', request, done],
    queryFn: () => planner.planBatch(request!, done),
    enabled: request !== null,
    staleTime: Infinity,
    gcTime: 5 * 60_000,
    placeholderData: keepPreviousData,
  })
}

/** The plan of a request with how sure its windows are, computed in the worker; old figures stay until new ones are there. */
export function usePlannedBands(request: BatchRequest | null): UseQueryResult<LivePlan> {
  const { planner } = usePlatform()
  return useQuery({
    ...livePlanQuery(planner, { batch: { request: request! } }, NOT_POURED),
    enabled: request !== null,
    placeholderData: keepPreviousData,
  })
}

type Running = Extract<Pour, { stage: 'running' }>

/** How the plan of a running pour is asked for; one key everywhere, so that no two places tell different minutes. */
export function livePlanQuery(
  planner: Platform['planner'],
  { batch }: { readonly batch: { readonly request: BatchRequest } },
  pour: Running,
  stillFullMin = 0,
) {
  return {
    queryKey: ['live', batch.request, pour.done, pour.readings, stillFullMin],
    queryFn: (): Promise<LivePlan> => planner.planLive(batch.request, pour.done, pour.readings, stillFullMin),
    staleTime: Infinity,
    gcTime: 5 * 60_000,
  }
}

/** The plan of a batch as it was poured; nothing for one that was not. */
export function useRunAsPoured({ batch, pour }: BatchStory): UseQueryResult<LivePlan> {
  const { planner } = usePlatform()
  const poured = pour.stage === 'running' ? pour : NOT_POURED
  return useQuery({ ...livePlanQuery(planner, { batch }, poured), enabled: pour.stage === 'running' })
}

/** Stands for a pour that has not begun where a running one is asked for. */
export const NOT_POURED: Running = { stage: 'running', stopStirAtMs: 0, done: {}, notes: [], readings: [] }

/** Several runs as they were poured, in their order; null until one is worked out. */
export function useRunsAsPoured(stories: readonly BatchStory[]): readonly (LivePlan | null)[] {
  const { planner } = usePlatform()
  const once = [...new Map(stories.map((story) => [story.batch.id, story])).values()]
  const runs = useQueries({
    queries: once.map(({ batch, pour }) => ({
      ...livePlanQuery(planner, { batch }, pour.stage === 'running' ? pour : NOT_POURED),
      enabled: pour.stage === 'running',
    })),
  })
  return stories.map(({ batch }) => runs[once.findIndex((each) => each.batch.id === batch.id)]?.data ?? null)
}

/** A cup that still stands full is planned anew so often, minutes. */
const FULL_EVERY_MIN = 0.5
/** Whoever has not emptied it by then has forgotten to mark it. */
const FULL_UNTIL_MIN = 90

/** The minute at which the cup of that pour is still seen to stand full: told in steps, 0 once it was emptied or long after. */
export function stillFullMin({ stopStirAtMs, done }: Running, nowMs: number): number {
  const nowMin = (nowMs - stopStirAtMs) / 60_000
  if (done['decant'] !== undefined || nowMin > FULL_UNTIL_MIN) return 0
  return Math.max(0, FULL_EVERY_MIN * Math.floor(nowMin / FULL_EVERY_MIN))
}

/** The plan of a running pour as its marks and readings have it by now; the last one stays until the next is there. */
export function useLivePlan(story: BatchStory, pour: Running): UseQueryResult<LivePlan> {
  const { planner } = usePlatform()
  const fullMin = stillFullMin(pour, useNowMs(5000))
  return useQuery({ ...livePlanQuery(planner, story, pour, fullMin), placeholderData: keepPreviousData })
}
