import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { studios } from '../../../tests/support/placingCases.ts'
import { place, readyAt, Room, type PlacingChain, type PlacingJob, type PlacingProblem } from './index.ts'

const job = (changes: Partial<PlacingJob> = {}): PlacingJob => ({
  id: 'job',
  handsSlots: 1,
  presentSlots: 1,
  waits: [],
  holds: [],
  from: 0,
  until: 47,
  ...changes,
})
const chain = (changes: Partial<PlacingChain> = {}): PlacingChain => ({
  id: 'chain',
  jobs: [job()],
  spans: [],
  ready: [{ job: 0, slots: 0 }],
  promise: null,
  weight: 1,
  standing: [],
  ...changes,
})
/** Two days of an hour a slot, awake from eight to midnight. */
const days = (chains: readonly PlacingChain[], capacities: readonly number[] = []): PlacingProblem => ({
  slots: 48,
  free: Uint8Array.from({ length: 48 }, (_, slot) => (slot % 24 >= 8 ? 1 : 0)),
  capacities,
  chains,
})

describe('placing', () => {
  test('waits for the morning', () => {
    expect(place(days([chain()])).starts).toEqual([[8]])
  })

  test('puts a pour off so that its back falls before the night', () => {
    const back = job({ waits: [{ after: 0, minSlots: 5, maxSlots: 6 }] })
    const late = chain({ jobs: [job({ from: 20 }), back] })
    expect(place(days([late])).starts).toEqual([[32, 37]])
  })

  test('gives one pair of hands one job at a time', () => {
    const { starts } = place(days([chain(), chain(), chain()]))
    expect(starts.map((each) => each![0]!).sort((one, other) => one - other)).toEqual([8, 9, 10])
  })

  test('keeps a mold to one batch until it is demolded', () => {
    const twice = chain({
      jobs: [job(), job({ waits: [{ after: 0, minSlots: 10, maxSlots: null }] })],
      spans: [{ resource: 0, amount: 1, fromJob: 0, toJob: 1 }],
    })
    const { starts } = place(days([twice, twice], [1]))
    const [first, second] = [...starts].sort((one, other) => one![0]! - other![0]!)
    expect(second![0]).toBeGreaterThanOrEqual(first![1]! + 1)
  })

  test('lets the promised batch go first', () => {
    const promised = chain({ promise: 8 })
    expect(place(days([chain(), promised])).starts).toEqual([[9], [8]])
  })

  test('lets the heavier of two go first', () => {
    expect(place(days([chain(), chain({ weight: 3 })])).starts).toEqual([[9], [8]])
  })

  test('from an earlier placing moves only what no longer fits, the heavier first', () => {
    const [stays, passed, heavy] = [
      chain(),
      chain({ jobs: [job({ from: 10 })] }),
      chain({ jobs: [job({ from: 10 })], weight: 3 }),
    ]
    const { starts } = place(days([stays, passed, heavy]), {
      keep: [[20], [8], [9]],
      effort: { exact: 0, improving: 0, each: 100 },
    })
    expect(starts).toEqual([[20], [11], [10]])
  })

  test('leaves out what cannot be placed, and only that', () => {
    const never = chain({ jobs: [job({ from: 2, until: 5 })] })
    expect(place(days([never, chain()])).starts).toEqual([null, [8]])
  })

  test('proves few chains and says so', () => {
    expect(place(days([chain(), chain()])).proven).toBe(true)
    expect(place(days([chain(), chain()]), { effort: { exact: 0, improving: 10, each: 1000 } }).proven).toBe(
      false,
    )
  })

  test('is ready when the slowest of its layers is', () => {
    const two = chain({
      ready: [
        { job: 0, slots: 3 },
        { job: null, slots: 20 },
      ],
    })
    expect(readyAt(two, [8])).toBe(20)
    expect(readyAt(two, [18])).toBe(21)
  })

  test('gives back all it took', () => {
    fc.assert(
      fc.property(studios({ days: 3, slotsPerDay: 12, chains: 4, jobs: 3 }), (problem) => {
        const room = new Room(problem)
        const before = problem.capacities.map((_count, resource) => [...room.usage(resource)])
        const { starts } = place(problem, { effort: { exact: 500, improving: 500, each: 500 } })
        for (const by of [1, -1] as const)
          starts.forEach((own, k) => own && room.chain(problem.chains[k]!, own, by))
        expect(problem.capacities.map((_count, resource) => [...room.usage(resource)])).toEqual(before)
      }),
      { numRuns: 100, seed: 7 },
    )
  })

  test('refuses a calendar that is not as long as its horizon', () => {
    expect(() => place({ ...days([chain()]), free: new Uint8Array(3) })).toThrow(RangeError)
  })
})
