import { describe, expect, test } from '@jest/globals'
import { bathMin, warmedShare } from './waterBath.ts'

/**
 * By hand, at a tenth: 1 - 4/5.783 exp(-0.5783) - 4/30.471 exp(-3.0471) - 4/74.887 exp(-7.4887) = 1 - 0.38796 - 0.00624 - 0.00003 = 0.6058. A bottle
 * 70 mm across: 35 mm squared, a tenth of it over 0.09 mm2/s is 1,361 s, 22.7 min; from 20 °C in water of 40 °C it has 20 + 0.6058 x 20 = 32.1 °C by
 * then.
 */
describe('parts in a water bath', () => {
  test('warm as a long cylinder does', () => {
    expect(warmedShare(0.1)).toBeCloseTo(0.6058, 4)
    expect(bathMin({ waterC: 40, fromC: 20, toC: 32.116, acrossMm: 70 })!).toBeCloseTo(22.7, 1)
  })

  test('go by the square of how wide the bottle is', () => {
    const [narrow, wide] = [40, 80].map((acrossMm) => bathMin({ waterC: 40, fromC: 20, toC: 28, acrossMm })!)
    expect(wide! / narrow!).toBeCloseTo(4, 1)
  })

  test('the short form and the series are one curve, from nothing to all of it', () => {
    expect(warmedShare(0)).toBe(0)
    expect(warmedShare(0.0199999)).toBeCloseTo(warmedShare(0.02), 3)
    expect(warmedShare(2)).toBeCloseTo(1, 4)
    const shares = Array.from({ length: 60 }, (_, k) => warmedShare(k / 100))
    for (const [k, share] of shares.entries()) if (k > 0) expect(share).toBeGreaterThan(shares[k - 1]!)
  })

  test('never get warmer than their water, and take no time where they are warm', () => {
    expect(bathMin({ waterC: 30, fromC: 20, toC: 30, acrossMm: 70 })).toBeNull()
    expect(bathMin({ waterC: 40, fromC: 25, toC: 25, acrossMm: 70 })).toBe(0)
  })
})
