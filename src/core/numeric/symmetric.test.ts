import { expect, test } from '@jest/globals'
import { choleskyRoot, diagonal, inverse, plus, times } from './symmetric.ts'

/** Worked by hand: 4 2 / 2 3 has the root 2 0 / 1 sqrt 2, the determinant 8 and the inverse 3 -2 / -2 4 over 8. */
const MATRIX = [
  [4, 2],
  [2, 3],
]

test('a symmetric positive matrix has its root and its inverse', () => {
  expect(choleskyRoot(MATRIX)).toEqual([
    [2, 0],
    [1, Math.SQRT2],
  ])
  const by = inverse(MATRIX)
  expect(by[0]![0]).toBeCloseTo(3 / 8, 12)
  expect(by[0]![1]).toBeCloseTo(-2 / 8, 12)
  expect(by[1]![1]).toBeCloseTo(4 / 8, 12)
  expect(times(MATRIX, times(by, [5, -7])).map((value) => Math.round(1e9 * value) / 1e9)).toEqual([5, -7])
  expect(plus(MATRIX, diagonal([1, 2]), -1)).toEqual([
    [3, 2],
    [2, 1],
  ])
})
