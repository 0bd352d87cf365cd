import fc from 'fast-check'
import type { Hold, PlacingChain, PlacingJob, PlacingProblem } from '#core/placing/index.ts'

/** How large the invented studios of a test are. */
export interface CaseSize {
  readonly days: number
  readonly slotsPerDay: number
  readonly chains: number
  readonly jobs: number
}

/** Level places, and two kinds of mold. */
const RESOURCES = 3
const LEVEL = 0

/** Studios with nights, few level places and molds, chains of pour, back, demold and finishing, promises, pins and things already standing. */
export function studios(size: CaseSize): fc.Arbitrary<PlacingProblem> {
  const slots = size.days * size.slotsPerDay
  return fc
    .record({
      wakes: fc.integer({ min: 0, max: Math.floor(size.slotsPerDay / 4) }),
      sleeps: fc.integer({ min: Math.floor((3 * size.slotsPerDay) / 4), max: size.slotsPerDay }),
      busy: fc.array(fc.integer({ min: 0, max: slots - 1 }), { maxLength: size.days }),
      capacities: fc.array(fc.integer({ min: 1, max: 3 }), { minLength: RESOURCES, maxLength: RESOURCES }),
      chains: fc.array(chain(size, slots), { minLength: 2, maxLength: size.chains, size: 'max' }),
    })
    .map(({ wakes, sleeps, busy, capacities, chains }) => {
      const free = Uint8Array.from({ length: slots }, (_, slot) => {
        const hour = slot % size.slotsPerDay
        return hour >= wakes && hour < sleeps && !busy.includes(slot) ? 1 : 0
      })
      // What stands there already never takes more than there is.
      const standing = chains.filter(({ standing }) => standing.length > 0).length
      return {
        slots,
        free,
        capacities: capacities.map((count) => Math.max(count, standing)),
        chains: chains.map((each, k) => ({ ...each, id: `chain-${k}` })),
      }
    })
}

function chain(size: CaseSize, slots: number): fc.Arbitrary<PlacingChain> {
  return fc
    .record({
      jobs: fc.array(job(size, slots), { minLength: 1, maxLength: size.jobs, size: 'max' }),
      mold: fc.integer({ min: 1, max: RESOURCES - 1 }),
      promise: fc.option(fc.integer({ min: 1, max: slots }), { nil: null }),
      weight: fc.constantFrom(1, 1, 3),
      afterReady: fc.integer({ min: 0, max: size.slotsPerDay }),
      stands: rarely(fc.integer({ min: 1, max: size.slotsPerDay })),
    })
    .map(({ jobs, mold, promise, weight, afterReady, stands }) => ({
      id: '',
      jobs: jobs.map((each, k) => ({
        ...each,
        id: `job-${k}`,
        waits: k === 0 ? [] : [{ ...each.wait, after: k - 1 }],
      })),
      spans: [{ resource: mold, amount: 1, fromJob: 0, toJob: jobs.length - 1 }],
      ready: [{ job: jobs.length - 1, slots: afterReady }],
      promise,
      weight,
      standing: stands === null ? [] : [{ resource: LEVEL, amount: 1, slots: stands }],
    }))
}

function job(
  size: CaseSize,
  slots: number,
): fc.Arbitrary<PlacingJob & { readonly wait: { minSlots: number; maxSlots: number | null } }> {
  return fc
    .record({
      handsSlots: fc.integer({ min: 0, max: 2 }),
      longer: fc.integer({ min: 0, max: 1 }),
      level: fc.option(fc.integer({ min: 1, max: 4 }), { nil: null }),
      minSlots: fc.integer({ min: 1, max: Math.ceil(size.slotsPerDay / 2) }),
      slack: fc.option(fc.integer({ min: 0, max: Math.ceil(size.slotsPerDay / 2) }), { nil: null }),
      pin: rarely(fc.integer({ min: 0, max: slots - 1 })),
    })
    .map(({ handsSlots, longer, level, minSlots, slack, pin }) => ({
      id: '',
      handsSlots,
      presentSlots: handsSlots === 0 ? 0 : handsSlots + longer,
      holds: level === null ? [] : [{ resource: LEVEL, amount: 1, slots: level }],
      from: pin ?? 0,
      until: pin ?? slots - 1,
      waits: [],
      wait: { minSlots, maxSlots: slack === null ? null : minSlots + slack },
    }))
}

/** The value one time in ten, else null. */
function rarely(value: fc.Arbitrary<number>): fc.Arbitrary<number | null> {
  return fc.oneof({ weight: 9, arbitrary: fc.constant(null) }, { weight: 1, arbitrary: value })
}

/** Every rule a placing breaks, in words; written from the rules and not from the search. */
export function brokenRules(
  problem: PlacingProblem,
  placed: readonly (readonly number[] | null)[],
): readonly string[] {
  const broken: string[] = []
  const hands = new Array<number>(problem.slots).fill(0)
  const used = problem.capacities.map(() => new Array<number>(problem.slots).fill(0))
  const take = ({ resource, amount }: Pick<Hold, 'resource' | 'amount'>, from: number, to: number) => {
    for (let slot = from; slot < to && slot < problem.slots; slot++) used[resource]![slot]! += amount
  }
  problem.chains.forEach((chain, c) => {
    for (const hold of chain.standing) take(hold, 0, hold.slots)
    const starts = placed[c]
    if (!starts) return
    chain.jobs.forEach((job, k) => {
      const start = starts[k]!
      const name = `${chain.id} ${job.id}`
      if (start < job.from || start > job.until) broken.push(`${name} begins at ${start}, outside its bounds`)
      for (const { after, minSlots, maxSlots } of job.waits) {
        const waited = start - starts[after]!
        if (waited < minSlots || (maxSlots !== null && waited > maxSlots))
          broken.push(`${name} waited ${waited}`)
      }
      for (let slot = start; slot < start + job.presentSlots; slot++)
        if (!problem.free[slot]) broken.push(`${name} at ${slot} while asleep or away`)
      for (let slot = start; slot < start + job.handsSlots; slot++) hands[slot]!++
      for (const hold of job.holds) take(hold, start, start + hold.slots)
    })
    for (const span of chain.spans)
      take(
        span,
        span.fromJob === null ? 0 : starts[span.fromJob]!,
        starts[span.toJob]! + chain.jobs[span.toJob]!.handsSlots,
      )
  })
  if (hands.some((count) => count > 1)) broken.push('two jobs for one pair of hands')
  used.forEach((counts, resource) => {
    if (counts.some((count) => count > problem.capacities[resource]!))
      broken.push(`more of resource ${resource} than there is`)
  })
  return broken
}
