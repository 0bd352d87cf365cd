import { seededRandom } from '../numeric/index.ts'
import { cheapest, fits, searchChain, type Effort } from './chainSearch.ts'
import {
  chainCost,
  costOf,
  leftOutCost,
  type PlacingChain,
  type PlacingProblem,
  type Starts,
} from './problem.ts'
import { Room } from './room.ts'

export interface Placing {
  /** In the order of the problem's chains. */
  readonly starts: readonly Starts[]
  readonly cost: number
  /** Whether nothing better exists; false where the search stopped early. */
  readonly proven: boolean
}

export interface PlacingEffort {
  /** Slots that may be looked at in going through everything. */
  readonly exact: number
  /** Slots that may be looked at in improving. */
  readonly improving: number
  /** Slots that may be looked at for one chain in one order; enough to be exact for all but knotty ones. */
  readonly each: number
}

export const USUAL_EFFORT: PlacingEffort = { exact: 150_000, improving: 150_000, each: 20_000 }
/** With more chains than this nobody goes through everything. */
const EXACT_CHAINS = 8
const SEED = 20261125
const ANY = Number.MAX_SAFE_INTEGER

/**
 * Places the chains: first one after another in the better of a few orders, then by taking some out and putting them back another way,
 * then, for few chains, by going through everything that could still be better. `keep` is an earlier placing: what still fits stays
 * where it was, so that moving one job disturbs the others little.
 */
export function place(
  problem: PlacingProblem,
  { effort = USUAL_EFFORT, keep = null }: { effort?: PlacingEffort; keep?: readonly Starts[] | null } = {},
): Placing {
  const first = keep
    ? kept(problem, keep, effort.each)
    : bestOf(orders(problem).map((order) => inOrder(problem, order, effort.each)))
  const better = improved(problem, first, effort)
  if (problem.chains.length > EXACT_CHAINS) return { ...better, proven: false }
  return wentThrough(problem, better, { spent: 0, most: effort.exact })
}

type Rough = Omit<Placing, 'proven'>

function bestOf(placings: readonly Rough[]): Rough {
  return placings.reduce((best, each) => (each.cost < best.cost ? each : best))
}

/** Orders worth trying: by the room each has, by promise, by length. */
function orders(problem: PlacingProblem): readonly (readonly number[])[] {
  const all = problem.chains.map((_chain, k) => k)
  const by = (key: (k: number) => number) =>
    [...all].sort((one, other) => key(one) - key(other) || one - other)
  const chain = (k: number) => problem.chains[k]!
  return [
    by((k) => Math.min(...chain(k).jobs.map((job) => job.until))),
    by((k) => chain(k).promise ?? ANY),
    by((k) => -chain(k).jobs.length),
  ]
}

function inOrder(problem: PlacingProblem, order: readonly number[], each: number): Rough {
  const room = new Room(problem)
  const starts: Starts[] = problem.chains.map(() => null)
  for (const k of order) put(room, problem, { starts, k, each })
  return { starts, cost: costOf(problem, starts) }
}

/** What was moved or no longer fits by itself goes first, then what can stay stays, then the rest where there is room. */
function kept(problem: PlacingProblem, keep: readonly Starts[], each: number): Rough {
  const room = new Room(problem)
  const empty = new Room(problem)
  const starts: Starts[] = problem.chains.map(() => null)
  const standsAlone = (k: number) => keep[k] && fits(empty, problem.chains[k]!, keep[k])
  const all = problem.chains
    .map((_chain, k) => k)
    .sort((one, other) => problem.chains[other]!.weight - problem.chains[one]!.weight)
  for (const k of all.filter((k) => !standsAlone(k))) put(room, problem, { starts, k, each })
  for (const k of all.filter((k) => starts[k] === null && keep[k])) {
    if (!fits(room, problem.chains[k]!, keep[k]!)) continue
    starts[k] = keep[k]!
    room.chain(problem.chains[k]!, keep[k]!, 1)
  }
  for (const k of all.filter((k) => starts[k] === null)) put(room, problem, { starts, k, each })
  return { starts, cost: costOf(problem, starts) }
}

interface Put {
  readonly starts: Starts[]
  readonly k: number
  readonly each: number
}

function put(room: Room, problem: PlacingProblem, { starts, k, each }: Put): void {
  const chain = problem.chains[k]!
  const found = cheapest(room, chain, { below: leftOutCost(problem), effort: { spent: 0, most: each } })
  starts[k] = found?.starts ?? null
  if (found) room.chain(chain, found.starts, 1)
}

const TAKEN_OUT = 3
/** How often a chain is put back later than it stood, and by how much at most. */
const PUT_OFF_SHARE = 0.25
const PUT_OFF_SLOTS = 8
/** Tries without a gain before it rests, for each chain. */
const PATIENCE_EACH = 40

