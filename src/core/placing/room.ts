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

  constructor({ slots, free, capacities, chains }: PlacingProblem) {
    if (free.length !== slots)
      throw new RangeError(`Room: ${free.length} free slots for a horizon of ${slots}`)
    this.slots = slots
    this.capacities = capacities
    this.hands = new Uint8Array(slots)
    this.used = capacities.map(() => new Int32Array(slots))
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
    if (start >= this.slots || this.freeFor[start]! < job.presentSlots) return false
    for (let slot = start; slot < start + job.handsSlots; slot++) if (this.hands[slot]) return false
    for (const hold of job.holds) if (!this.hasLeft(hold, start, start + hold.slots)) return false
    return true
  }

  /** Whether that many are left all the time; beyond the horizon nothing is known to be taken. */
  hasLeft({ resource, amount }: Pick<Hold, 'resource' | 'amount'>, from: number, to: number): boolean {
    const most = this.capacities[resource]! - amount
    const used = this.used[resource]!
    const end = Math.min(to, this.slots)
    for (let slot = from; slot < end; slot++) if (used[slot]! > most) return false
    return true
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
