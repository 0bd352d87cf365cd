import { plannedAway, type RackPlan } from '#core/rack/index.ts'
import { wordPlanned } from '#words/rack.ts'
import { whenOf } from './when.ts'

interface PlannedAwayProps {
  /** Undefined until they are laid out. */
  readonly days: RackPlan | undefined
  readonly batchId: string
  readonly jobId: string
  readonly bestAtMs: number
  readonly nowMs: number
}

/** Behind a job's best hour: when it is planned, where that is another, and why. */
export function PlannedAway({ days, nowMs, ...job }: PlannedAwayProps) {
  const planned = days ? plannedAway(days, job) : null
  return planned && <>; {wordPlanned(planned, (atMs) => whenOf(atMs, nowMs))}</>
}
