import { keepPreviousData, useQueries, useQuery, type UseQueryResult } from '@tanstack/react-query'
import { useRef } from 'react'
import type { BatchRequest } from '#core/batch/index.ts'
import { SLOT_MS, type KeptJobs, type RackBatch, type RackPlan, type RackStudio } from '#core/rack/index.ts'
import type { Settings } from '#schema/studio.ts'
import { useNowMs } from './clock.ts'
import { livePlanQuery, NOT_POURED, useSettings, useStories, type BatchStory } from './queries.ts'
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
  const { planner } = usePlatform()
  const settings = useSettings()
  const nowMs = useNowMs(60_000)
  const stories = useStories().data
  const waiting = (stories ?? []).filter((story) => isOnTheRack(story) && story.batch.id !== paper?.replaces)
  const asked = [...waiting.map(ofStory), ...(paper ? [onPaper(paper.request)] : [])]
  const plans = useQueries({
    queries: asked.map(({ request, pour }) => livePlanQuery(planner, { batch: { request } }, pour)),
  })
  if (!stories || plans.some(({ data }) => !data)) return null
  return {
    nowMs: Math.ceil(nowMs / SLOT_MS) * SLOT_MS,
    days: DAYS,
    hours: { ...settings.hours, zone: zoneOf(settings) },
    levelPlaces: settings.levelPlaces,
    covers: settings.covers,
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

/** Planned, or poured and not yet through with all its steps but use. */
function isOnTheRack({ pour, batch }: BatchStory): boolean {
  if (pour.stage === 'planned' || pour.stage === 'ready') return true
  if (pour.stage !== 'running') return false
  const { back, after } = batch.request
  const steps = ['demold', ...(back.when === 'none' ? [] : ['back']), ...after]
  return steps.some((step) => pour.done[step] === undefined)
}

/** The coming days, planned in the worker; the last plan stays until the next is there, and what fits stays where it was. */
export function useRackPlan(studio: RackStudio | null): UseQueryResult<RackPlan> {
  const { rackLab } = usePlatform()
  const last = useRef<RackPlan | null>(null)
  return useQuery({
    queryKey: ['rack', studio],
    queryFn: async () => {
      if (studio!.batches.length === 0) return nothingPlanned(studio!)
      const plan = await rackLab().planRack(studio!, last.current && keptOf(last.current))
      last.current = plan
      return plan
    },
    enabled: studio !== null,
    staleTime: Infinity,
    gcTime: 5 * 60_000,
    placeholderData: keepPreviousData,
  })
}

/** No worker is started where there is nothing to lay out. */
function nothingPlanned({ nowMs }: RackStudio): RackPlan {
  return { fromMs: nowMs, toMs: nowMs, jobs: [], batches: [], free: [], taken: [], proven: true }
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

function keptOf({ jobs }: RackPlan): KeptJobs {
  const kept: Record<string, Record<string, number>> = {}
  for (const { batchId, id, beginAtMs } of jobs) kept[batchId] = { ...kept[batchId], [id]: beginAtMs }
  return kept
}
