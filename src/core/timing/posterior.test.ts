import { beforeAll, describe, expect, test } from '@jest/globals'
import { bisect } from '../numeric/index.ts'
import { ARCHETYPES } from '../resin/index.ts'
import { bandOf, courseOf, USUAL_BELIEF, type Band, type Course } from './ensemble.ts'
import { posteriorOf, priorCourses } from './posterior.ts'
import { logLikelihood, type Reading } from './reading.ts'

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

describe('a reading', () => {
  test('of 29 C at 10 minutes moves the band to the quick side, 25 C to the slow side', () => {
    const before = bandAfter([])
    expect(bandAfter([probe(10, 31)]).midMin).toBeLessThan(before.midMin)
    expect(bandAfter([probe(10, 25)]).midMin).toBeGreaterThan(before.midMin)
  })

  test('by hand says less than one by infrared, and that less than a probe', () => {
    const by = (thermometer: 'probe' | 'infrared' | 'hand') =>
      width(bandAfter([{ kind: 'temperature', atMin: 10, tempC: 28, by: thermometer }]))
    expect(by('probe')).toBeLessThan(by('infrared'))
    expect(by('infrared')).toBeLessThan(by('hand'))
    expect(by('hand')).toBeLessThan(width(bandAfter([])))
  })

  test('taken away again leaves exactly what was believed without it', () => {
    const [first, second] = [probe(10, 29), probe(13, 33)]
    const without = posteriorOf({ ...task, prior, readings: [first] })
    posteriorOf({ ...task, prior, readings: [first, second] })
    expect(posteriorOf({ ...task, prior, readings: [first] }).weights).toEqual(without.weights)
  })

  test('of 70 C after ten minutes contradicts the model: it says so and widens instead of fitting', () => {
    const wild = probe(10, 70)
    const { contradictions } = posteriorOf({ ...task, prior, readings: [wild] })
    expect(contradictions).toEqual([wild])
    expect(posteriorOf({ ...task, prior, readings: [probe(10, 29)] }).contradictions).toEqual([])
  })

  test('of the room bears on the room', () => {
    const { courses, weights } = posteriorOf({
      ...task,
      prior,
      readings: [{ kind: 'room', atMin: 0, tempC: 22.5 }],
    })
    const mean = courses.reduce((sum, course, k) => sum + weights[k]! * course.roomTempC, 0)
    expect(mean).toBeGreaterThan(21.4)
    expect(mean).toBeLessThan(22.5)
  })
})

describe('signs', () => {
  const course = courseOf(
    { setting, decantMin: 20, toMin: 30 * 60 },
    { rateLog: 0, lossLog: 0, viscosityLog: 0, roomK: 0 },
  )
  const said = (sign: 'string' | 'gel' | 'footprint' | 'leathery' | 'stiff', atMin: number, there: boolean) =>
    logLikelihood({ kind: 'sign', sign, atMin, there }, course)

  test.each([
    ['string', 10, 40],
    ['gel', 120, 400],
    ['footprint', 120, 400],
    ['leathery', 240, 480],
    ['stiff', 600, 1500],
  ] as const)('%s is unlikely at %d min and likely at %d', (sign, early, late) => {
    expect(said(sign, early, true)).toBeLessThan(said(sign, early, false))
    expect(said(sign, late, true)).toBeGreaterThan(said(sign, late, false))
  })

  test('no single sign rules anything out for good', () => {
    expect(said('stiff', 1, true)).toBeGreaterThan(Math.log(0.02))
  })
})

describe('a band', () => {
  test('is the 10, 50 and 90 % points of the weight', () => {
    const moments = Array.from({ length: 100 }, (_, k) => k + 1)
    expect(
      bandOf(
        moments,
        moments.map(() => 1),
      ),
    ).toEqual({ lowMin: 10, midMin: 50, highMin: 90 })
  })

  test('is none where more than a tenth never gets there', () => {
    expect(bandOf([1, 2, null, null], [1, 1, 1, 1])).toBeNull()
  })

  test('before any reading, 40 C in a 143 g cup at 21 C comes between about 14 and 31 min (independent prototype)', () => {
    const band = bandAfter([])
    expect(Math.abs(band.lowMin - 14)).toBeLessThan(2)
    expect(Math.abs(band.highMin - 31)).toBeLessThan(4)
  })
})
