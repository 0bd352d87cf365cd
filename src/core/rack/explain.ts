import { POUR } from './pourJob.ts'
import {
  cheapest,
  lateness,
  leftOutCost,
  readyAt,
  Room,
  type PlacingChain,
  type PlacingProblem,
  type Starts,
} from '../placing/index.ts'
import { isNever, type Board, type RackStudio, type Resource } from './board.ts'
import { SLOT_MS } from './slot.ts'

/** Why a batch finds no place or misses its promise, and what would change that, nearest first. */
export interface Trouble {
  readonly blocker: Blocker
  readonly ways: readonly Way[]
}

export type Blocker =
  /** A resin that does not get there within three weeks. */
  | { readonly kind: 'never'; readonly job: string }
  /** The hour that was chosen for a job has passed. */
  | { readonly kind: 'pinPassed'; readonly job: string }
  /** The hour chosen for a job is one at which nobody is free. */
  | { readonly kind: 'pinAway'; readonly job: string }
  /** Promised for before its layers can be cured, whatever is done. */
  | { readonly kind: 'tooSoon' }
  | Relaxed
  /** Nothing by itself: only more than one change would help. */
  | { readonly kind: 'several' }

/** One thing taken away from what it must keep to. */
export type Relaxed =
  | { readonly kind: 'pin' }
  | { readonly kind: 'awake' }
  | { readonly kind: 'hands' }
  | { readonly kind: 'resource'; readonly resource: Resource; readonly more: number }
  /** The first job whose window would close. */
  | { readonly kind: 'window'; readonly job: string }

/** A change and what it would give. */
export type Way = (Relaxed | { readonly kind: 'laterPromise' }) & {
  /** First stop-stir, where there is still something to pour. */
  readonly pourAtMs: number | null
  readonly readyAtMs: number
  /** Whether the promise would be kept. */
  readonly inTime: boolean
}

export interface TroubleTask {
  readonly board: Board
  readonly starts: readonly Starts[]
  readonly studio: RackStudio
  readonly k: number
}

const EFFORT = 5000

/** What stands in the way of one batch while the others stay where they are. */
export function troubleOf(task: TroubleTask): Trouble {
  const { board, k } = task
  const chain = board.problem.chains[k]!
  const never = chain.jobs.find((job) => isNever(job, board.problem))
  if (never) return { blocker: { kind: 'never', job: nounOf(task, never.id) }, ways: [] }
  const passed = chain.jobs.find((job) => job.until < 0)
  const ways = relaxations(task).flatMap((alike) => fewest(task, alike))
  const helping = ways.filter(({ inTime }) => inTime)
  const late = task.starts[k] ? laterPromise(task) : []
  if (passed) return { blocker: { kind: 'pinPassed', job: nounOf(task, passed.id) }, ways }
  const away = pinnedAway(task)
  if (away) return { blocker: { kind: 'pinAway', job: nounOf(task, away) }, ways }
  if (task.starts[k] && curedAtBest(chain) > (chain.promise ?? Infinity))
    return { blocker: { kind: 'tooSoon' }, ways: late }
  const [first] = helping.length > 0 ? helping : ways
  const blocker: Blocker = first && first.kind !== 'laterPromise' ? relaxedOnly(first) : { kind: 'several' }
  return { blocker, ways: [...(helping.length > 0 ? helping : ways), ...late] }
}

/** What a job is within a sentence. */
function nounOf({ studio, k }: Pick<TroubleTask, 'studio' | 'k'>, jobId: string): string {
  return studio.batches[k]!.outline.jobs.find(({ id }) => id === jobId)?.noun ?? 'the pour'
}

/** When a chain would be ready if all of it were begun as soon as its waits allow. */
function curedAtBest(chain: PlacingChain): number {
  const starts: number[] = []
  for (const { from, waits } of chain.jobs)
    starts.push(Math.max(from, ...waits.map(({ after, minSlots }) => starts[after]! + minSlots)))
  return readyAt(chain, starts)
}

function pinnedAway({ board, studio, k }: TroubleTask): string | null {
  const { problem } = board
  const pins = studio.batches[k]!.pins
  const room = new Room(problem)
  const away = problem.chains[k]!.jobs.find(
    ({ id, from, presentSlots }) => pins[id] !== undefined && room.nextPresent(from, presentSlots) !== from,
  )
  return away?.id ?? null
}

function relaxedOnly(way: Relaxed): Relaxed {
  switch (way.kind) {
    case 'resource':
      return { kind: 'resource', resource: way.resource, more: way.more }
    case 'window':
      return { kind: 'window', job: way.job }
    default:
      return { kind: way.kind }
  }
}

