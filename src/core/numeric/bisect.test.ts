import { expect, test } from '@jest/globals'
import { bisect } from './bisect.ts'

test('bisect finds the square root of two, and says null where there is no sign change', () => {
  const f = (x: number) => x * x - 2
  expect(bisect(f, { from: 0, to: 2, tolerance: 1e-10 })).toBeCloseTo(Math.SQRT2, 9)
  expect(bisect(f, { from: 2, to: 3, tolerance: 1e-10 })).toBeNull()
  expect(() => bisect(() => NaN, { from: 0, to: 1, tolerance: 0.1 })).toThrow(RangeError)
})
