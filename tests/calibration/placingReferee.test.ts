import { beforeAll, describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { costOf, place, USUAL_EFFORT } from '#core/placing/index.ts'
import { brokenRules, studios } from '../support/placingCases.ts'
import { refereeFor } from '../support/placingReferee.ts'

/** Few at every change, many when asked for: LONG=1 npm run unit -- tests/calibration/placingReferee */
const LONG = Boolean(process.env['LONG'])
const CASES = LONG ? 200 : 60
const STUDIOS = LONG ? 2000 : 300
const SEED = 20261125
const SMALL = { days: 3, slotsPerDay: 7, chains: 4, jobs: 3 }

describe('the placing against HiGHS, an independent mixed-integer solver', () => {
  let optimum: Awaited<ReturnType<typeof refereeFor>>
  beforeAll(async () => {
    optimum = await refereeFor()
  })

  test(`is never worse than the optimum on ${CASES} seeded small studios`, () => {
    const problems = fc.sample(studios(SMALL), { numRuns: CASES, seed: SEED })
    const gaps = problems.map((problem) => {
      const { starts, cost } = place(problem)
      expect(brokenRules(problem, starts)).toEqual([])
      expect(costOf(problem, starts)).toBe(cost)
      return cost - optimum(problem)
    })
    expect(gaps.filter((gap) => gap !== 0)).toEqual([])
  })

  test('without going through everything, as with many batches, it finds the optimum in nine of ten', () => {
    const problems = fc.sample(studios(SMALL), { numRuns: LONG ? 60 : 30, seed: SEED + 1 })
    const met = problems.filter(
      (problem) => place(problem, { effort: { ...USUAL_EFFORT, exact: 0 } }).cost === optimum(problem),
    )
    expect(met.length).toBeGreaterThanOrEqual(0.9 * problems.length)
  })
})

test(`the placing breaks no rule in ${STUDIOS} studios`, () => {
  const size = { days: 5, slotsPerDay: 24, chains: 6, jobs: 5 }
  fc.assert(
    fc.property(studios(size), (problem) => {
      const effort = { exact: 1000, improving: 1000, each: 300 }
      expect(brokenRules(problem, place(problem, { effort }).starts)).toEqual([])
    }),
    { numRuns: STUDIOS, seed: SEED },
  )
})
