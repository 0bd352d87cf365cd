import { describe, expect, test } from '@jest/globals'
import { bandAfter, cupTask, probe, setting, width } from '../../../tests/support/cupAt40.ts'
import { bandOf, courseOf } from './ensemble.ts'
import { posteriorOf } from './posterior.ts'
import { logLikelihood } from './reading.ts'

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
    expect(posteriorOf({ ...cupTask, readings: [first] })).toEqual(without)
  })

  test('of 70 C after ten minutes contradicts the model: it says so and widens instead of fitting', () => {
    const wild = probe(10, 70)
    const { contradictions } = posteriorOf({ ...cupTask, readings: [wild] })
    expect(contradictions).toEqual([wild])
    expect(posteriorOf({ ...cupTask, readings: [probe(10, 29)] }).contradictions).toEqual([])
  })

  test('of the room bears on the room', () => {
    const { members } = posteriorOf({ ...cupTask, readings: [{ kind: 'room', atMin: 0, tempC: 22.5 }] })
    const mean = members.reduce((sum, { departure, weight }) => sum + weight * (21 + departure.roomK), 0)
    expect(mean).toBeGreaterThan(21.4)
    expect(mean).toBeLessThan(22.5)
  })
})

describe('signs', () => {
  const course = courseOf(
    { setting, decantMin: 20, toMin: 30 * 60 },
    { rateLog: 0, lossLog: 0, viscosityLog: 0, mixK: 0, roomK: 0 },
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

  test('before any reading, 40 C in a 143 g cup at 21 C comes between about 14 and 34 min (3000 draws through a plain fixed-step program)', () => {
    const band = bandAfter([])
    expect(Math.abs(band.lowMin - 13.8)).toBeLessThan(2)
    expect(Math.abs(band.highMin - 34.3)).toBeLessThan(4)
  })
})
