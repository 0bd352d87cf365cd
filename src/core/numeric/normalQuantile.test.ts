import { expect, test } from '@jest/globals'
import { normalQuantile } from './normalQuantile.ts'

test.each([
  [0.5, 0],
  [0.9, 1.2815516],
  [0.975, 1.959964],
  [0.999, 3.0902323],
  [1e-6, -4.7534243],
  [1e-13, -7.3487961],
])('of %d is %d (tables of the normal distribution)', (share, value) => {
  expect(Math.abs(normalQuantile(share) - value)).toBeLessThan(2e-6)
})

test('is refused where no share is', () => {
  for (const share of [0, 1, -1, Number.NaN]) expect(() => normalQuantile(share)).toThrow(RangeError)
})
