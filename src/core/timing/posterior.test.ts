import { describe, expect, test } from '@jest/globals'
import { bandAfter, cupTask, probe, setting, width } from '../../../tests/support/cupAt40.ts'
import { bandOf, courseOf, NO_DEPARTURE } from './ensemble.ts'
import { posteriorOf } from './posterior.ts'
import { logLikelihood, type Reading } from './reading.ts'
import { roomsRead } from './rooms.ts'

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
    const without = posteriorOf({ ...cupTask, readings: [first] })
    posteriorOf({ ...cupTask, readings: [first, second] })
    expect(posteriorOf({ ...cupTask, readings: [first] }).members).toEqual(without.members)
  })

  test('of 70 C after ten minutes contradicts the model: it says so and weighs little', () => {
    const wild = probe(10, 70)
    const { contradictions } = posteriorOf({ ...cupTask, readings: [wild] })
    expect(contradictions).toEqual([wild])
    expect(posteriorOf({ ...cupTask, readings: [probe(10, 29)] }).contradictions).toEqual([])
  })

  test('that contradicts others is told and weighs little: a cup cannot cool so fast, and two of three agree', () => {
    const told = (...readings: Reading[]) => posteriorOf({ ...cupTask, readings }).contradictions
    expect(told(probe(1, 31), probe(4, 25))).toEqual([probe(1, 31)])
    expect(told(probe(10, 29.6), probe(13, 43), probe(16, 35))).toEqual([probe(13, 43)])
    const sign = (atMin: number, there: boolean): Reading => ({ kind: 'sign', sign: 'string', atMin, there })
    expect(told(sign(5, true), sign(35, false))).toContainEqual(sign(5, true))
    const [plain, slipped] = [
      bandAfter([probe(10, 29.6), probe(16, 35)]),
      bandAfter([probe(10, 29.6), probe(13, 43), probe(16, 35)]),
    ]
    expect(Math.abs(slipped.midMin - plain.midMin)).toBeLessThan(1)
  })

  test('of a warm mix in its first minute is a warm mix, not a faulty thermometer', () => {
    const { members, contradictions } = posteriorOf({ ...cupTask, readings: [probe(1, 32)] })
    expect(contradictions).toEqual([])
    const mean = members.reduce((sum, { departure, weight }) => sum + weight * departure.mixK, 0)
    expect(mean).toBeGreaterThan(5)
  })
})

describe('a room that is read', () => {
  const room = (atMin: number, tempC: number): Reading => ({ kind: 'room', atMin, tempC })

  test('is the room from then on; a sensor that hardly moves makes no step', () => {
    expect(roomsRead([room(5, 26), room(25, 26.2), room(45, 24)], 21).steps).toEqual([
      { fromMin: 5, tempC: 26 },
      { fromMin: 45, tempC: 24 },
    ])
  })

  test('as no room does is told, and not followed unless a second reading is like it', () => {
    expect(roomsRead([room(5, 40)], 21)).toEqual({ steps: [], contradictions: [room(5, 40)] })
    expect(roomsRead([room(5, 33), room(9, 32.5)], 21).contradictions).toEqual([])
  })
})

describe('signs', () => {
  const course = courseOf({ setting, decantMin: 20, toMin: 30 * 60 }, NO_DEPARTURE)
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

  test('before any reading, 40 C in a 143 g cup at 21 C comes between about 14 and 34 min (3000 draws through a plain fixed-step program)', () => {
    const band = bandAfter([])
    expect(Math.abs(band.lowMin - 13.8)).toBeLessThan(2)
    expect(Math.abs(band.highMin - 34.3)).toBeLessThan(4)
  })
})
