import { expect, test } from '@jest/globals'
import { begunAs } from './begunCups.ts'

const begun = (leastCups: 0 | 1 | 2, begunFrac: number) =>
  begunAs({ leastCups, begunFrac }, [], []).map(({ portion }) => 'frac' in portion && portion.frac)

test('as many cups are begun as a way wants, and no two whose shares are more than there is', () => {
  expect(begun(2, 0.5)).toEqual([0.5, 0.5])
  expect(begun(1, 0.25)).toEqual([0.25, 0.25])
  expect(begun(1, 1)).toEqual([1])
  expect(begun(0, 1)).toEqual([])
})
