import { AS_PLANNED } from '#core/timing/index.ts'
import { useMemo, useState } from 'react'
import {
  keepPreviousData,
  useQueries,
  useQuery,
  type QueryClient,
  type UseQueryResult,
} from '@tanstack/react-query'
import { techniqueOfPour, type BatchRequest } from '#core/batch/index.ts'
import type {
  BatchPlan,
  Bubbles,
  LivePlan,
  SittingPlan,
  SittingsSoFar,
  SittingSoFar,
  StrategyEffect,
} from '#core/plan/index.ts'
import { layerTurns, type Pour, type Sitting } from '#core/runsheet/index.ts'
import { layerOfMix, markedAt, tintedKey } from '#core/technique/index.ts'
import { METRIC, US_CUSTOMARY, type UnitChoice } from '#core/units/index.ts'
import { readSettings, USUAL_SETTINGS } from '#schema/usualSettings.ts'
import type { StoredPhoto, StudioDatabase } from '#data/database.ts'
import type { Settings } from '#schema/studio.ts'
import { useLiveRows } from './liveRows.ts'
import { useRested } from './rested.ts'
import type { BatchStory } from './stories.ts'
import { useNowMs } from './clock.ts'
import { usePlatform, type Platform } from './studio.tsx'

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

/** Kept recipes. */
export function useRecipes() {
  const { db } = usePlatform()
  return useLiveRows(['recipes'], async () => byName(await db.recipes.toArray()))
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
  return unitsOf(useSettings())
}

