import type { RackPlan, RackPlanJob } from './planRack.ts'

/** What another plan does differently. */
export type RackChange =
  | { readonly kind: 'moved'; readonly batchId: string; readonly job: RackPlanJob; readonly fromMs: number }
  | { readonly kind: 'noLongerFits' | 'fitsNow'; readonly batchId: string }
  | { readonly kind: 'late'; readonly batchId: string; readonly lateMin: number }
  | { readonly kind: 'inTime'; readonly batchId: string }
  | { readonly kind: 'ready'; readonly batchId: string; readonly atMs: number; readonly byMs: number }

/** Differences between two plans of the same batches, the worst first. */
export function changesBetween(before: RackPlan, after: RackPlan): readonly RackChange[] {
  const pairs = after.batches.flatMap((now) => {
    const was = before.batches.find(({ id }) => id === now.id)
    return was ? [{ was, now }] : []
  })
  const placed = pairs.flatMap(({ was, now }): RackChange[] =>
    was.placed === now.placed ? [] : [{ kind: now.placed ? 'fitsNow' : 'noLongerFits', batchId: now.id }],
  )
  const promises = pairs.flatMap(({ was, now }): RackChange[] => {
    if (!now.placed || was.lateMin === now.lateMin) return []
    return [
      now.lateMin > 0
        ? { kind: 'late', batchId: now.id, lateMin: now.lateMin }
        : { kind: 'inTime', batchId: now.id },
    ]
  })
  const ready = pairs.flatMap(({ was, now }): RackChange[] =>
    was.readyAtMs !== null && now.readyAtMs !== null && was.readyAtMs !== now.readyAtMs
      ? [{ kind: 'ready', batchId: now.id, atMs: now.readyAtMs, byMs: now.readyAtMs - was.readyAtMs }]
      : [],
  )
  const rank = (change: RackChange) => RANKS.indexOf(change.kind)
  return [...placed, ...promises, ...movedJobs(before, after), ...ready].sort(
    (one, other) => rank(one) - rank(other),
  )
}

const RANKS: readonly RackChange['kind'][] = ['noLongerFits', 'late', 'inTime', 'fitsNow', 'moved', 'ready']

function movedJobs(before: RackPlan, after: RackPlan): readonly RackChange[] {
  return after.jobs.flatMap((job): RackChange[] => {
    const was = before.jobs.find(({ batchId, id }) => batchId === job.batchId && id === job.id)
    return was && was.beginAtMs !== job.beginAtMs
      ? [{ kind: 'moved', batchId: job.batchId, job, fromMs: was.beginAtMs }]
      : []
  })
}