/** Takes a few chains out, those that stand badly sooner than others, and puts them back in another order; keeps what is no worse. */
function improved(problem: PlacingProblem, from: Rough, { improving, each }: PlacingEffort): Rough {
  const effort: Effort = { spent: 0, most: improving }
  const alone = problem.chains.map((chain) => aloneCost(problem, chain, each))
  const least = alone.reduce((sum, cost) => sum + cost, 0)
  if (problem.chains.length < 2 || from.cost <= least) return from
  const random = seededRandom(SEED)
  const room = new Room(problem)
  let best = from
  best.starts.forEach((starts, k) => starts && room.chain(problem.chains[k]!, starts, 1))
  const patience = PATIENCE_EACH * problem.chains.length
  for (let idle = 0; idle < patience && effort.spent < effort.most && best.cost > least;) {
    const out = chosen(problem, best.starts, alone, random)
    const starts = [...best.starts]
    for (const k of out) {
      if (starts[k]) room.chain(problem.chains[k]!, starts[k], -1)
      starts[k] = null
    }
    for (const k of shuffled(out, random)) {
      const chain =
        random() < PUT_OFF_SHARE ? putOff(problem.chains[k]!, best.starts[k], random) : problem.chains[k]!
      const found = cheapest(room, chain, { below: leftOutCost(problem), effort })
      starts[k] = found?.starts ?? null
      if (found) room.chain(problem.chains[k]!, found.starts, 1)
    }
    effort.spent += out.length
    const cost = costOf(problem, starts)
    idle = cost < best.cost ? 0 : idle + 1
    if (cost <= best.cost) best = { starts, cost }
    else {
      for (const k of out) {
        if (starts[k]) room.chain(problem.chains[k]!, starts[k], -1)
        if (best.starts[k]) room.chain(problem.chains[k]!, best.starts[k], 1)
      }
    }
  }
  return best
}

/** The chain, not to begin again where it stood nor just before: the others may gain more than it loses. */
function putOff(chain: PlacingChain, stood: Starts | undefined, random: () => number): PlacingChain {
  const [first, ...rest] = chain.jobs
  if (!first || !stood) return chain
  const from = Math.max(first.from, stood[0]! + 1 + Math.floor(PUT_OFF_SLOTS * random()))
  return { ...chain, jobs: [{ ...first, from }, ...rest] }
}

function aloneCost(problem: PlacingProblem, chain: PlacingChain, each: number): number {
  const room = new Room({ ...problem, chains: [] })
  const effort = { spent: 0, most: each }
  return cheapest(room, chain, { below: leftOutCost(problem), effort })?.cost ?? leftOutCost(problem)
}

/** One chain by how much worse it stands than it would alone, and others at random. */
function chosen(
  problem: PlacingProblem,
  starts: readonly Starts[],
  alone: readonly number[],
  random: () => number,
): readonly number[] {
  const worse = problem.chains.map((chain, k) => {
    const own = starts[k]
    return 1 + (own ? chainCost(chain, own) : leftOutCost(problem)) - alone[k]!
  })
  let pick = random() * worse.reduce((sum, each) => sum + each, 0)
  const first = Math.max(
    0,
    worse.findIndex((each) => (pick -= each) < 0),
  )
  const others = problem.chains.map((_chain, k) => k).filter((k) => k !== first)
  return [first, ...shuffled(others, random).slice(0, TAKEN_OUT - 1)]
}

function shuffled(items: readonly number[], random: () => number): readonly number[] {
  return items
    .map((item) => ({ item, at: random() }))
    .sort((one, other) => one.at - other.at)
    .map(({ item }) => item)
}

/** Branch and bound over the chains; what the others cost in the room as it is bounds each branch. */
function wentThrough(problem: PlacingProblem, from: Rough, effort: Effort): Placing {
  const room = new Room(problem)
  const starts: Starts[] = problem.chains.map(() => null)
  const out = leftOutCost(problem)
  let best = from

  const branch = (left: readonly number[], soFar: number): void => {
    if (effort.spent >= effort.most) return
    if (left.length === 0) {
      if (soFar < best.cost) best = { starts: [...starts], cost: soFar }
      return
    }
    const least = left.map((k) => cheapest(room, problem.chains[k]!, { below: out, effort })?.cost ?? out)
    const sum = least.reduce((total, cost) => total + cost, 0)
    if (soFar + sum >= best.cost) return
    // The costliest first: what cannot be is found out early.
    const at = least.indexOf(Math.max(...least))
    const k = left[at]!
    const others = left.filter((each) => each !== k)
    const rest = sum - least[at]!
    searchChain(room, problem.chains[k]!, {
      below: best.cost - soFar - rest,
      effort,
      visit: (found, cost) => {
        starts[k] = found
        // The search holds the jobs of this chain while it visits, but not its spans.
        room.spans(problem.chains[k]!, found, 1)
        branch(others, soFar + cost)
        room.spans(problem.chains[k]!, found, -1)
        starts[k] = null
        return best.cost - soFar - rest
      },
    })
    if (soFar + out + rest < best.cost) branch(others, soFar + out)
  }
  branch(
    problem.chains.map((_chain, k) => k),
    0,
  )
  return { ...best, proven: effort.spent < effort.most }
}
