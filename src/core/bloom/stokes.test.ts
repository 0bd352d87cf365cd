import { describe, expect, test } from '@jest/globals'
import { planeTransform } from './plane.ts'
import { deepSheetRatePerS, exchangeFactor, marangoniMobilityM, sheetResponse } from './stokes.ts'

const DEEP_M = 1

describe('a sheet of force in a layer', () => {
  test('deep under the surface answers as the published Rayleigh-Taylor rate of a thin sheet', () => {
    const sheetDepthM = 0.001
    for (const k of [300, 900, 2000]) {
      const { fall } = sheetResponse(k, 0.05, 0.05 - sheetDepthM)
      expect(fall(0.05 - sheetDepthM) / deepSheetRatePerS(k, sheetDepthM, 1)).toBeCloseTo(1, 5)
    }
  })

  test('grows fastest at 7.0 times the depth of the sheet, at 0.149 of pull times depth over viscosity', () => {
    const depthM = 0.001
    let best = { rate: 0, k: 0 }
    for (let k = 500; k < 1500; k += 0.5) {
      const rate = deepSheetRatePerS(k, depthM, 1)
      if (rate > best.rate) best = { rate, k }
    }
    expect((2 * Math.PI) / best.k / depthM).toBeCloseTo(7.0, 1)
    expect(best.rate / depthM).toBeCloseTo(0.149, 3)
  })

  test('keeps still at a no-slip floor and at a level surface', () => {
    const { fall, slope } = sheetResponse(800, 0.005, 0.004)
    expect(Math.abs(fall(0))).toBeLessThan(1e-12)
    expect(Math.abs(slope(0))).toBeLessThan(1e-9)
    expect(Math.abs(fall(0.005))).toBeLessThan(1e-12)
  })
})

describe('the pull of solvent', () => {
  test('moves a shallow layer by H/4 (Levich) and a deep one by 1/(2k)', () => {
    expect(marangoniMobilityM(20, 0.005) / (0.005 / 4)).toBeCloseTo(1, 1)
    expect(marangoniMobilityM(10, DEEP_M) / (1 / 20)).toBeCloseTo(1, 1)
    expect(marangoniMobilityM(30, DEEP_M)).toBeCloseTo(1 / 60, 9)
  })
})

test('a gravity current keeps all of its speed when thin and none when it fills the layer', () => {
  expect(exchangeFactor(0)).toBe(1)
  expect(exchangeFactor(1)).toBe(0)
})

describe('the plane transform', () => {
  test('of a single wave is one line of the spectrum, transposed, and comes back', () => {
    for (const m of [16, 32, 64]) {
      const plane = planeTransform(m)
      const wave = (p: number) => Math.cos((2 * Math.PI * (3 * (p % m) + 5 * Math.floor(p / m))) / m)
      const re = Float64Array.from({ length: m * m }, (_, p) => wave(p))
      const im = new Float64Array(m * m)
      plane.forward(re, im)
      expect(re[3 * m + 5]!).toBeCloseTo((m * m) / 2, 6)
      expect(Math.abs(re[5 * m + 3]!)).toBeLessThan(1e-8)
      plane.inverse(re, im)
      re.forEach((value, p) => expect(Math.abs(value - wave(p))).toBeLessThan(1e-10))
    }
  })

  test('obeys Parseval and refuses a side that is no power of two', () => {
    const m = 32
    const re = Float64Array.from({ length: m * m }, (_, p) => Math.sin(p * p))
    const im = Float64Array.from({ length: m * m }, (_, p) => Math.cos(3 * p))
    const energy = (a: Float64Array, b: Float64Array) =>
      a.reduce((sum, value, p) => sum + value ** 2 + b[p]! ** 2, 0)
    const before = energy(re, im)
    planeTransform(m).forward(re, im)
    expect(energy(re, im) / (m * m) / before).toBeCloseTo(1, 9)
    expect(() => planeTransform(48)).toThrow(RangeError)
  })
})