/** What could be let go of, the easiest for a person first; of several that differ only in how many, the fewest that help. */
function relaxations({ board, studio, k }: TroubleTask): readonly (readonly Relaxed[])[] {
  const chain = board.problem.chains[k]!
  const pinned = Object.keys(studio.batches[k]!.pins).length > 0
  const most = Math.max(
    0,
    ...[...chain.jobs.flatMap(({ holds }) => holds), ...chain.spans].map(({ amount }) => amount),
  )
  const used = new Set(
    [...chain.jobs.flatMap(({ holds }) => holds), ...chain.spans].map(({ resource }) => resource),
  )
  const closing = chain.jobs.find(({ waits }) => waits.some(({ maxSlots }) => maxSlots !== null))
  return [
    pinned ? [{ kind: 'pin' }] : [],
    [{ kind: 'hands' }],
    ...[...used].map((resource) =>
      Array.from({ length: most }, (_, more) => ({
        kind: 'resource' as const,
        resource: board.resources[resource]!,
        more: more + 1,
      })),
    ),
    closing ? [{ kind: 'window', job: nounOf({ studio, k }, closing.id) }] : [],
    [{ kind: 'awake' }],
  ]
}

function fewest(task: TroubleTask, alike: readonly Relaxed[]): readonly Way[] {
  for (const relaxed of alike) {
    const found = wayOf(task, relaxed)
    if (found.length > 0) return found
  }
  return []
}

/** Where the batch would stand without that rule, as long as that is better than where it stands. */
function wayOf(task: TroubleTask, relaxed: Relaxed): readonly Way[] {
  const { board, starts, k } = task
  const without = relaxedProblem(task, relaxed)
  const chain = without.chains[k]!
  const room = roomWithout(without, starts, { k, hands: relaxed.kind !== 'hands' })
  const found = cheapest(room, chain, { below: leftOutCost(without), effort: { spent: 0, most: EFFORT } })
  if (!found) return []
  const late = lateness(chain, found.starts)
  const now = starts[k]
  if (now && late >= lateness(board.problem.chains[k]!, now)) return []
  return [{ ...relaxed, ...instantsOf(task, chain, found.starts), inTime: late === 0 }]
}

function instantsOf({ board, studio, k }: TroubleTask, chain: PlacingChain, starts: readonly number[]) {
  const at = (slot: number) => board.fromMs + slot * SLOT_MS
  const pours = chain.jobs[0]?.id === POUR
  return {
    pourAtMs: pours ? at(starts[0]!) + studio.batches[k]!.outline.leadMin * 60_000 : null,
    readyAtMs: at(readyAt(chain, starts)),
  }
}

function laterPromise(task: TroubleTask): readonly Way[] {
  const { board, starts, k } = task
  const chain = board.problem.chains[k]!
  return [{ kind: 'laterPromise', ...instantsOf(task, chain, starts[k]!), inTime: true }]
}

function relaxedProblem({ board, studio, k }: TroubleTask, relaxed: Relaxed): PlacingProblem {
  const { problem, resources } = board
  const chains = (change: (chain: PlacingChain) => PlacingChain) =>
    problem.chains.map((chain, at) => (at === k ? change(chain) : chain))
  switch (relaxed.kind) {
    case 'pin':
      return {
        ...problem,
        chains: chains((chain) => unpinned(chain, Object.keys(studio.batches[k]!.pins), problem.slots)),
      }
    case 'awake':
      return { ...problem, free: new Uint8Array(problem.slots).fill(1) }
    case 'hands':
      return problem
    case 'resource': {
      const short = resources.indexOf(relaxed.resource)
      return {
        ...problem,
        capacities: problem.capacities.map((count, r) => (r === short ? count + relaxed.more : count)),
      }
    }
    case 'window':
      return {
        ...problem,
        chains: chains((chain) => ({
          ...chain,
          jobs: chain.jobs.map((job) => ({
            ...job,
            waits: job.waits.map((wait) => ({ ...wait, maxSlots: null })),
          })),
        })),
      }
    default:
      return relaxed satisfies never
  }
}

function unpinned(chain: PlacingChain, pins: readonly string[], slots: number): PlacingChain {
  return {
    ...chain,
    jobs: chain.jobs.map((job) => (pins.includes(job.id) ? { ...job, from: 0, until: slots - 1 } : job)),
  }
}

/** The others as they stand, with or without what their hands do. */
function roomWithout(
  problem: PlacingProblem,
  starts: readonly Starts[],
  { k, hands }: { readonly k: number; readonly hands: boolean },
): Room {
  const room = new Room(problem)
  starts.forEach((own, at) => {
    if (at === k || !own) return
    const chain = problem.chains[at]!
    const idle = { ...chain, jobs: chain.jobs.map((job) => ({ ...job, handsSlots: 0 })) }
    room.chain(hands ? chain : idle, own, 1)
  })
  return room
}

/** The last slot in which the first job can begin for the promise to be kept, the others as they stand; null when there is none. */
export function latestStart(problem: PlacingProblem, starts: readonly Starts[], k: number): number | null {
  const chain = problem.chains[k]!
  const [first, ...rest] = chain.jobs
  if (!first || chain.promise === null) return null
  const room = roomWithout(problem, starts, { k, hands: true })
  for (let slot = Math.min(chain.promise, problem.slots - 1); slot >= 0; slot--) {
    if (room.nextPresent(slot, first.presentSlots) !== slot) continue
    const there = { ...chain, jobs: [{ ...first, from: slot, until: slot }, ...rest] }
    const found = cheapest(room, there, { effort: { spent: 0, most: EFFORT } })
    if (found && lateness(chain, found.starts) === 0) return slot
  }
  return null
}
