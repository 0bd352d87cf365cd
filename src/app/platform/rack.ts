import { useQueries, useQueryClient } from '@tanstack/react-query'
import type { BatchPlan, LivePlan } from '#core/plan/index.ts'
import { stillWaiting } from '#core/rack/index.ts'
import { overdueCup, stepAtHand, type RunStep } from '#core/runsheet/index.ts'
import { useNowMs } from './clock.ts'
import { lastLivePlan, livePlanQuery, stillFullMin } from './queries.ts'
import { useOpenStories, type BatchStory } from './stories.ts'
import { usePlatform } from './studio.tsx'

/** A batch whose clock has started, with its plan as it stands after what was really done. */
export interface RunningBatch {
  readonly story: BatchStory
  readonly plan: BatchPlan
  readonly bands: LivePlan['bands']
  readonly stopStirAtMs: number
  readonly done: Readonly<Record<string, number>>
  /** The pour's step at hand; null once the covers are on and the looks are over. */
  readonly atHand: RunStep | null
  /** Its cup stands full past its limit. */
  readonly isOverdue: boolean
}

/** Every running batch on which something can still wait, its plan worked out, newest first. */
export function useRunningBatches(): readonly RunningBatch[] {
  const { planner, nowMs: clock } = usePlatform()
  const client = useQueryClient()
  const stories = useOpenStories() ?? []
  const anyFull = stories.some(
    (story) => story.pour.stage === 'running' && stillFullMin(story, story.pour, clock()) > 0,
  )
  const nowMs = useNowMs(anyFull ? 5000 : 3_600_000)
  const running = stories.flatMap((story) =>
    story.pour.stage === 'running' ? [{ story, pour: story.pour }] : [],
  )
  const plans = useQueries({
    queries: running.map(({ story, pour }) =>
      livePlanQuery(planner, story, pour, stillFullMin(story, pour, nowMs)),
    ),
  })
  return running.flatMap(({ story, pour }, k) => {
    // A mark asks anew; what stands on a screen stays under the finger meanwhile.
    const live = plans[k]?.data ?? lastLivePlan(client, story.batch.request)
    if (!live) return []
    const { plan, bands } = live
    const nowMin = (nowMs - pour.stopStirAtMs) / 60_000
    return [
      {
        story,
        plan,
        bands,
        stopStirAtMs: pour.stopStirAtMs,
        done: pour.done,
        atHand: stepAtHand(plan, pour.done, nowMin),
        isOverdue: overdueCup(plan, pour.done, nowMin) !== null,
      },
    ]
  })
}

/** A thing that waits on the rack, at its hour. */
export interface RackEntry {
  readonly batch: RunningBatch
  readonly turn: RunStep
  readonly fromAtMs: number
  readonly bestAtMs: number
  readonly toAtMs: number | null
  /** Null while it waits. */
  readonly doneAtMs: number | null
  /** The pieces are in their molds still, and this is done on what came out of them. */
  readonly isInMold: boolean
}

/** The rack's tasks of those batches, soonest first; what was passed over for a later one is left out. */
export function rackEntries(batches: readonly RunningBatch[]): readonly RackEntry[] {
  return batches
    .flatMap((batch) => rackStepsOf(batch).map((turn) => entryOf(batch, turn)))
    .sort((one, other) => one.bestAtMs - other.bestAtMs)
}

function rackStepsOf({ plan, done }: RunningBatch): readonly RunStep[] {
  const steps = plan.steps.filter((turn) => turn.step.place === 'rack')
  const waiting = stillWaiting(
    steps.map(({ step }) => step),
    done,
  ).map(({ id }) => id)
  return steps.filter(
    ({ key, step: { id, does } }) => done[key] !== undefined || does === 'serves' || waiting.includes(id),
  )
}

function entryOf(batch: RunningBatch, turn: RunStep): RackEntry {
  const at = (min: number) => batch.stopStirAtMs + min * 60_000
  const doneMin = batch.done[turn.key]
  return {
    batch,
    turn,
    fromAtMs: at(turn.fromMin),
    bestAtMs: at(turn.beginMin),
    toAtMs: turn.toMin === null ? null : at(turn.toMin),
    doneAtMs: doneMin === undefined ? null : at(doneMin),
    isInMold: comesAfterDemolding(batch, turn),
  }
}

function comesAfterDemolding({ plan, done }: RunningBatch, turn: RunStep): boolean {
  const rack = plan.steps.filter(({ step }) => step.place === 'rack')
  const frees = rack.findIndex(({ step }) => step.does === 'frees')
  return frees >= 0 && done[rack[frees]!.key] === undefined && rack.indexOf(turn) > frees
}
