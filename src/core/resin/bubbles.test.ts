import { describe, expect, test } from '@jest/globals'
import { riseMPerS, smallestLeavingMm } from './bubbles.ts'

describe('a bubble in resin', () => {
  // Worked by hand: 1100 kg/m3 x 9.81 m/s2 x (1 mm)2 / (18 x 1 Pa s) = 0.5995 mm/s (Stokes 1851).
  test('of a millimetre rises 0.6 mm a second through 1 Pa s', () => {
    expect(1000 * riseMPerS(1, 1)).toBeCloseTo(0.5995, 4)
  })

  test('rises four times as fast at twice the width, and half as fast in twice the viscosity', () => {
    expect(riseMPerS(2, 1) / riseMPerS(1, 1)).toBeCloseTo(4, 12)
    expect(riseMPerS(1, 2) / riseMPerS(1, 1)).toBeCloseTo(0.5, 12)
  })

  test('with a clean surface rises one and a half times as fast (Hadamard, Rybczynski 1911)', () => {
    expect(riseMPerS(1, 1, 'clean') / riseMPerS(1, 1, 'stiff')).toBeCloseTo(1.5, 12)
  })

  test('that just leaves has risen as deep as the resin is, at any viscosity through time', () => {
    // Twenty minutes at 0.5 Pa s, then ten at 2 Pa s: 1200/0.5 + 600/2 = 2700 /Pa.
    for (const skin of ['stiff', 'clean'] as const) {
      const mm = smallestLeavingMm({ depthMm: 5, flowPerPa: 2700 }, skin)
      const riseMm = 1000 * (1200 * riseMPerS(mm, 0.5, skin) + 600 * riseMPerS(mm, 2, skin))
      expect(riseMm).toBeCloseTo(5, 9)
    }
  })

  test('never leaves what flows no more', () => {
    expect(smallestLeavingMm({ depthMm: 5, flowPerPa: 0 })).toBe(Infinity)
  })
})
