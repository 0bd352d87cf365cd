import type { RackPlan } from './planRack.ts'

/** A job of a batch, and when it is best done. */
interface AtItsBest {
  readonly batchId: string
  readonly jobId: string
  readonly bestAtMs: number
}

/** When a job is planned that is not planned at its best, and why. */
export interface PlannedAway {
  readonly beginAtMs: number
  /** A person chose that hour, a promise wants it sooner, or hands, molds and places are free then. */
  readonly why: 'chosen' | 'promise' | 'hours'
}

/** Two hours so near are one. */
const APART_MS = 10 * 60_000

/** When and why that job is planned away from its best hour; null where it is planned at its best, or not at all. */
export function plannedAway(plan: RackPlan, { batchId, jobId, bestAtMs }: AtItsBest): PlannedAway | null {
  const job = plan.jobs.find((each) => each.batchId === batchId && each.id === jobId)
  if (!job || Math.abs(job.beginAtMs - bestAtMs) <= APART_MS) return null
  const promised = plan.batches.some(({ id, promisedAtMs }) => id === batchId && promisedAtMs !== null)
  const why = job.pinned ? 'chosen' : promised && job.beginAtMs < bestAtMs ? 'promise' : 'hours'
  return { beginAtMs: job.beginAtMs, why }
}
