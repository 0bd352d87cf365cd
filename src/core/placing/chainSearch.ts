import { LATE_WEIGHT, lateness, type PlacingChain, type PlacingJob } from './problem.ts'
import type { Room } from './room.ts'

/** How a search is bounded. `visit` is given each placing cheaper than the bound and returns the bound from then on. */
export interface Search {
  readonly below: number
  readonly visit: (starts: readonly number[], cost: number) => number
  /** Slots weighed so far and at most, those apart that are taken anyway; the search ends early when it is spent. */
  readonly effort: Effort
}

export interface Effort {
  spent: number
  readonly most: number
}

/**
 * Goes through every placing of one chain that the room takes and that costs less than the bound, soonest first. Each job is taken
 * while the next is looked for, so that a chain does not stand in its own way.
 */
export function searchChain(room: Room, chain: PlacingChain, { below, visit, effort }: Search): void {
  const starts = chain.jobs.map(() => 0)
  const latest = latestStarts(chain, room.slots)
  const { weight } = chain
  let bound = below

  const place = (k: number, soFar: number): void => {
    const job = chain.jobs[k]
    if (!job) {
      const cost = soFar + LATE_WEIGHT * lateness(chain, starts)
      if (cost < bound) bound = visit([...starts], cost)
      return
    }
    const last = lastStart(job, starts, latest[k]!)
    for (
      let start = room.nextFree(job, firstStart(job, starts));
      start <= last;
      start = room.nextFree(job, start + 1)
    ) {
      const rest = leastRest(k, start)
      if (effort.spent++ >= effort.most || (rest !== Infinity && soFar + weight * start + rest >= bound))
        return
      // What is held since an earlier job is not there until here: nor any later.
      if (rest === Infinity && overheld(k)) return
      starts[k] = start
      if (rest !== Infinity && spansFit(room, chain, k, starts)) {
        room.job(job, start, 1)
        place(k + 1, soFar + weight * start)
        room.job(job, start, -1)
      }
    }
  }

  /**
   * What the later jobs and a missed promise cost at least, once the k-th begins there: waits and nights, nobody else in the way.
   * Infinity where one of them would miss its bounds; a later beginning may still save it.
   */
  const leastRest = (k: number, start: number): number => {
    starts[k] = start
    let sum = 0
    for (let next = k + 1; next < chain.jobs.length; next++) {
      const job = chain.jobs[next]!
      const first = room.nextPresent(firstStart(job, starts), job.presentSlots)
      if (first > latest[next]! || misses(job, k, { starts, first })) sum = Infinity
      starts[next] = first
      sum += first
    }
    for (const span of chain.spans) if (span.toJob >= k && !mayHold(span, k)) sum = Infinity
    return weight * sum + LATE_WEIGHT * lateness(chain, starts)
  }

  /** Whether a span that begins before a job of the chain may last at least until the soonest its end can be, the k-th and those before it standing. */
  const mayHold = ({ fromJob, toJob, ...held }: PlacingChain['spans'][number], k: number): boolean => {
    if (fromJob !== null && fromJob > k) return true
    const from = fromJob === null ? 0 : starts[fromJob]!
    return room.hasLeft(held, from, starts[toJob]! + chain.jobs[toJob]!.handsSlots)
  }
  const overheld = (k: number): boolean =>
    chain.spans.some((span) => span.toJob >= k && span.fromJob !== k && !mayHold(span, k))
  place(0, 0)
}

/** The last slot each job may begin in for the later ones to keep their bounds. */
function latestStarts({ jobs }: PlacingChain, slots: number): readonly number[] {
  const latest = jobs.map((job) => Math.min(job.until, slots - 1))
  for (let k = jobs.length - 1; k >= 0; k--)
    for (const { after, minSlots } of jobs[k]!.waits)
      latest[after] = Math.min(latest[after]!, latest[k]! - minSlots)
  return latest
}

/** Whether a job that cannot begin before `first` waits too long after one that stands already, the k-th at the latest. */
function misses(
  { waits }: PlacingJob,
  k: number,
  { starts, first }: { readonly starts: readonly number[]; readonly first: number },
): boolean {
  for (const { after, maxSlots } of waits)
    if (after <= k && maxSlots !== null && first > starts[after]! + maxSlots) return true
  return false
}

/** Whether the room takes a chain just there, all its bounds and waits kept. */
export function fits(room: Room, chain: PlacingChain, starts: readonly number[]): boolean {
  let taken = 0
  const all = chain.jobs.every((job, k) => {
    const start = starts[k]!
    if (start < firstStart(job, starts) || start > lastStart(job, starts, job.until)) return false
    if (!room.takes(job, start) || !spansFit(room, chain, k, starts)) return false
    room.job(job, start, 1)
    taken++
    return true
  })
  for (let k = 0; k < taken; k++) room.job(chain.jobs[k]!, starts[k]!, -1)
  return all
}

interface Placed {
  readonly starts: readonly number[]
  readonly cost: number
}

/** The cheapest placing of one chain in the room as it is; null when there is none below the bound. */
export function cheapest(
  room: Room,
  chain: PlacingChain,
  { below = Infinity, effort }: { readonly below?: number; readonly effort: Effort },
): Placed | null {
  let best: Placed | null = null
  searchChain(room, chain, {
    below,
    effort,
    visit: (starts, cost) => {
      best = { starts, cost }
      return cost
    },
  })
  return best
}

// These two are asked millions of times: plain loops.

function firstStart({ from, waits }: PlacingJob, starts: readonly number[]): number {
  let first = from
  for (const { after, minSlots } of waits)
    if (starts[after]! + minSlots > first) first = starts[after]! + minSlots
  return first
}

function lastStart({ waits }: PlacingJob, starts: readonly number[], latest: number): number {
  let last = latest
  for (const { after, maxSlots } of waits)
    if (maxSlots !== null && starts[after]! + maxSlots < last) last = starts[after]! + maxSlots
  return last
}

/** Spans that end at that job, and those it begins for at least the shortest way to their end. */
function spansFit(room: Room, chain: PlacingChain, k: number, starts: readonly number[]): boolean {
  for (const span of chain.spans) {
    const { fromJob, toJob } = span
    if (toJob === k) {
      const from = fromJob === null ? 0 : starts[fromJob]!
      if (!room.hasLeft(span, from, starts[k]! + chain.jobs[k]!.handsSlots)) return false
    } else if (fromJob === k && !room.hasLeft(span, starts[k]!, starts[k]! + shortestWay(chain, span, k)))
      return false
  }
  return true
}

function shortestWay(chain: PlacingChain, { toJob }: PlacingChain['spans'][number], k: number): number {
  const wait = chain.jobs[toJob]!.waits.find(({ after }) => after === k)
  return (wait?.minSlots ?? 0) + chain.jobs[toJob]!.handsSlots
}
