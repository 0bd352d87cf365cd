import { keepPreviousData, useQueries, useQuery, type UseQueryResult } from '@tanstack/react-query'
import { techniqueOfPour, type BatchRequest } from '#core/batch/index.ts'
import {
  rackSteps,
  SLOT_MS,
  stillWaiting,
  type KeptJobs,
  type RackBatch,
  type RackPlan,
  type RackStudio,
} from '#core/rack/index.ts'
import { withAfter } from '#core/technique/index.ts'
import type { StudioDatabase } from '#data/database.ts'
import type { Settings } from '#schema/studio.ts'
import { useNowMs } from './clock.ts'
import { livePlanQuery, NOT_POURED, useMolds, useSettings } from './queries.ts'
import { useOpenStories, type BatchStory } from './stories.ts'
import { usePlatform } from './studio.tsx'

const DAYS = 21

/** The zone whose clock hangs on this studio's wall. */
export function zoneOf({ hours }: Pick<Settings, 'hours'>): string {
  return hours.zone ?? deviceZone()
}

export function deviceZone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone
}

/** A batch on paper, and the kept plan it would replace. */
export interface OnPaper {
  readonly request: BatchRequest
  readonly replaces: string | null
}

/** What the coming days are planned from, with a batch still on paper; null until every batch's own plan is worked out. */
export function useRackStudio(paper: OnPaper | null = null): RackStudio | null {
  const { planner, secondPlanner } = usePlatform()
  const settings = useSettings()
  const nowMs = useNowMs(60_000)
  const stories = useOpenStories()
  const molds = useMolds().data
  const waiting = (stories ?? []).filter((story) => isOnTheRack(story) && story.batch.id !== paper?.replaces)
  const asked = [...waiting.map(ofStory), ...(paper ? [onPaper(paper.request)] : [])]
  const plans = useQueries({
    queries: asked.map(({ request, pour }, k) =>
      // What is still on paper is worked out beside the plan of it.
      livePlanQuery(k < waiting.length ? planner : secondPlanner(), { batch: { request } }, pour),
    ),
  })
  if (!stories || !molds || plans.some(({ data }) => !data)) return null
  return {
    nowMs: Math.ceil(nowMs / SLOT_MS) * SLOT_MS,
    days: DAYS,
    hours: { ...settings.hours, zone: zoneOf(settings) },
    levelPlaces: settings.levelPlaces,
    covers: settings.covers,
    forms: settings.forms,
    molds: Object.fromEntries(molds.map(({ id, count }) => [id, count])),
    batches: asked.map(({ id, request, pour, pins }, k): RackBatch => ({
      id,
      name: request.name,
      outline: plans[k]!.data!.outline,
      startedAtMs: pour === NOT_POURED ? null : pour.stopStirAtMs,
      done: pour.done,
      pins: request.startAt === null ? pins : { ...pins, pour: Date.parse(request.startAt) },
      promisedOn: request.promisedOn,
    })),
  }
}

/** The id of a batch that is still on paper. */
export const ON_PAPER = 'on-paper'

const NO_PINS: Readonly<Record<string, number>> = {}

function onPaper(request: BatchRequest) {
  return { id: ON_PAPER, request, pour: NOT_POURED, pins: NO_PINS }
}

function ofStory({ batch, pour }: BatchStory) {
  return {
    id: batch.id,
    request: batch.request as BatchRequest,
    pour: pour.stage === 'running' ? pour : NOT_POURED,
    pins: batch.pins,
  }
}

/** Planned, or poured with something still to do. */
function isOnTheRack({ pour, batch }: BatchStory): boolean {
  if (pour.stage === 'planned' || pour.stage === 'ready') return true
  if (pour.stage !== 'running') return false
  const steps = rackSteps(withAfter(techniqueOfPour(batch.request), batch.request))
  return stillWaiting(steps, pour.done).length > 0
}

/** What every place lays the next days out from: the last plan of what is kept, with the studio it was made of. */
interface LastPlan {
  readonly studio: RackStudio
  readonly plan: RackPlan
}

const lastPlans = new WeakMap<StudioDatabase, LastPlan>()

/** What the days were laid out from last; null before they were. */
export function lastRackStudio(db: StudioDatabase): RackStudio | null {
  return lastPlans.get(db)?.studio ?? null
}

/**
 * The coming days, planned in the worker; the last plan stays until the next is there, and what fits stays where it was. A batch whose chosen
 * hours changed is placed anew.
 */
export function useRackPlan(studio: RackStudio | null): UseQueryResult<RackPlan> {
  const { db, rackLab } = usePlatform()
  return useQuery({
    queryKey: ['rack', studio],
    queryFn: async () => {
      if (studio!.batches.length === 0) return nothingPlanned(studio!)
      const last = lastPlans.get(db)
      const plan = await rackLab().planRack(
        studio!,
        last ? keptOf(last.plan, unchanged(last.studio, studio!)) : null,
      )
      if (studio!.batches.every(({ id }) => id !== ON_PAPER)) lastPlans.set(db, { studio: studio!, plan })
      return plan
    },
    enabled: studio !== null,
    staleTime: Infinity,
    gcTime: 5 * 60_000,
    placeholderData: keepPreviousData,
  })
}

/** The batches whose chosen hours are as they were. */
function unchanged(before: RackStudio, now: RackStudio): ReadonlySet<string> {
  const pinsBefore = new Map(before.batches.map(({ id, pins }) => [id, JSON.stringify(pins)]))
  return new Set(
    now.batches.filter(({ id, pins }) => pinsBefore.get(id) === JSON.stringify(pins)).map(({ id }) => id),
  )
}

/** No worker is started where there is nothing to lay out. */
function nothingPlanned({ nowMs }: RackStudio): RackPlan {
  return { fromMs: nowMs, toMs: nowMs, jobs: [], batches: [], free: [], level: [], proven: true }
}

/** What the days would look like with one job at another hour; nothing while none is chosen. */
export function useMovedPlan(
  studio: RackStudio,
  base: RackPlan,
  moved: { readonly batchId: string; readonly jobId: string; readonly atMs: number } | null,
): UseQueryResult<RackPlan> {
  const { rackLab } = usePlatform()
  return useQuery({
    queryKey: ['rack moved', studio, moved],
    queryFn: () => rackLab().planRack(withPin(studio, moved!), keptOf(base)),
    enabled: moved !== null,
    staleTime: Infinity,
    gcTime: 10_000,
    placeholderData: moved ? keepPreviousData : undefined,
  })
}

function withPin(
  studio: RackStudio,
  { batchId, jobId, atMs }: { readonly batchId: string; readonly jobId: string; readonly atMs: number },
): RackStudio {
  return {
    ...studio,
    batches: studio.batches.map((batch) =>
      batch.id === batchId ? { ...batch, pins: { ...batch.pins, [jobId]: atMs } } : batch,
    ),
  }
}

/** Where the jobs of those batches stand; of all where none are named. */
function keptOf({ jobs }: RackPlan, only: ReadonlySet<string> | null = null): KeptJobs {
  const kept: Record<string, Record<string, number>> = {}
  for (const { batchId, id, beginAtMs } of jobs)
    if (!only || only.has(batchId)) kept[batchId] = { ...kept[batchId], [id]: beginAtMs }
  return kept
}
