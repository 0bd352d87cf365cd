import type { Hold, PlacingChain, PlacingJob, PlacingProblem } from './problem.ts'

/** What is taken so far: mutable, because a search takes and gives back by the thousand. */
export class Room {
  readonly slots: number
  /** How long the person stays free from that slot on. */
  private readonly freeFor: Int32Array
  /** By length of stay: the first slot from each on in which the person stays that long. */
  private readonly nextStay = new Map<number, Int32Array>()
  private readonly hands: Uint8Array
  private readonly used: readonly Int32Array[]
  private readonly capacities: readonly number[]
  /** By resource and by how many of it are wanted; forgotten when some are taken or given back. */
  private readonly nextFull: readonly Map<number, Int32Array>[]

  constructor({ slots, free, capacities, chains }: PlacingProblem) {
    if (free.length !== slots)
      throw new RangeError(`Room: ${free.length} free slots for a horizon of ${slots}`)
    this.slots = slots
    this.capacities = capacities
    this.hands = new Uint8Array(slots)
    this.used = capacities.map(() => new Int32Array(slots))
    this.nextFull = capacities.map(() => new Map())
    this.freeFor = new Int32Array(slots + 1)
    for (let slot = slots - 1; slot >= 0; slot--)
      this.freeFor[slot] = free[slot] ? this.freeFor[slot + 1]! + 1 : 0
    for (const { standing } of chains) for (const hold of standing) this.shift(hold, 0, hold.slots, 1)
  }

  /** The first slot from there on in which the person stays free so long; the horizon's length when there is none. */
  nextPresent(from: number, presentSlots: number): number {
    if (presentSlots === 0 || from >= this.slots) return from
    let stays = this.nextStay.get(presentSlots)
    if (!stays) this.nextStay.set(presentSlots, (stays = this.staysOf(presentSlots)))
    return stays[from]!
  }

  private staysOf(presentSlots: number): Int32Array {
    const stays = new Int32Array(this.slots + 1)
    stays[this.slots] = this.slots
    for (let slot = this.slots - 1; slot >= 0; slot--)
      stays[slot] = this.freeFor[slot]! >= presentSlots ? slot : stays[slot + 1]!
    return stays
  }

  /** Whether a job may begin there: hands, presence and what it holds. */
  takes(job: PlacingJob, start: number): boolean {
    const present = start < this.slots && this.freeFor[start]! >= job.presentSlots
    return present && this.blockedUntil(job, start) === start
  }

  /** Whether that many are left all the time, asked for long stretches of what changes seldom; beyond the horizon nothing is known to be taken. */
  hasLeft({ resource, amount }: Pick<Hold, 'resource' | 'amount'>, from: number, to: number): boolean {
    if (from >= this.slots) return true
    const known = this.nextFull[resource]!
    let full = known.get(amount)
    if (!full) known.set(amount, (full = this.fullFrom(resource, amount)))
    return full[from]! >= Math.min(to, this.slots)
  }

  /** By slot: the first from there on in which that many are not left; the horizon's length where there is none. */
  private fullFrom(resource: number, amount: number): Int32Array {
    const most = this.capacities[resource]! - amount
    const used = this.used[resource]!
    const full = new Int32Array(this.slots + 1)
    full[this.slots] = this.slots
    for (let slot = this.slots - 1; slot >= 0; slot--)
      full[slot] = used[slot]! > most ? slot : full[slot + 1]!
    return full
  }

  /** The first slot from there on in which person, hands and what it holds take that job; beyond the horizon where there is none. */
  nextFree(job: PlacingJob, from: number): number {
    for (let start = from; ;) {
      start = this.nextPresent(start, job.presentSlots)
      const free = this.blockedUntil(job, start)
      if (free === start) return start
      start = free
    }
  }

  /** The slot itself where hands and what it holds take that job, else the first after what stands in its way there. */
  private blockedUntil({ handsSlots, holds }: PlacingJob, start: number): number {
    let until = start
    for (let slot = Math.min(start + handsSlots, this.slots) - 1; slot >= until; slot--)
      if (this.hands[slot]) until = slot + 1
    for (const { resource, amount, slots } of holds) {
      const most = this.capacities[resource]! - amount
      const used = this.used[resource]!
      for (let slot = Math.min(start + slots, this.slots) - 1; slot >= until; slot--)
        if (used[slot]! > most) until = slot + 1
    }
    return until
  }

  /** Takes (by = 1) or gives back (by = -1) one job. */
  job({ handsSlots, holds }: PlacingJob, start: number, by: 1 | -1): void {
    for (let slot = start; slot < start + handsSlots && slot < this.slots; slot++) this.hands[slot]! += by
    for (const hold of holds) this.shift(hold, start, start + hold.slots, by)
  }

  /** Takes or gives back a whole chain. */
  chain(chain: PlacingChain, starts: readonly number[], by: 1 | -1): void {
    chain.jobs.forEach((job, k) => this.job(job, starts[k]!, by))
    this.spans(chain, starts, by)
  }

  /** Takes or gives back what a chain holds from one job to another. */
  spans(chain: PlacingChain, starts: readonly number[], by: 1 | -1): void {
    for (const span of chain.spans) this.shift(span, ...spanOf(chain, span, starts), by)
  }

  /** How many of a resource are taken in each slot. */
  usage(resource: number): Int32Array {
    return this.used[resource]!.slice()
  }

  private shift(
    { resource, amount }: Pick<Hold, 'resource' | 'amount'>,
    from: number,
    to: number,
    by: 1 | -1,
  ): void {
    const used = this.used[resource]!
    this.nextFull[resource]!.clear()
    for (let slot = from; slot < to && slot < this.slots; slot++) used[slot]! += by * amount
  }
}

/** First slot a span takes and the first it no longer does. */
function spanOf(
  { jobs }: PlacingChain,
  { fromJob, toJob }: PlacingChain['spans'][number],
  starts: readonly number[],
): [number, number] {
  return [fromJob === null ? 0 : starts[fromJob]!, starts[toJob]! + jobs[toJob]!.handsSlots]
}
