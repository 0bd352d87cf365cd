import type { RackPlan, RackPlanJob } from './planRack.ts'

/** A job of a batch, and when it is best done. */
interface AtItsBest {
  readonly batchId: string
  readonly jobId: string
  readonly bestAtMs: number
}

/** When a job is planned that is not planned at its best, and why. */
export interface PlannedAway {
  readonly beginAtMs: number
  /** A person chose that hour, a promise wants it sooner, before that it is not sure to be ready, or hands and places are free then. */
  readonly why: 'chosen' | 'promise' | 'sure' | 'hours'
}

/** Two hours so near are one. */
const APART_MS = 10 * 60_000

/** When and why that job is planned away from its best hour; null where it is planned at its best, or not at all. */
export function plannedAway(plan: RackPlan, { batchId, jobId, bestAtMs }: AtItsBest): PlannedAway | null {
  const job = plan.jobs.find((each) => each.batchId === batchId && each.id === jobId)
  if (!job || Math.abs(job.beginAtMs - bestAtMs) <= APART_MS) return null
  const promised = plan.batches.some(({ id, promisedAtMs }) => id === batchId && promisedAtMs !== null)
  return { beginAtMs: job.beginAtMs, why: whyOf(job, { bestAtMs, promised }) }
}

function whyOf(
  { pinned, beginAtMs, openAtMs }: RackPlanJob,
  { bestAtMs, promised }: { readonly bestAtMs: number; readonly promised: boolean },
): PlannedAway['why'] {
  if (pinned) return 'chosen'
  if (promised && beginAtMs < bestAtMs) return 'promise'
  return openAtMs > bestAtMs && beginAtMs <= openAtMs + APART_MS ? 'sure' : 'hours'
}
