import { beforeAll, describe, expect, test } from '@jest/globals'
import { bisect, seededRandom } from '#core/numeric/index.ts'
import { ARCHETYPES } from '#core/resin/index.ts'
import {
  bandOf,
  courseOf,
  drawDepartures,
  normalPair,
  USUAL_BELIEF,
  type Band,
  type Course,
} from '#core/timing/ensemble.ts'
import { posteriorOf, priorCourses } from '#core/timing/posterior.ts'
import { THERMOMETER_SD_K, type Reading } from '#core/timing/reading.ts'

const setting = { resin: ARCHETYPES.quick, cupMassG: 143, bedDepthMm: 6, roomTempC: 21, startTempC: 21 }
const inCup = { setting, decantMin: null, toMin: 45 }
const task = { ...inCup, belief: USUAL_BELIEF, members: 128, seed: 4 }
const LATEST_MIN = 45

/** The minute the cup passes 40 C; the latest there is where it gels before. */
function reaches40(course: Course): number {
  const { life } = course
  return (
    bisect((min) => life.stateAt(min).tempC - 40, { from: 0, to: life.toMin, tolerance: 0.02 }) ?? LATEST_MIN
  )
}

const probe = (atMin: number, tempC: number): Reading => ({ kind: 'temperature', atMin, tempC, by: 'probe' })
const width = (band: Band) => band.highMin - band.lowMin

let prior: readonly Course[]
beforeAll(() => {
  prior = priorCourses(task)
})

const bandAfter = (readings: readonly Reading[]) => {
  const { courses, weights } = posteriorOf({ ...task, prior, readings })
  return bandOf(courses.map(reaches40), weights)!
}

describe('calibration is honest', () => {
  const TRUTHS = 500
  const noise = seededRandom(31)
  const tally = [0, 1, 2, 3].map(() => ({ covered: 0, widths: [] as number[] }))

  beforeAll(() => {
    for (const departure of drawDepartures(USUAL_BELIEF, TRUTHS, 2026)) {
      const truth = courseOf(inCup, departure)
      const readings = [10, 13, 16].map((min) =>
        probe(min, truth.life.stateAt(min).tempC + THERMOMETER_SD_K.probe * normalPair(noise)[0]),
      )
      const at40 = reaches40(truth)
      for (const [count, each] of tally.entries()) {
        const band = bandAfter(readings.slice(0, count))
        if (at40 >= band.lowMin && at40 <= band.highMin) each.covered++
        each.widths.push(width(band))
      }
    }
  })

  test.each([0, 1, 2, 3])(
    'the 80 %% band holds the truth 75 to 85 %% of the time after %d readings',
    (count) => {
      expect(tally[count]!.covered / TRUTHS).toBeGreaterThanOrEqual(0.75)
      expect(tally[count]!.covered / TRUTHS).toBeLessThanOrEqual(0.85)
    },
  )

  test('one probe reading at 10 minutes narrows it at least threefold, the next ones further (medians)', () => {
    const median = (values: readonly number[]) =>
      [...values].sort((one, other) => one - other)[Math.floor(values.length / 2)]!
    const [none, one, two, three] = tally.map((each) => median(each.widths)) as [
      number,
      number,
      number,
      number,
    ]
    expect(none / one).toBeGreaterThan(3)
    expect(two).toBeLessThan(one)
    expect(three).toBeLessThan(two)
  })
})
