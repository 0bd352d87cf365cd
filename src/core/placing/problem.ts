/**
 * The coming days cut into equal slots, and chains of jobs to be placed in them. Plain whole numbers throughout: what a job is
 * and how long a slot lasts is the rack's business.
 */
export interface PlacingProblem {
  /** Length of the horizon. */
  readonly slots: number
  /** 1 where the person is awake and free; as long as the horizon. */
  readonly free: Uint8Array
  /** How many of each resource there are. */
  readonly capacities: readonly number[]
  readonly chains: readonly PlacingChain[]
}

/** What must be placed as a whole or not at all. */
export interface PlacingChain {
  readonly id: string
  /** In an order in which every wait looks back. */
  readonly jobs: readonly PlacingJob[]
  readonly spans: readonly Span[]
  /** Ready at the latest of these: a job's beginning and so many slots more. Null counts from the horizon's beginning. */
  readonly ready: readonly { readonly job: number | null; readonly slots: number }[]
  /** Slot by which it was promised; null where nothing was. */
  readonly promise: number | null
  /** How much its waiting counts against that of others; 1 is usual. */
  readonly weight: number
  /** What it holds from the horizon's beginning, whatever is placed. */
  readonly standing: readonly Hold[]
}

export interface PlacingJob {
  readonly id: string
  /** The one pair of hands is taken for so long. */
  readonly handsSlots: number
  /** Awake and free for so long, hands-on or not. */
  readonly presentSlots: number
  readonly waits: readonly Wait[]
  readonly holds: readonly Hold[]
  /** First and last slot in which it may begin. */
  readonly from: number
  readonly until: number
}

/** Begins so many slots after an earlier job of the chain began. */
export interface Wait {
  readonly after: number
  readonly minSlots: number
  /** Null where it can wait as long as it likes. */
  readonly maxSlots: number | null
}

/** So many of a resource for so many slots from the job's beginning. */
export interface Hold {
  readonly resource: number
  readonly amount: number
  readonly slots: number
}

/** So many of a resource from the beginning of one job (null: of the horizon) to the end of another's hands-on time. */
export interface Span {
  readonly resource: number
  readonly amount: number
  readonly fromJob: number | null
  readonly toJob: number
}

/** The first slots of a chain's jobs; null where it is not placed. */
export type Starts = readonly number[] | null

/** A slot late against a promise weighs as much as this many slots of any job's waiting; by eye. */
export const LATE_WEIGHT = 8

/** When a placed chain is ready. */
export function readyAt(chain: PlacingChain, starts: readonly number[]): number {
  let latest = 0
  for (const { job, slots } of chain.ready) {
    const ready = (job === null ? 0 : starts[job]!) + slots
    if (ready > latest) latest = ready
  }
  return latest
}

/** Slots by which a placed chain misses its promise. */
export function lateness(chain: PlacingChain, starts: readonly number[]): number {
  if (chain.promise === null) return 0
  const late = readyAt(chain, starts) - chain.promise
  return late > 0 ? late : 0
}

/** What a placing costs: every job sooner is better, a late promise is much worse, a chain left out is worst. */
export function costOf(problem: PlacingProblem, placed: readonly Starts[]): number {
  return problem.chains.reduce((sum, chain, k) => {
    const starts = placed[k]
    return sum + (starts ? chainCost(chain, starts) : leftOutCost(problem))
  }, 0)
}

export function chainCost(chain: PlacingChain, starts: readonly number[]): number {
  const waiting = starts.reduce((sum, start) => sum + start, 0)
  return chain.weight * waiting + LATE_WEIGHT * lateness(chain, starts)
}

/** More than any chain of up to eight jobs and weight 3 could cost that is ready within twice the horizon. */
export function leftOutCost({ slots }: PlacingProblem): number {
  return (3 * 8 + 2 * LATE_WEIGHT) * slots
}