/** The units those settings show. */
export function unitsOf({ units }: Pick<Settings, 'units'>): UnitChoice {
  return units === 'us' ? US_CUSTOMARY : METRIC
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

/** A request with what was worked out of it. */
export interface WorkedOut {
  readonly request: BatchRequest
  readonly live: LivePlan
}

/** What a plan that is being made comes to by now. */
export interface Working {
  /** Null before anything was worked out; stays as it was while the next is worked out, or where that is not asked. */
  readonly last: WorkedOut | null
  /** The request as it was when the hand rested; null before anything was worked out. */
  readonly rested: BatchRequest | null
  readonly isFetching: boolean
  readonly isPending: boolean
  readonly error: Error | null
}

/**
 * The plan of a request with how sure its windows are, each computed in a worker of its own: the figures are told as soon as they are there,
 * with the bands there were, and the new bands once the hand rests. Null request asks nothing.
 */
export function usePlannedBands(request: BatchRequest | null): Working {
  const { planner, secondPlanner } = usePlatform()
  const plan = useQuery({
    queryKey: ['worked out', request],
    queryFn: async () => ({ request: request!, plan: await planner.planBatch(request!) }),
    enabled: request !== null,
    staleTime: Infinity,
    gcTime: 60_000,
    placeholderData: keepPreviousData,
  })
  const told = useLastTold(plan)
  const rested = useRested(told?.request)
  const bands = useQuery({
    ...livePlanQuery(rested ? secondPlanner() : planner, { batch: { request: rested! } }, NOT_POURED),
    enabled: rested !== undefined,
    placeholderData: keepPreviousData,
  })
  const believed = useLastTold(bands)
  const last = useMemo(
    () => (told && believed ? { request: told.request, live: { ...believed, plan: told.plan } } : null),
    [told, believed],
  )
  return {
    last,
    rested: rested ?? null,
    isFetching: plan.isFetching,
    isPending: plan.isPending,
    error: plan.error ?? bands.error,
  }
}

/** What a query told last, also where it fails since then. */
export function useLastTold<Data>({ data }: { readonly data: Data | undefined }): Data | undefined {
  const [last, setLast] = useState(data)
  if (data !== undefined && data !== last) setLast(data)
  return data ?? last
}

/** What every cup strategy would do to that batch, computed beside its plan once the hand rests; the last ones stay until the next are there. */
export function useStrategies(request: BatchRequest): readonly StrategyEffect[] {
  const { secondPlanner } = usePlatform()
  const rested = useRested(request) ?? request
  const { data } = useQuery({
    queryKey: ['strategies', rested],
    queryFn: () => secondPlanner().strategiesOf(rested),
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  })
  return data ?? []
}

/** Which bubbles leave that batch's pour by themselves, computed in the worker where it is asked. */
export function useBubbles(
  request: BatchRequest,
  { asked, warmerK }: { readonly asked: boolean; readonly warmerK: number },
): UseQueryResult<Bubbles> {
  const { planner } = usePlatform()
  return useQuery({
    queryKey: ['bubbles', request, warmerK],
    queryFn: () => planner.bubblesOf(request, warmerK),
    enabled: asked,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  })
}

/** The sitting of a later layer as its readings have it, computed in the worker; the last one stays until the next is there. */
export function useSittingPlan(
  request: BatchRequest | null,
  layerId: string,
  soFar: SittingSoFar,
): UseQueryResult<SittingPlan> {
  const { planner } = usePlatform()
  return useQuery({
    queryKey: ['sitting', request, layerId, soFar],
    queryFn: () => planner.planSitting(request!, layerId, soFar),
    enabled: request !== null,
    staleTime: Infinity,
    gcTime: 5 * 60_000,
    placeholderData: keepPreviousData,
  })
}

type Running = Extract<Pour, { stage: 'running' }>
/** A batch as far as its plan is asked for. */
interface Planned {
  readonly batch: { readonly request: BatchRequest }
}

/** How the plan of a running pour is asked for; one key everywhere, so that no two places tell different minutes. */
export function livePlanQuery(
  planner: Platform['planner'],
  { batch }: Planned,
  pour: Running,
  stillFullMin = 0,
) {
  const sittings = sittingsRead(pour)
  return {
    queryKey: ['live', batch.request, pour.done, pour.readings, stillFullMin, sittings, pour.otherwise],
    queryFn: (): Promise<LivePlan> =>
      planner.planLive(batch.request, sittings, {
        done: pour.done,
        readings: pour.readings,
        stillFullMin,
        otherwise: pour.otherwise,
      }),
    staleTime: Infinity,
    gcTime: 5 * 60_000,
  }
}

/** The live plan of that request that was worked out last, with whatever marks; undefined where none was lately. */
export function lastLivePlan(client: QueryClient, request: BatchRequest): LivePlan | undefined {
  const known = client.getQueryCache().findAll({ queryKey: ['live', request] })
  return known
    .filter(({ state }) => state.data !== undefined)
    .sort((one, other) => other.state.dataUpdatedAt - one.state.dataUpdatedAt)[0]?.state.data as
    LivePlan | undefined
}

/** A sitting as it was told so far: what was read, whether its mix is divided, when its layer was poured. */
export function sittingSoFar(pour: Running, layer: string, sitting: Sitting): SittingSoFar {
  const running = sitting.stage === 'running' ? sitting : null
  const minOf = (key: string) => {
    const doneMin = pour.done[key]
    if (!running || doneMin === undefined) return null
    return doneMin - (running.stopStirAtMs - pour.stopStirAtMs) / 60_000
  }
  return {
    readings: running?.readings ?? [],
    ...apartRead(pour, layer),
    roomTempC: roomRead(pour),
    dividedMin: minOf(tintedKey(layer)),
    pouredMin: minOf(layer),
    done: layerTurns(pour, layer),
  }
}

/** What was read of the cups of that layer that are stirred by themselves; nothing said where none was. */
function apartRead({ sittings }: Running, layer: string): Pick<SittingSoFar, 'apart'> {
  const read = Object.entries(sittings).flatMap(([mix, sitting]) =>
    mix !== layer && layerOfMix(mix) === layer && sitting.stage === 'running' && sitting.readings.length > 0
      ? [[mix, sitting.readings] as const]
      : [],
  )
  return read.length > 0 ? { apart: Object.fromEntries(read) } : {}
}

/** The room as it was read last, by the pour or by any sitting; null where it never was. */
function roomRead({ readings, sittings }: Running): number | null {
  const all = [
    ...readings,
    ...Object.values(sittings).flatMap((sitting) => (sitting.stage === 'running' ? sitting.readings : [])),
  ]
  return all.flatMap((reading) => (reading.kind === 'room' ? [reading.tempC] : [])).at(-1) ?? null
}

/** What was read in the sittings of its layers, with when each was poured. */
export function sittingsRead(pour: Running): SittingsSoFar {
  return Object.fromEntries(
    Object.entries(pour.sittings).flatMap(([layer, sitting]) =>
      sitting.stage === 'running' && sitting.readings.length > 0
        ? [[layer, sittingSoFar(pour, layer, sitting)]]
        : [],
    ),
  )
}

/** The plan of a batch as it was poured; nothing for one that was not. */
export function useRunAsPoured({ batch, pour }: BatchStory): UseQueryResult<LivePlan> {
  const { planner } = usePlatform()
  const poured = pour.stage === 'running' ? pour : NOT_POURED
  return useQuery({ ...livePlanQuery(planner, { batch }, poured), enabled: pour.stage === 'running' })
}

/** The plan of a run at whatever stage it is: as it is poured, or as it will be; null until it is worked out. */
export function useRunPlan({ batch, pour }: BatchStory): BatchPlan | null {
  const { planner } = usePlatform()
  const run = pour.stage === 'running' ? pour : NOT_POURED
  return useQuery(livePlanQuery(planner, { batch }, run)).data?.plan ?? null
}

/** Stands for a pour that has not begun where a running one is asked for. */
export const NOT_POURED: Running = {
  stage: 'running',
  stopStirAtMs: 0,
  done: {},
  otherwise: AS_PLANNED,
  filled: [],
  notes: [],
  readings: [],
  sittings: {},
}

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
export function stillFullMin(
  { batch: { request } }: Planned,
  { stopStirAtMs, done }: Running,
  nowMs: number,
): number {
  const nowMin = (nowMs - stopStirAtMs) / 60_000
  const emptied = markedAt('empties', techniqueOfPour(request), done) !== null
  if (emptied || nowMin > FULL_UNTIL_MIN) return 0
  return Math.max(0, FULL_EVERY_MIN * Math.floor(nowMin / FULL_EVERY_MIN))
}

/** The plan of a running pour as its marks and readings have it by now; the last one stays until the next is there. */
export function useLivePlan(story: BatchStory, pour: Running): UseQueryResult<LivePlan> {
  const { planner } = usePlatform()
  const fullMin = stillFullMin(story, pour, useNowMs(5000))
  return useQuery({ ...livePlanQuery(planner, story, pour, fullMin), placeholderData: keepPreviousData })
}
