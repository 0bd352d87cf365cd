import { POUR } from './pourJob.ts'
import type { RackPlan, RackPlanJob } from './planRack.ts'

/** A job that wants attention now. */
export interface Reminder {
  readonly key: string
  readonly job: RackPlanJob
  readonly name: string
  /** Its turn has come, its window is about to close, or has closed: one of them, never two. */
  readonly why: 'due' | 'closing' | 'late'
}

const DUE_WITHIN_MS = 15 * 60_000
const CLOSING_WITHIN_MS = 45 * 60_000

/**
 * The jobs to remind of at that instant: due within a quarter of an hour, or soon too late. A job that is not done moves along with
 * the plan and stays due. `quietUntilMs` holds what was put off, by key.
 */
export function remindersAt(
  { jobs, batches }: RackPlan,
  nowMs: number,
  quietUntilMs: Readonly<Record<string, number>> = {},
): readonly Reminder[] {
  return jobs.flatMap((job): Reminder[] => {
    const why = reasonAt(job, nowMs)
    if (!why) return []
    const key = `${job.batchId} ${job.id} ${why}`
    if ((quietUntilMs[key] ?? 0) > nowMs) return []
    return [{ key, job, name: batches.find(({ id }) => id === job.batchId)?.name ?? '', why }]
  })
}

function reasonAt(
  { id, pinned, beginAtMs, closeAtMs, openAtMs, late }: RackPlanJob,
  nowMs: number,
): Reminder['why'] | null {
  // A pour that nobody gave an hour only fits now; it is not due.
  if (id === POUR && !pinned) return null
  const isDue = beginAtMs - nowMs <= DUE_WITHIN_MS
  if (closeAtMs !== null && (late || nowMs > closeAtMs)) return isDue ? 'late' : null
  if (closeAtMs !== null && openAtMs <= nowMs && closeAtMs - nowMs <= CLOSING_WITHIN_MS) return 'closing'
  return isDue ? 'due' : null
}
