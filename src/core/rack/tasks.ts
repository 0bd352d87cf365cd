import type { BatchRequest } from '../batch/index.ts'
import type { Window } from '../resin/index.ts'
import type { StepRule } from '../technique/index.ts'
import type { PourForecast, Schedule } from '../timing/index.ts'
import { asFelt, rackJobs, type JobWait } from './jobs.ts'
import { POUR } from './pourJob.ts'

/** A thing that waits on the rack; minutes from the stop-stir of the first mix. */
export interface RackTask {
  readonly step: StepRule
  /** Null when the resin does not get there within three weeks. */
  readonly window: Window | null
  readonly handsOnMin: number
  /** The layer a finger tries then, as if poured at minute 0, and the minute it was poured. */
  readonly layer: { readonly cure: PourForecast; readonly pouredMin: number }
}

/** What comes after the covers, each at its best as soon as what it waits for was done; `done` says what was, in minutes. */
export function rackTasks(
  schedule: Schedule,
  request: BatchRequest,
  done: Readonly<Record<string, number>> = {},
): readonly RackTask[] {
  const bestMin = new Map<string, number>([[POUR, 0]])
  return rackJobs(schedule, request).map((job) => {
    const window = windowAfter(
      job.waits.map((wait) => asFelt(wait, done)),
      bestMin,
    )
    const at = done[job.step.id] ?? window?.bestMin
    if (at !== undefined) bestMin.set(job.step.id, at)
    const layer = { cure: job.on.cure, pouredMin: bestMin.get(job.on.by) ?? 0 }
    return { step: job.step, window, handsOnMin: job.handsOnMin, layer }
  })
}

/** The slowest of what it waits for governs. Null as soon as one of them never comes. */
function windowAfter(waits: readonly JobWait[], doneMin: ReadonlyMap<string, number>): Window | null {
  const windows = waits.map(({ after, openMin, bestMin, closeMin }) => {
    const from = doneMin.get(after)
    if (from === undefined) return null
    return {
      openMin: from + openMin,
      bestMin: from + bestMin,
      closeMin: closeMin === null ? null : from + closeMin,
    }
  })
  return windows.reduce<Window | null>(
    (slowest, each) =>
      slowest && each && each.bestMin > slowest.bestMin ? each : slowest && each ? slowest : null,
    windows[0] ?? null,
  )
}
