import { expect, test } from '@jest/globals'
import { bisect, solveRising } from './bisect.ts'

test('bisect finds the square root of two, and says null where there is no sign change', () => {
  const f = (x: number) => x * x - 2
  expect(bisect(f, { from: 0, to: 2, tolerance: 1e-10 })).toBeCloseTo(Math.SQRT2, 9)
  expect(bisect(f, { from: 2, to: 3, tolerance: 1e-10 })).toBeNull()
  expect(() => bisect(() => NaN, { from: 0, to: 1, tolerance: 0.1 })).toThrow(RangeError)
})

test('solveRising finds it in a few looks, on steep and on curved ways, and says null where there is none', () => {
  let looks = 0
  const counted = (f: (x: number) => number) => (x: number) => (looks++, f(x))
  const steep = counted((x) => Math.tanh(40 * (x - 0.9)))
  expect(solveRising(steep, { from: -3, to: 3, tolerance: 1e-6 })).toBeCloseTo(0.9, 5)
  expect(looks).toBeLessThan(30)
  looks = 0
  const curved = counted((x) => Math.log(x / 0.02))
  expect(solveRising(curved, { from: 1e-3, to: 5, tolerance: 1e-7 })).toBeCloseTo(0.02, 6)
  expect(looks).toBeLessThan(25)
  expect(solveRising((x) => x * x + 1, { from: 0, to: 2, tolerance: 1e-6 })).toBeNull()
  expect(() => solveRising(() => NaN, { from: 0, to: 1, tolerance: 0.1 })).toThrow(RangeError)
})
