import { describe, expect, test } from '@jest/globals'
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
