import {
  dayOn,
  dayStretch,
  daysLaterMs,
  wallInstantMs,
  type RackPlan,
  type RackPlanBatch,
  type RackPlanJob,
  type Stretch,
} from '#core/rack/index.ts'

/** One day of the board. */
export interface DayRow extends Stretch {
  readonly on: string
  /** From here to its end it is drawn: hours before anything happens on any day are left out. */
  readonly shownFromMs: number
  /** Stretches of the day in which the person is awake and free, as shares of its length. */
  readonly free: readonly { readonly from: number; readonly to: number }[]
  readonly ticks: readonly { readonly at: number; readonly label: string }[]
  readonly jobs: readonly LaidJob[]
  readonly lanes: number
  /** Batches that are ready for use on that day, or promised for it. */
  readonly ready: readonly RackPlanBatch[]
  readonly promised: readonly RackPlanBatch[]
  /** The most level places taken at any time of the day. */
  readonly levelAtMost: number
}

export interface LaidJob {
  readonly job: RackPlanJob
  /** Share of the day at which it begins and ends. */
  readonly from: number
  readonly to: number
  readonly lane: number
  /** Where its words stand: late in the day to the left of its bar. */
  readonly leans: 'left' | 'right'
}

/** Share of a day's width that a flag with its words takes. */
const FLAG_SHARE = 0.24
const TICK_HOURS = ['06:00', '09:00', '12:00', '15:00', '18:00', '21:00']
const LEAST_DAYS = 4
const LATEST_SHOWN_HOUR = 8
const HOUR_MS = 3_600_000

/** The plan as days by the zone's clock, from today to the last thing on it. */
export function dayRows(plan: RackPlan, zone: string): readonly DayRow[] {
  const last = Math.max(plan.fromMs, ...plan.jobs.map(({ endAtMs }) => endAtMs))
  const days: { on: string; span: Stretch }[] = []
  for (let atMs = plan.fromMs; ; atMs = daysLaterMs(atMs, 1, zone)) {
    const on = dayOn(atMs, zone)
    const span = dayStretch(on, zone)
    if (days.length >= LEAST_DAYS && span.fromMs > last) break
    days.push({ on, span })
  }
  const skippedHours = Math.min(LATEST_SHOWN_HOUR, ...days.map(({ span }) => idleHours(plan, span)))
  return days.map(({ on, span }) => dayRow(plan, { on, span, skippedHours, zone }))
}

/** Whole hours from midnight in which that day has neither a free stretch nor a job. */
function idleHours({ free, jobs }: RackPlan, { fromMs, toMs }: Stretch): number {
  const stretches = [...free, ...jobs.map((job) => ({ fromMs: job.beginAtMs, toMs: job.endAtMs }))]
  const begins = stretches
    .filter((each) => each.toMs > fromMs && each.fromMs < toMs)
    .map((each) => Math.max(fromMs, each.fromMs))
  return Math.floor((Math.min(toMs, ...begins) - fromMs) / HOUR_MS)
}

interface RowTask {
  readonly on: string
  readonly span: Stretch
  readonly skippedHours: number
  readonly zone: string
}

function dayRow(plan: RackPlan, { on, span, skippedHours, zone }: RowTask): DayRow {
  const { fromMs, toMs } = span
  const shownFromMs = fromMs + skippedHours * HOUR_MS
  const share = (atMs: number) => Math.min(1, Math.max(0, (atMs - shownFromMs) / (toMs - shownFromMs)))
  const within = (atMs: number | null) => atMs !== null && atMs >= fromMs && atMs < toMs
  const jobs = laid(
    plan.jobs
      .filter(({ beginAtMs }) => within(beginAtMs))
      .map((job) => ({ job, from: share(job.beginAtMs), to: share(job.endAtMs) })),
  )
  return {
    on,
    fromMs,
    toMs,
    shownFromMs,
    free: plan.free
      .filter((each) => each.toMs > shownFromMs && each.fromMs < toMs)
      .map((each) => ({ from: share(each.fromMs), to: share(each.toMs) })),
    ticks: TICK_HOURS.map((label) => ({ at: share(wallInstantMs(on, label, zone)), label })).filter(
      ({ at }) => at > 0,
    ),
    jobs,
    lanes: Math.max(1, ...jobs.map(({ lane }) => lane + 1)),
    ready: plan.batches.filter(({ readyAtMs }) => within(readyAtMs)),
    promised: plan.batches.filter(({ promisedAtMs }) => within(promisedAtMs)),
    levelAtMost: mostTaken(plan, span),
  }
}

/** Flags in lanes so that none covers another's words. */
function laid(jobs: readonly Omit<LaidJob, 'lane' | 'leans'>[]): readonly LaidJob[] {
  const lanes: { from: number; to: number }[][] = []
  return [...jobs]
    .sort((one, other) => one.from - other.from)
    .map((each) => {
      const leans = each.from > 1 - FLAG_SHARE ? 'left' : 'right'
      const from = leans === 'left' ? each.to - FLAG_SHARE : each.from
      const to = leans === 'left' ? each.to : Math.max(each.to, each.from + FLAG_SHARE)
      const free = lanes.findIndex((lane) => lane.every((taken) => taken.to <= from || taken.from >= to))
      const lane = free < 0 ? lanes.length : free
      lanes[lane] = [...(lanes[lane] ?? []), { from, to }]
      return { ...each, lane, leans }
    })
}

function mostTaken({ level }: RackPlan, { fromMs, toMs }: Stretch): number {
  return level.reduce((most, { atMs, count }, k) => {
    const until = level[k + 1]?.atMs ?? Infinity
    return atMs < toMs && until > fromMs ? Math.max(most, count) : most
  }, 0)
}
